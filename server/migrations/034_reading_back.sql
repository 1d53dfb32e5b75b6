-- A reading that was wrong is taken back as a weight is: it stays written, with who took it back and why, and counts no more.
CREATE TABLE reading_back (
  reading_id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  reason VARCHAR(300) NOT NULL,
  FOREIGN KEY (reading_id) REFERENCES reading (id) ON DELETE RESTRICT,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);
