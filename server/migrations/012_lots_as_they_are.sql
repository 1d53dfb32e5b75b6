-- When a lot was last read; what bought or kept material brings besides meat; fat that was computed; a weight that is a guess.
ALTER TABLE lot
  ADD temp_at DATETIME(3) NULL,
  ADD carries JSON NULL,
  MODIFY fat_known_by ENUM('lab','instrument','supplier','eye','computed') NULL,
  MODIFY base_fat_known_by ENUM('lab','instrument','supplier','eye','computed') NULL,
  MODIFY weight_known ENUM('weighed','counted','nominal','pre-thaw','guessed') NOT NULL DEFAULT 'weighed';
UPDATE lot SET temp_at = received_at WHERE temp_c IS NOT NULL;
