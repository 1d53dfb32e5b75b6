-- Who signs past what speaks against a batch, and who confirms the cure as the second person, is said person by person.
ALTER TABLE person
  ADD signs BOOLEAN NOT NULL DEFAULT FALSE COMMENT 'of the bench, and let sign as a lead does; a lead always may',
  ADD confirms BOOLEAN NOT NULL DEFAULT TRUE COMMENT 'may be the second person at the cure';
