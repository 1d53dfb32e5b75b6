-- Devices that the shop knows by name; the secret is the one that their browser keeps.
CREATE TABLE tablet (
  id UUID PRIMARY KEY,
  name VARCHAR(40) NOT NULL,
  secret CHAR(64) CHARACTER SET ascii NOT NULL,
  paired_at DATETIME(3) NOT NULL,
  paired_by UUID NULL,
  gone_at DATETIME(3) NULL,
  seen_at DATETIME(3) NULL,
  person_id UUID NULL,
  waiting INT UNSIGNED NOT NULL DEFAULT 0,
  UNIQUE KEY (secret),
  FOREIGN KEY (paired_by) REFERENCES person (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);

-- A code lets one device in; so many wrong ones and none does.
CREATE TABLE pairing_code (
  code CHAR(64) CHARACTER SET ascii PRIMARY KEY,
  made_by UUID NULL,
  expires_at DATETIME(3) NOT NULL,
  wrong_tries INT UNSIGNED NOT NULL DEFAULT 0,
  FOREIGN KEY (made_by) REFERENCES person (id) ON DELETE RESTRICT
);

-- At which device somebody is signed in: a device that is lost takes its session with it.
ALTER TABLE session
  ADD COLUMN device CHAR(64) CHARACTER SET ascii NULL,
  ADD KEY device (device);
