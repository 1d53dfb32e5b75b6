CREATE TABLE trim_kind (
  id UUID PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  species VARCHAR(30) NOT NULL,
  fat_pct DECIMAL(5,2) NOT NULL CHECK (fat_pct BETWEEN 0 AND 100)
);

CREATE TABLE ingredient (
  id UUID PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  form VARCHAR(40) NOT NULL,
  role ENUM('salt','cure','accelerator','sugar','seasoning','binder','liquid','inclusion','fat','packet') NOT NULL,
  nitrite_pct DECIMAL(6,3) NULL CHECK (nitrite_pct BETWEEN 0 AND 100),
  UNIQUE (name, form),
  CHECK (role <> 'cure' OR nitrite_pct IS NOT NULL)
);

CREATE TABLE casing (
  id UUID PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  material ENUM('hog','sheep','beef','collagen','fibrous','cellulose') NOT NULL,
  calibre_mm DECIMAL(5,1) NOT NULL CHECK (calibre_mm > 0),
  g_per_m DECIMAL(7,2) NOT NULL CHECK (g_per_m >= 0)
);

-- Where mass can be. Every transfer joins two of these; both have the same measure.
CREATE TABLE account (
  id UUID PRIMARY KEY,
  kind ENUM('lot','place','loss','gain','supplier','customer') NOT NULL,
  measure ENUM('mg','mm','pc') NOT NULL,
  name VARCHAR(80) NOT NULL,
  batch_id UUID NULL,
  step_id UUID NULL,
  KEY (batch_id)
);

CREATE TABLE lot (
  id UUID PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  account_id UUID NOT NULL UNIQUE,
  kind ENUM('trim','ingredient','casing','product','rework') NOT NULL,
  trim_id UUID NULL,
  ingredient_id UUID NULL,
  casing_id UUID NULL,
  batch_id UUID NULL,
  supplier VARCHAR(80) NOT NULL DEFAULT '',
  owner VARCHAR(80) NULL,
  received_at DATETIME(3) NOT NULL,
  price_minor BIGINT NOT NULL DEFAULT 0 COMMENT 'minor units per kg, or per m of casing',
  fat_pct DECIMAL(7,4) NULL CHECK (fat_pct BETWEEN 0 AND 100),
  fat_sd DECIMAL(7,4) NULL CHECK (fat_sd BETWEEN 0 AND 50),
  fat_known_by ENUM('lab','instrument','supplier','eye') NULL,
  temp_c DECIMAL(5,2) NULL,
  state ENUM('fresh','frozen','thawed') NOT NULL DEFAULT 'fresh',
  status ENUM('available','hold','rejected') NOT NULL DEFAULT 'available',
  box_mg BIGINT NULL CHECK (box_mg > 0),
  version INT NOT NULL DEFAULT 1,
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE RESTRICT,
  FOREIGN KEY (trim_id) REFERENCES trim_kind (id) ON DELETE RESTRICT,
  FOREIGN KEY (ingredient_id) REFERENCES ingredient (id) ON DELETE RESTRICT,
  FOREIGN KEY (casing_id) REFERENCES casing (id) ON DELETE RESTRICT,
  KEY (kind, received_at),
  KEY (batch_id),
  CHECK (kind <> 'trim' OR (trim_id IS NOT NULL AND fat_pct IS NOT NULL AND fat_sd IS NOT NULL AND fat_known_by IS NOT NULL)),
  CHECK (kind <> 'ingredient' OR ingredient_id IS NOT NULL),
  CHECK (kind <> 'casing' OR casing_id IS NOT NULL)
);

-- Stock, kept beside the ledger in the same transaction. `db verify` proves it equal to the sums.
CREATE TABLE balance (
  account_id UUID PRIMARY KEY,
  amount BIGINT NOT NULL DEFAULT 0,
  reserved BIGINT NOT NULL DEFAULT 0 CHECK (reserved >= 0),
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE RESTRICT
);

-- The ledger. The application may only read and add rows.
CREATE TABLE transfer (
  id UUID PRIMARY KEY,
  from_account UUID NOT NULL,
  to_account UUID NOT NULL,
  amount BIGINT NOT NULL CHECK (amount > 0),
  at DATETIME(3) NOT NULL COMMENT 'when it happened',
  recorded_at DATETIME(3) NOT NULL COMMENT 'when the server wrote it',
  batch_id UUID NULL,
  step_id UUID NULL,
  line_id UUID NULL,
  person_id UUID NULL,
  device_id VARCHAR(80) NULL COMMENT 'reading of the scale that was believed',
  how ENUM('scale','typed','derived') NOT NULL,
  reverses_id UUID NULL UNIQUE,
  reason VARCHAR(300) NULL,
  FOREIGN KEY (from_account) REFERENCES account (id) ON DELETE RESTRICT,
  FOREIGN KEY (to_account) REFERENCES account (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  FOREIGN KEY (reverses_id) REFERENCES transfer (id) ON DELETE RESTRICT,
  KEY (batch_id),
  CHECK (from_account <> to_account),
  CHECK (reverses_id IS NULL OR reason IS NOT NULL)
);
