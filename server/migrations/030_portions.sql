-- What is parted off a batch and becomes a product of its own: planned by the recipe, or parted off at the bench.
CREATE TABLE batch_portion (
  batch_id UUID NOT NULL,
  portion_key VARCHAR(40) NOT NULL,
  position INT NOT NULL,
  account_id UUID NOT NULL COMMENT 'where what is finished of it comes to',
  document JSON NOT NULL,
  PRIMARY KEY (batch_id, portion_key),
  UNIQUE (account_id),
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE RESTRICT
);
DELETE FROM batch_summary;
