-- One word for one thing: a line of a batch is a meat or an ingredient, whatever its state; the variants of
-- a recipe that differ in how hot they are seasoned are its hotness, and heat is what cooks.
ALTER TABLE batch_line MODIFY kind ENUM('meat','dry','ingredient') NOT NULL;
ALTER TABLE batch_line DROP CONSTRAINT CONSTRAINT_1;
UPDATE batch_line SET kind = 'ingredient' WHERE kind = 'dry';
ALTER TABLE batch_line
  MODIFY kind ENUM('meat','ingredient') NOT NULL,
  MODIFY document JSON NULL COMMENT 'ingredients: the recipe line as it was',
  ADD CONSTRAINT batch_line_kind CHECK ((kind = 'meat' AND planned_mg > 0) OR (kind = 'ingredient' AND document IS NOT NULL));
ALTER TABLE batch RENAME COLUMN heat TO hotness;
UPDATE recipe_version SET document = REPLACE(REPLACE(document, '"heats":', '"hotness":'), '"heat":true', '"hot":true');
UPDATE recipe_draft SET document = REPLACE(REPLACE(document, '"heats":', '"hotness":'), '"heat":true', '"hot":true');
UPDATE batch_line SET document = REPLACE(document, '"heat":true', '"hot":true') WHERE document IS NOT NULL;
