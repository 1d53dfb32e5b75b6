-- The newest lot of an ingredient or a casing, whose price it has now, is found without reading all there ever were.
ALTER TABLE lot
  ADD KEY of_ingredient (ingredient_id, received_at, code),
  ADD KEY of_casing (casing_id, received_at, code),
  DROP KEY ingredient_id,
  DROP KEY casing_id;
