-- How many closed batches of a version were passed at their tasting, counted as they close.
CREATE TABLE proven_version (
  recipe_version_id UUID PRIMARY KEY,
  runs INT UNSIGNED NOT NULL,
  FOREIGN KEY (recipe_version_id) REFERENCES recipe_version (id) ON DELETE RESTRICT
);
INSERT INTO proven_version (recipe_version_id, runs)
  SELECT recipe_version_id, COUNT(*) FROM batch WHERE state = 'closed' AND passed GROUP BY recipe_version_id;
