-- Ten years of entries lie behind a shop: what is asked every day finds its few rows among them.

-- Lots with something left are few among all that ever were.
ALTER TABLE balance ADD KEY (amount);
ALTER TABLE account ADD KEY (kind);
ALTER TABLE lot ADD KEY (owner, received_at);
-- What was written in the last weeks, and by whom it was proven.
ALTER TABLE transfer ADD KEY (recorded_at);
ALTER TABLE reading ADD KEY (batch_id, kind);

-- Whether its tasting was passed: so many of a version need not be looked for among the readings of all of them.
ALTER TABLE batch
  ADD passed BOOLEAN NOT NULL DEFAULT FALSE,
  ADD KEY (recipe_version_id, state, passed),
  ADD KEY (planned_for);
UPDATE batch b SET passed = TRUE
  WHERE EXISTS (SELECT 1 FROM reading w WHERE w.batch_id = b.id AND w.kind = 'verdict' AND w.value = 1);

-- The last code given out of each kind of lot; one row to wait at, instead of all codes of that kind.
CREATE TABLE lot_code (
  letter CHAR(1) CHARACTER SET ascii PRIMARY KEY,
  last INT UNSIGNED NOT NULL
);
INSERT INTO lot_code (letter, last)
  SELECT LEFT(code, 1), MAX(CAST(SUBSTRING(code, 3) AS UNSIGNED)) FROM lot
  WHERE code REGEXP '^[A-Z]-[0-9]+$' GROUP BY LEFT(code, 1);
