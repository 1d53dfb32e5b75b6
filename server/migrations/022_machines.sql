-- The machines of the shop are a list; what was said of one mixer and one stuffer becomes its first two.
UPDATE setting SET value = JSON_ARRAY(
  JSON_OBJECT('name', 'Mixer', 'kind', 'mixer', 'holdsKg', JSON_VALUE(value, '$.mixerKg') + 0, 'sizesMm', JSON_ARRAY()),
  JSON_OBJECT('name', 'Stuffer', 'kind', 'stuffer', 'holdsKg', JSON_VALUE(value, '$.stufferKg') + 0, 'sizesMm', JSON_ARRAY())
) WHERE name = 'machines' AND JSON_TYPE(value) = 'OBJECT';
