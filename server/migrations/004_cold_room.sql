ALTER TABLE trim_kind
  ADD wild BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'game or wild pork: parasites must be answered for';

ALTER TABLE ingredient
  ADD nitrate_pct DECIMAL(6,3) NULL CHECK (nitrate_pct BETWEEN 0 AND 100),
  ADD salt_pct DECIMAL(6,3) NOT NULL DEFAULT 0 CHECK (salt_pct BETWEEN 0 AND 100),
  ADD typed BOOLEAN NOT NULL DEFAULT TRUE COMMENT 'known to be plain salt, a cure, or free of both';

ALTER TABLE lot
  ADD supplier_lot VARCHAR(60) NOT NULL DEFAULT '',
  ADD use_by DATE NULL,
  ADD weight_known ENUM('weighed','counted','nominal','pre-thaw') NOT NULL DEFAULT 'weighed',
  ADD bought_minor BIGINT NULL COMMENT 'as bought, minor units per kg; price_minor is per usable kg',
  ADD heat ENUM('raw','raw smoked','cooked') NOT NULL DEFAULT 'raw',
  ADD salt_g_per_kg DECIMAL(7,3) NOT NULL DEFAULT 0 CHECK (salt_g_per_kg BETWEEN 0 AND 1000),
  ADD nitrite_ppm DECIMAL(9,3) NOT NULL DEFAULT 0 CHECK (nitrite_ppm >= 0),
  ADD form ENUM('whole','ground','mixed') NOT NULL DEFAULT 'whole',
  ADD base_fat_pct DECIMAL(7,4) NULL COMMENT 'before any test',
  ADD base_fat_sd DECIMAL(7,4) NULL,
  ADD base_fat_known_by ENUM('lab','instrument','supplier','eye') NULL,
  ADD hold_reason VARCHAR(300) NULL,
  ADD out_since DATETIME(3) NULL COMMENT 'out of the chill since',
  ADD out_ms BIGINT NOT NULL DEFAULT 0 COMMENT 'time out of the chill before that',
  ADD KEY (owner);
UPDATE lot SET base_fat_pct = fat_pct, base_fat_sd = fat_sd, base_fat_known_by = fat_known_by, bought_minor = price_minor;

ALTER TABLE batch
  ADD owner VARCHAR(80) NULL COMMENT 'the customer whose meat it is; NULL is the shop',
  ADD signed JSON NULL COMMENT 'guards that the lead signed past at opening, by name';

ALTER TABLE batch_line
  ADD fat_pct DECIMAL(7,4) NULL COMMENT 'as it was thought to be when the batch was opened',
  ADD fat_sd DECIMAL(7,4) NULL;
UPDATE batch_line l JOIN lot t ON t.id = l.lot_id SET l.fat_pct = t.fat_pct, l.fat_sd = t.fat_sd WHERE l.kind = 'meat';

-- What a lot was made from. Append only.
CREATE TABLE lot_parent (
  id UUID PRIMARY KEY,
  lot_id UUID NOT NULL,
  parent_lot_id UUID NULL,
  batch_id UUID NULL,
  mass_mg BIGINT NOT NULL CHECK (mass_mg > 0),
  FOREIGN KEY (lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (parent_lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  CHECK ((parent_lot_id IS NULL) <> (batch_id IS NULL))
);

-- What is due of a meat after the blend was planned again; the latest row counts. Append only.
CREATE TABLE line_plan (
  id UUID PRIMARY KEY,
  seq BIGINT UNSIGNED AUTO_INCREMENT UNIQUE,
  line_id UUID NOT NULL,
  planned_mg BIGINT NOT NULL CHECK (planned_mg >= 0),
  reason VARCHAR(300) NOT NULL,
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  FOREIGN KEY (line_id) REFERENCES batch_line (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (line_id, seq)
);

-- What happened to a lot, as sentences with their figures. Append only.
CREATE TABLE lot_event (
  id UUID PRIMARY KEY,
  lot_id UUID NOT NULL,
  kind ENUM('received','checked','held','released','rejected','out','in','state','prepared','counted','written off',
    'split','merged','produced','sold','returned','test') NOT NULL,
  sentence VARCHAR(400) NOT NULL,
  document JSON NULL,
  at DATETIME(3) NOT NULL,
  person_id UUID NULL,
  FOREIGN KEY (lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (lot_id, at)
);

-- A picture taken at receipt. Append only.
CREATE TABLE lot_photo (
  id UUID PRIMARY KEY,
  lot_id UUID NOT NULL,
  image MEDIUMBLOB NOT NULL,
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  FOREIGN KEY (lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  CHECK (LENGTH(image) < 2000000)
);

-- A measurement of fat, of one lot or of a ground blend of several; taken back by another row. Append only.
CREATE TABLE fat_test (
  id UUID PRIMARY KEY,
  seq BIGINT UNSIGNED AUTO_INCREMENT UNIQUE,
  method ENUM('lab','instrument','cook-out') NOT NULL,
  fat_pct DECIMAL(7,4) NULL CHECK (fat_pct BETWEEN 0 AND 100),
  fat_sd DECIMAL(7,4) NULL CHECK (fat_sd BETWEEN 0 AND 50),
  document JSON NULL COMMENT 'the cook-out as it was weighed',
  batch_id UUID NULL,
  reverses_id UUID NULL UNIQUE,
  reason VARCHAR(300) NULL,
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (reverses_id) REFERENCES fat_test (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  CHECK (reverses_id IS NOT NULL OR (fat_pct IS NOT NULL AND fat_sd IS NOT NULL)),
  CHECK (reverses_id IS NULL OR reason IS NOT NULL)
);

CREATE TABLE fat_test_part (
  id UUID PRIMARY KEY,
  test_id UUID NOT NULL,
  lot_id UUID NOT NULL,
  mass_mg BIGINT NOT NULL CHECK (mass_mg > 0),
  UNIQUE (test_id, lot_id),
  FOREIGN KEY (test_id) REFERENCES fat_test (id) ON DELETE RESTRICT,
  FOREIGN KEY (lot_id) REFERENCES lot (id) ON DELETE RESTRICT
);

-- Trimming out, thawing, peeling and the like: raw in, prepared out. Append only.
CREATE TABLE preparation (
  id UUID PRIMARY KEY,
  lot_id UUID NOT NULL,
  usable_lot_id UUID NULL,
  how VARCHAR(20) NOT NULL,
  gross_mg BIGINT NOT NULL CHECK (gross_mg > 0),
  usable_mg BIGINT NOT NULL CHECK (usable_mg >= 0),
  unexplained_mg BIGINT NOT NULL DEFAULT 0,
  parts JSON NOT NULL,
  temp_c DECIMAL(5,2) NULL,
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  FOREIGN KEY (lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (usable_lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (at)
);

-- What the shop sold out of its stock into a customer's own. Append only.
CREATE TABLE sale (
  id UUID PRIMARY KEY,
  customer VARCHAR(80) NOT NULL,
  from_lot_id UUID NOT NULL,
  to_lot_id UUID NOT NULL,
  mass_mg BIGINT NOT NULL CHECK (mass_mg > 0),
  price_minor BIGINT NOT NULL COMMENT 'minor units per kg',
  at DATETIME(3) NOT NULL,
  person_id UUID NOT NULL,
  FOREIGN KEY (from_lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (to_lot_id) REFERENCES lot (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (customer)
);

-- Blends thought of but not made: the batches planned for a day, and what-ifs kept by name.
CREATE TABLE blend_draft (
  id UUID PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  planned_for DATE NULL COMMENT 'NULL is a what-if',
  priority INT NOT NULL DEFAULT 1 CHECK (priority BETWEEN 1 AND 99),
  recipe_id UUID NOT NULL,
  document JSON NOT NULL,
  batch_id UUID NULL COMMENT 'the batch that was opened from it',
  person_id UUID NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  version INT NOT NULL DEFAULT 1,
  FOREIGN KEY (recipe_id) REFERENCES recipe (id) ON DELETE RESTRICT,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (planned_for)
);

ALTER TABLE reading
  MODIFY kind ENUM('temperature','minutes','tack','count','sample','cleared') NOT NULL;

INSERT INTO account (id, kind, measure, name) VALUES
  ('00000000-0000-7000-8000-000000000008', 'gain', 'mg', 'take-up'),
  ('00000000-0000-7000-8000-000000000009', 'customer', 'mg', 'customers'),
  ('00000000-0000-7000-8000-000000000020', 'loss', 'mg', 'bone and trim'),
  ('00000000-0000-7000-8000-000000000021', 'loss', 'mg', 'drip'),
  ('00000000-0000-7000-8000-000000000022', 'loss', 'mg', 'peel'),
  ('00000000-0000-7000-8000-000000000023', 'loss', 'mg', 'written off'),
  ('00000000-0000-7000-8000-000000000024', 'loss', 'mg', 'missing at stock take'),
  ('00000000-0000-7000-8000-000000000030', 'loss', 'mm', 'casing written off'),
  ('00000000-0000-7000-8000-000000000031', 'loss', 'mm', 'casing missing at stock take');
