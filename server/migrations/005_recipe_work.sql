-- What is known of an ingredient beyond its name: density, doses, contents, allergens, what it is made of.
ALTER TABLE ingredient
  ADD facts JSON NULL,
  ADD version INT NOT NULL DEFAULT 1;
UPDATE ingredient SET salt_pct = 100 - nitrite_pct - COALESCE(nitrate_pct, 0) WHERE role = 'cure' AND salt_pct = 0;

ALTER TABLE recipe
  ADD parent_version_id UUID NULL COMMENT 'a variant: the version it began from',
  ADD FOREIGN KEY (parent_version_id) REFERENCES recipe_version (id) ON DELETE RESTRICT;

ALTER TABLE recipe_version
  ADD published_by UUID NULL,
  ADD reason VARCHAR(300) NOT NULL DEFAULT '' COMMENT 'what changed and why',
  ADD signed JSON NULL COMMENT 'guards that the lead signed past, by name',
  ADD FOREIGN KEY (published_by) REFERENCES person (id) ON DELETE RESTRICT;

-- Recipes being written.
CREATE TABLE recipe_draft (
  id UUID PRIMARY KEY,
  recipe_id UUID NULL COMMENT 'the recipe whose next version it is',
  from_version_id UUID NULL,
  name VARCHAR(80) NOT NULL,
  document JSON NOT NULL,
  person_id UUID NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  version INT NOT NULL DEFAULT 1,
  FOREIGN KEY (recipe_id) REFERENCES recipe (id) ON DELETE RESTRICT,
  FOREIGN KEY (from_version_id) REFERENCES recipe_version (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);

-- Notes pinned to a recipe, a line or a step. Append only; settling is a row of its own.
CREATE TABLE recipe_note (
  id UUID PRIMARY KEY,
  recipe_id UUID NOT NULL,
  line_key VARCHAR(40) NULL,
  step_key VARCHAR(40) NULL,
  sentence VARCHAR(300) NOT NULL,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (recipe_id) REFERENCES recipe (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (recipe_id, at),
  CHECK (sentence <> '')
);
CREATE TABLE recipe_note_settled (
  id UUID PRIMARY KEY,
  note_id UUID NOT NULL UNIQUE,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (note_id) REFERENCES recipe_note (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT
);

-- How it tasted. Append only.
CREATE TABLE tasting (
  id UUID PRIMARY KEY,
  recipe_id UUID NOT NULL,
  batch_id UUID NULL,
  document JSON NOT NULL,
  person_id UUID NOT NULL,
  at DATETIME(3) NOT NULL,
  FOREIGN KEY (recipe_id) REFERENCES recipe (id) ON DELETE RESTRICT,
  FOREIGN KEY (batch_id) REFERENCES batch (id) ON DELETE RESTRICT,
  FOREIGN KEY (person_id) REFERENCES person (id) ON DELETE RESTRICT,
  KEY (recipe_id, at)
);

ALTER TABLE batch
  ADD heat VARCHAR(30) NULL COMMENT 'the heat variant it is made at';

ALTER TABLE reading
  MODIFY kind ENUM('temperature','minutes','tack','count','sample','cleared','verdict') NOT NULL;
