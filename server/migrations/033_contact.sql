-- When a device was last heard of, and for which times it was not: what it says waited there did so only then.
CREATE TABLE device_contact (
  device CHAR(64) CHARACTER SET ascii PRIMARY KEY,
  seen_at DATETIME(3) NOT NULL
);
CREATE TABLE device_gap (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  device CHAR(64) CHARACTER SET ascii NOT NULL,
  left_at DATETIME(3) NOT NULL,
  back_at DATETIME(3) NOT NULL,
  KEY (device, back_at)
);
-- Who left a device when: nothing is theirs there afterwards.
CREATE TABLE sign_out (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  device CHAR(64) CHARACTER SET ascii NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY (device, at)
);
