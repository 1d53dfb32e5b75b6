-- Who changed what the shop works by: strengths, rule book, limits, settings, people. Never changed itself.
CREATE TABLE audit (
  id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(3) NOT NULL,
  person_id UUID NULL,
  what VARCHAR(40) NOT NULL,
  about VARCHAR(160) NOT NULL,
  was JSON NULL,
  becomes JSON NULL,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (at)
);
