-- Sessions that a right sign-in opened: whose device it was at what time.
ALTER TABLE sign_in_attempt ADD COLUMN opened BOOLEAN NOT NULL DEFAULT FALSE;

-- Whether the device had the session of whoever is said to have made it; whether the time is the server's because
-- the device's could not be.
ALTER TABLE transfer
  ADD COLUMN proven BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN retimed BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE reading
  ADD COLUMN proven BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN retimed BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE bench_mark
  ADD COLUMN proven BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN retimed BOOLEAN NOT NULL DEFAULT FALSE;

-- A card stays until somebody has seen it.
CREATE TABLE notice_seen (
  id UUID PRIMARY KEY,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (id) REFERENCES notice (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);

-- Entries of a device that came after their batch was finished: the lead takes them or not.
CREATE TABLE late_entry (
  id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  kind VARCHAR(10) NOT NULL,
  body JSON NOT NULL,
  person_id UUID NOT NULL,
  sent_by_id UUID NULL,
  proven BOOLEAN NOT NULL,
  received_at DATETIME(3) NOT NULL,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  FOREIGN KEY (sent_by_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (batch_id)
);

CREATE TABLE late_decision (
  id UUID PRIMARY KEY,
  taken BOOLEAN NOT NULL,
  reason VARCHAR(400) NOT NULL,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (id) REFERENCES late_entry (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);
