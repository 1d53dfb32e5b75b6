-- What the lead keeps of people: until when their instruction in hygiene holds, and what they can do.
ALTER TABLE person
  ADD hygiene_until DATE NULL COMMENT 'the last day on which the instruction holds; null where none is kept',
  ADD skills VARCHAR(200) NOT NULL DEFAULT '';
