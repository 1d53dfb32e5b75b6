-- What several applications over one database tell each other.
CREATE TABLE device_shown (
  device VARCHAR(40) NOT NULL COMMENT 'scale or probe, and its place',
  process CHAR(36) CHARACTER SET ascii NOT NULL COMMENT 'whose wire it hangs on',
  reading JSON NOT NULL COMMENT 'what it shows now',
  n BIGINT UNSIGNED NOT NULL COMMENT 'counts on while its process lives: clocks of machines differ',
  at DATETIME(3) NOT NULL,
  PRIMARY KEY (device, process),
  KEY (at)
);
CREATE TABLE device_ask (
  id UUID PRIMARY KEY,
  device VARCHAR(40) NOT NULL COMMENT 'a scale that somebody at another application tares',
  process CHAR(36) CHARACTER SET ascii NOT NULL COMMENT 'who asks',
  at DATETIME(3) NOT NULL,
  KEY (at)
);
CREATE TABLE printed (
  file VARCHAR(90) CHARACTER SET ascii PRIMARY KEY,
  pdf MEDIUMBLOB NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY (at)
);
-- A guard over rows that it does not change writes here: of two that meet, at one server or at two, the later begins again.
CREATE TABLE turn (
  name VARCHAR(60) CHARACTER SET ascii PRIMARY KEY,
  n BIGINT UNSIGNED NOT NULL DEFAULT 0
);
