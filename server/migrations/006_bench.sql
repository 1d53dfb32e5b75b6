-- What is said or ticked at the bench and is neither a weight nor a reading. Append only.
CREATE TABLE bench_mark (
  id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  step_id UUID NULL,
  kind VARCHAR(20) NOT NULL,
  subject VARCHAR(80) NOT NULL DEFAULT '',
  note VARCHAR(300) NOT NULL DEFAULT '',
  value DOUBLE NULL,
  at DATETIME(3) NOT NULL,
  recorded_at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  second_person_id UUID NULL COMMENT 'who confirmed it with a PIN of their own',
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (step_id) REFERENCES batch_step (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  FOREIGN KEY (second_person_id) REFERENCES person (id) ON DELETE RESTRICT,
  CHECK (second_person_id IS NULL OR second_person_id <> person_id),
  KEY (batch_id, recorded_at)
);

ALTER TABLE reading
  MODIFY kind ENUM('temperature','minutes','tack','count','sample','cleared','verdict','before','core','tally') NOT NULL,
  ADD load_no SMALLINT NOT NULL DEFAULT 0 COMMENT 'mixer load or emulsion lot; 0 is the whole step' CHECK (load_no BETWEEN 0 AND 99);

-- Steps that a change of method has taken out of an open batch; they stay on record, closed.
ALTER TABLE batch_step
  ADD left_out BOOLEAN NOT NULL DEFAULT FALSE;

-- A scale or thermometer held against a reference. Append only.
CREATE TABLE calibration (
  id UUID PRIMARY KEY,
  device VARCHAR(40) NOT NULL,
  reference DOUBLE NOT NULL COMMENT 'grams for a scale, °C for a thermometer',
  shown DOUBLE NOT NULL,
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  note VARCHAR(300) NOT NULL DEFAULT '',
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (device, at)
);
