-- Scales and probes as the shop has described them; one serves at each place, those taken out stay on record.
CREATE TABLE device (
  id UUID PRIMARY KEY,
  station VARCHAR(12) CHARACTER SET ascii NOT NULL,
  name VARCHAR(60) NOT NULL,
  document JSON NOT NULL,
  added_at DATETIME(3) NOT NULL,
  added_by UUID NOT NULL,
  gone_at DATETIME(3) NULL,
  serves VARCHAR(12) CHARACTER SET ascii AS (IF(gone_at IS NULL, station, NULL)) STORED,
  UNIQUE KEY (serves),
  FOREIGN KEY (added_by) REFERENCES person (id) ON DELETE RESTRICT
);
