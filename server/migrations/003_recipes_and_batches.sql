CREATE TABLE recipe (
  id UUID PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE
);

-- Versions never change; a new one is a new row.
CREATE TABLE recipe_version (
  id UUID PRIMARY KEY,
  recipe_id UUID NOT NULL,
  version_no INT NOT NULL,
  published_at DATETIME(3) NOT NULL,
  document JSON NOT NULL,
  UNIQUE (recipe_id, version_no),
  FOREIGN KEY (recipe_id) REFERENCES recipe (id) ON DELETE RESTRICT
);

CREATE TABLE batch (
  id UUID PRIMARY KEY,
  number INT NOT NULL UNIQUE,
  recipe_version_id UUID NOT NULL,
  state ENUM('open','closed','cancelled') NOT NULL DEFAULT 'open',
  planned_for DATE NOT NULL,
  planned_meat_mg BIGINT NOT NULL CHECK (planned_meat_mg > 0),
  window_min_pct DECIMAL(5,2) NOT NULL,
  window_max_pct DECIMAL(5,2) NOT NULL,
  opened_at DATETIME(3) NOT NULL,
  opened_by UUID NOT NULL,
  closed_at DATETIME(3) NULL,
  version INT NOT NULL DEFAULT 1,
  FOREIGN KEY (recipe_version_id) REFERENCES recipe_version (id) ON DELETE RESTRICT,
  FOREIGN KEY (opened_by) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (state, planned_for),
  CHECK (window_min_pct <= window_max_pct)
);

CREATE TABLE batch_step (
  id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  position INT NOT NULL,
  document JSON NOT NULL,
  place_account_id UUID NULL,
  closed_at DATETIME(3) NULL,
  closed_by UUID NULL,
  override_reason VARCHAR(300) NULL,
  version INT NOT NULL DEFAULT 1,
  UNIQUE (batch_id, position),
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (place_account_id) REFERENCES account (id) ON DELETE RESTRICT,
  FOREIGN KEY (closed_by) REFERENCES person (id) ON DELETE RESTRICT
);

-- What is due to be weighed in: the meats as planned, the dry lines as doses.
CREATE TABLE batch_line (
  id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  step_id UUID NOT NULL COMMENT 'the step at which it is weighed',
  position INT NOT NULL,
  kind ENUM('meat','dry') NOT NULL,
  name VARCHAR(80) NOT NULL,
  lot_id UUID NOT NULL,
  lot_account_id UUID NOT NULL,
  place_account_id UUID NOT NULL COMMENT 'where the mass goes',
  planned_mg BIGINT NULL COMMENT 'meats only',
  document JSON NULL COMMENT 'dry lines: the recipe line as it was',
  UNIQUE (batch_id, position),
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (step_id) REFERENCES batch_step (id) ON DELETE RESTRICT,
  FOREIGN KEY (lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (lot_account_id) REFERENCES account (id) ON DELETE RESTRICT,
  FOREIGN KEY (place_account_id) REFERENCES account (id) ON DELETE RESTRICT,
  CHECK ((kind = 'meat' AND planned_mg > 0) OR (kind = 'dry' AND document IS NOT NULL))
);

CREATE TABLE reservation (
  batch_id UUID NOT NULL,
  account_id UUID NOT NULL,
  amount BIGINT NOT NULL CHECK (amount >= 0),
  version INT NOT NULL DEFAULT 1,
  PRIMARY KEY (batch_id, account_id),
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE RESTRICT
);

-- Temperatures, minutes, tack tests, counts and sample weights. Append only.
CREATE TABLE reading (
  id UUID PRIMARY KEY,
  batch_id UUID NOT NULL,
  step_id UUID NOT NULL,
  kind ENUM('temperature','minutes','tack','count','sample') NOT NULL,
  value DOUBLE NOT NULL,
  at DATETIME(3) NOT NULL,
  recorded_at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  device_id VARCHAR(80) NULL,
  how ENUM('scale','typed') NOT NULL,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (step_id) REFERENCES batch_step (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (batch_id)
);

-- A weight outside its band that somebody took responsibility for. Append only.
CREATE TABLE acceptance (
  id UUID PRIMARY KEY,
  line_id UUID NOT NULL,
  weighed_mg BIGINT NOT NULL COMMENT 'accepted at this weight and no other',
  reason VARCHAR(300) NOT NULL,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (line_id) REFERENCES batch_line (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);

-- Something the lead should see: mass weighed that the books did not have. Append only.
CREATE TABLE notice (
  id UUID PRIMARY KEY,
  batch_id UUID NULL,
  sentence VARCHAR(300) NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  KEY (batch_id)
);

-- Accounts that every shop has.
INSERT INTO account (id, kind, measure, name) VALUES
  ('00000000-0000-7000-8000-000000000001', 'gain', 'mg', 'found'),
  ('00000000-0000-7000-8000-000000000002', 'gain', 'mg', 'scale difference'),
  ('00000000-0000-7000-8000-000000000003', 'gain', 'mg', 'casing'),
  ('00000000-0000-7000-8000-000000000004', 'gain', 'mg', 'opening stock'),
  ('00000000-0000-7000-8000-000000000005', 'supplier', 'mg', 'suppliers'),
  ('00000000-0000-7000-8000-000000000006', 'supplier', 'mm', 'casing suppliers'),
  ('00000000-0000-7000-8000-000000000007', 'gain', 'mm', 'found casing'),
  ('00000000-0000-7000-8000-000000000010', 'loss', 'mg', 'unaccounted'),
  ('00000000-0000-7000-8000-000000000011', 'loss', 'mg', 'head'),
  ('00000000-0000-7000-8000-000000000012', 'loss', 'mg', 'bowl and hands'),
  ('00000000-0000-7000-8000-000000000013', 'loss', 'mg', 'barrel and horn'),
  ('00000000-0000-7000-8000-000000000014', 'loss', 'mg', 'burst'),
  ('00000000-0000-7000-8000-000000000015', 'loss', 'mg', 'ends'),
  ('00000000-0000-7000-8000-000000000016', 'loss', 'mg', 'evaporation'),
  ('00000000-0000-7000-8000-000000000017', 'loss', 'mg', 'fat-out'),
  ('00000000-0000-7000-8000-000000000018', 'loss', 'mg', 'floor'),
  ('00000000-0000-7000-8000-000000000019', 'loss', 'mg', 'taste');
