-- What signs somebody in without a name being chosen: a badge that is scanned, or an inspector's code for a day.
CREATE TABLE pass (
  code CHAR(64) CHARACTER SET ascii PRIMARY KEY COMMENT 'only its hash is kept',
  person_id UUID NOT NULL,
  kind ENUM('badge','day') NOT NULL,
  made_at DATETIME(3) NOT NULL,
  made_by UUID NOT NULL,
  until DATETIME(3) NULL COMMENT 'of a day''s code; a badge holds until another is made or its person is let in no more',
  gone_at DATETIME(3) NULL,
  wrong_tries INT UNSIGNED NOT NULL DEFAULT 0,
  KEY (person_id, kind),
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  FOREIGN KEY (made_by) REFERENCES person (id) ON DELETE RESTRICT
);
