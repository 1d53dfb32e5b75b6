-- Casing that is bought cut: the length of a tube, and what one takes by its maker.
ALTER TABLE casing
  ADD COLUMN tube_mm DECIMAL(6,1) NULL CHECK (tube_mm > 0),
  ADD COLUMN tube_takes_g DECIMAL(8,1) NULL CHECK (tube_takes_g > 0);
