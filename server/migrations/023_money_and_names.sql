-- A spice can be taken in before its price is known; whom the shop buys from and works for is found by name.
ALTER TABLE lot MODIFY price_minor BIGINT NULL DEFAULT 0 COMMENT 'minor units per kg, or per m of casing; NULL is not known',
  ADD KEY (supplier);
-- What work a batch took, as the lead says it; the newest word holds and the earlier ones stay.
CREATE TABLE batch_work (
  id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  stints JSON NOT NULL COMMENT 'people and minutes',
  minor_per_hour BIGINT NULL COMMENT 'what an hour of one pair of hands costs; NULL is not known',
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  KEY (batch_id, at),
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);
