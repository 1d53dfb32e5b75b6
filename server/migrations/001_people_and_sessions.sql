-- Who works here and who is signed in.
CREATE TABLE person (
  id UUID PRIMARY KEY,
  name VARCHAR(60) NOT NULL UNIQUE,
  role ENUM('lead','bench','owner','inspector') NOT NULL,
  secret_kind ENUM('pin','password') NOT NULL,
  secret_hash VARCHAR(255) CHARACTER SET ascii NOT NULL,
  units ENUM('metric','pound') NOT NULL DEFAULT 'metric',
  number_style ENUM('point','comma') NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  CHECK (name <> '')
);

CREATE TABLE session (
  token_hash CHAR(64) CHARACTER SET ascii PRIMARY KEY,
  person_id UUID NOT NULL,
  created_at DATETIME(3) NOT NULL,
  expires_at DATETIME(3) NOT NULL,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (expires_at)
);

CREATE TABLE sign_in_attempt (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  succeeded BOOLEAN NOT NULL,
  KEY (person_id, at),
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);

CREATE TABLE setting (
  name VARCHAR(60) PRIMARY KEY,
  value JSON NOT NULL
);

-- Changes that screens are told of, written in the transaction that makes them.
CREATE TABLE live_event (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(3) NOT NULL,
  payload JSON NOT NULL,
  KEY (at)
);

-- Commands already carried out, by the id their sender gave them.
CREATE TABLE command (
  id UUID PRIMARY KEY,
  kind VARCHAR(40) NOT NULL,
  request_hash CHAR(64) CHARACTER SET ascii NOT NULL,
  person_id UUID NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);
