-- From which device somebody tried to sign in: one that has their trust goes on while a stranger guesses.
ALTER TABLE sign_in_attempt
  ADD COLUMN device CHAR(64) CHARACTER SET ascii NULL,
  ADD KEY person_device (person_id, device);
