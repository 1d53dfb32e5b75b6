-- A batch is a list of facts with a running number. `frame_n` is the number at which its steps, its lines or
-- its lots last changed; entries at the bench only add to it.
ALTER TABLE batch
  ADD n INT NOT NULL DEFAULT 1 COMMENT 'number of the latest fact',
  ADD frame_n INT NOT NULL DEFAULT 1 COMMENT 'number of the latest fact that is not an entry';
ALTER TABLE transfer
  ADD n INT NOT NULL DEFAULT 0 COMMENT 'number of the fact within its batch; 0 outside one',
  ADD reading_id VARCHAR(80) NULL COMMENT 'the reading of that device which was believed',
  ADD with_id UUID NULL COMMENT 'the entry it was made together with';
ALTER TABLE reading
  ADD n INT NOT NULL DEFAULT 0,
  ADD reading_id VARCHAR(80) NULL,
  MODIFY kind VARCHAR(20) NOT NULL COMMENT 'checked by the registry of readings',
  MODIFY how ENUM('scale','probe','typed') NOT NULL;
ALTER TABLE bench_mark
  ADD n INT NOT NULL DEFAULT 0;

-- Which device showed a weight, which reading of it was believed, and which entry a weight belongs to are three things.
UPDATE transfer SET with_id = device_id, device_id = NULL WHERE how = 'derived' AND device_id IS NOT NULL;
UPDATE transfer SET reading_id = device_id, device_id = SUBSTRING_INDEX(device_id, '-', 1) WHERE device_id IS NOT NULL;
UPDATE reading SET reading_id = device_id,
  how = IF(device_id LIKE 'probe-%', 'probe', how),
  device_id = SUBSTRING_INDEX(IF(device_id LIKE 'probe-%', SUBSTRING(device_id, 7), device_id), '-', 1)
  WHERE device_id IS NOT NULL;
ALTER TABLE transfer MODIFY device_id VARCHAR(40) NULL COMMENT 'the scale that showed it';
ALTER TABLE reading MODIFY device_id VARCHAR(40) NULL COMMENT 'the scale or probe that showed it';

-- What a step was put in for, and what a line seasons, stand in columns of their own.
ALTER TABLE batch_step
  ADD origin ENUM('fat','taste','late') NULL COMMENT 'what it corrects; NULL is a step of the method',
  ADD origin_no INT NULL COMMENT 'the how many-eth correction of that kind',
  ADD CHECK ((origin IS NULL) = (origin_no IS NULL));
UPDATE batch_step SET
  origin = CASE
    WHEN JSON_VALUE(document, '$.key') REGEXP '^(correction-taste|season-taste|taste|taste-mix)-[0-9]+$' THEN 'taste'
    WHEN JSON_VALUE(document, '$.key') REGEXP '^(correction|season)-[0-9]+$' THEN 'fat'
    ELSE 'late' END,
  origin_no = CAST(SUBSTRING_INDEX(JSON_VALUE(document, '$.key'), '-', -1) AS INT)
  WHERE JSON_VALUE(document, '$.key') REGEXP '^(correction-taste|season-taste|taste|taste-mix|correction|season|late|late-mix)-[0-9]+$';
ALTER TABLE batch_line
  ADD seasons_step_id UUID NULL COMMENT 'the step whose meat it seasons; NULL seasons all of it',
  ADD FOREIGN KEY (seasons_step_id) REFERENCES batch_step (id) ON DELETE RESTRICT;
UPDATE batch_line l
  JOIN batch_step s ON s.id = l.step_id
  JOIN batch_step w ON w.batch_id = s.batch_id
    AND JSON_VALUE(w.document, '$.key') = REGEXP_REPLACE(JSON_VALUE(s.document, '$.key'), '^season-', 'correction-')
  SET l.seasons_step_id = w.id
  WHERE l.kind = 'dry' AND l.planned_mg IS NOT NULL AND JSON_VALUE(s.document, '$.key') LIKE 'season-%';

-- Steps say what the hand is told as their instruction; what only repeats the parameters is left to them.
UPDATE batch_step SET document = REGEXP_REPLACE(document, ',"say":"Through the [0-9.]+ mm plate, cold and without smear\\."', '');
UPDATE recipe_version SET document = REGEXP_REPLACE(document, ',"say":"Through the [0-9.]+ mm plate, cold and without smear\\."', '');
UPDATE recipe_draft SET document = REGEXP_REPLACE(document, ',"say":"Through the [0-9.]+ mm plate, cold and without smear\\."', '');
UPDATE batch_step SET document = REPLACE(REPLACE(document, '"kind":"weigh-dry"', '"kind":"weigh-ingredients"'), '"say":', '"instruction":');
UPDATE recipe_version SET document = REPLACE(REPLACE(REPLACE(document, '"kind":"weigh-dry"', '"kind":"weigh-ingredients"'), '"say":', '"instruction":'), '"spoken":', '"asWritten":');
UPDATE recipe_draft SET document = REPLACE(REPLACE(REPLACE(document, '"kind":"weigh-dry"', '"kind":"weigh-ingredients"'), '"say":', '"instruction":'), '"spoken":', '"asWritten":');
UPDATE batch_line SET document = REPLACE(document, '"spoken":', '"asWritten":') WHERE document IS NOT NULL;

-- The second person who confirms a cure is called that.
UPDATE setting SET value = REPLACE(value, '"cureWitness"', '"cureSecondCheck"') WHERE name = 'bench_rules';

-- The short form of a batch for lists, kept by the number of the fact it was made from.
CREATE TABLE batch_summary (
  batch_id UUID PRIMARY KEY,
  n INT NOT NULL,
  made_with CHAR(16) CHARACTER SET ascii NOT NULL COMMENT 'what it was judged with',
  document JSON NOT NULL,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT
);
