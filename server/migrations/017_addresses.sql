-- From where somebody tried to sign in: an address that guesses through many names is slowed.
ALTER TABLE sign_in_attempt
  ADD COLUMN address VARCHAR(45) CHARACTER SET ascii NULL,
  ADD KEY address_at (address, at);
