-- What is said or ticked at the bench says it in fields of its own kind.
ALTER TABLE bench_mark ADD said JSON NOT NULL DEFAULT '{}' AFTER kind;

UPDATE bench_mark SET said = CASE kind
  WHEN 'ready' THEN IF(note = '', '{}', JSON_OBJECT('checks', note))
  WHEN 'timer' THEN JSON_OBJECT('timer',
    CASE subject WHEN 'Soak the casing' THEN 'soak' WHEN 'Chill the meat' THEN 'chill' ELSE 'machine' END,
    'minutes', COALESCE(value, 0))
  WHEN 'chill' THEN JSON_OBJECT('isIn', JSON_EXTRACT(IF(value = 1, 'true', 'false'), '$'))
  WHEN 'cure' THEN JSON_OBJECT('lineId', subject, 'massMg', CAST(COALESCE(value, 0) AS INT))
  WHEN 'label' THEN JSON_OBJECT('code', subject, 'file', note, 'massMg', CAST(value AS INT))
  WHEN 'scan' THEN JSON_OBJECT('code', subject)
  WHEN 'load-skipped' THEN JSON_OBJECT('load', CAST(subject AS INT), 'why', note)
  WHEN 'pilot' THEN JSON_OBJECT('coreC', value, 'answer', note)
  WHEN 'attribute' THEN JSON_OBJECT('attribute', subject, 'answer', note)
  WHEN 'fill' THEN JSON_OBJECT('count', CAST(COALESCE(value, 1) AS INT))
  WHEN 'strand' THEN JSON_OBJECT('count', CAST(COALESCE(value, 1) AS INT))
  WHEN 'defect' THEN JSON_OBJECT('defect', subject, 'cause', SUBSTRING_INDEX(note, '. ', 1),
    'became', CASE WHEN note LIKE '%Stuffed again.' THEN 'again' WHEN note LIKE '%Kept as rework.' THEN 'rework'
      WHEN note LIKE '%Binned.' THEN 'binned' END,
    'count', CAST(COALESCE(value, 1) AS INT))
  WHEN 'given-up' THEN JSON_OBJECT('lineId', subject, 'why', note)
  WHEN 'signed' THEN JSON_OBJECT('guard', subject, 'why', note)
  ELSE '{}' END;

-- The same of what waits for the lead.
UPDATE late_entry SET body = JSON_MERGE_PRESERVE(
  JSON_REMOVE(body, '$.subject', '$.note', '$.value'),
  CASE JSON_VALUE(body, '$.kind')
    WHEN 'ready' THEN IF(COALESCE(JSON_VALUE(body, '$.note'), '') = '', '{}', JSON_OBJECT('checks', JSON_VALUE(body, '$.note')))
    WHEN 'timer' THEN JSON_OBJECT('timer',
      CASE JSON_VALUE(body, '$.subject') WHEN 'Soak the casing' THEN 'soak' WHEN 'Chill the meat' THEN 'chill' ELSE 'machine' END,
      'minutes', CAST(COALESCE(JSON_VALUE(body, '$.value'), 0) AS DOUBLE))
    WHEN 'chill' THEN JSON_OBJECT('isIn', JSON_EXTRACT(IF(JSON_VALUE(body, '$.value') = 1, 'true', 'false'), '$'))
    WHEN 'scan' THEN JSON_OBJECT('code', JSON_VALUE(body, '$.subject'))
    WHEN 'load-skipped' THEN JSON_OBJECT('load', CAST(JSON_VALUE(body, '$.subject') AS INT), 'why', COALESCE(JSON_VALUE(body, '$.note'), ''))
    WHEN 'pilot' THEN JSON_OBJECT('coreC', CAST(JSON_VALUE(body, '$.value') AS DOUBLE), 'answer', COALESCE(JSON_VALUE(body, '$.note'), ''))
    WHEN 'attribute' THEN JSON_OBJECT('attribute', JSON_VALUE(body, '$.subject'), 'answer', JSON_VALUE(body, '$.note'))
    WHEN 'fill' THEN JSON_OBJECT('count', CAST(COALESCE(JSON_VALUE(body, '$.value'), 1) AS INT))
    WHEN 'strand' THEN JSON_OBJECT('count', CAST(COALESCE(JSON_VALUE(body, '$.value'), 1) AS INT))
    WHEN 'defect' THEN JSON_OBJECT('defect', JSON_VALUE(body, '$.subject'), 'cause', SUBSTRING_INDEX(JSON_VALUE(body, '$.note'), '. ', 1),
      'became', NULL, 'count', CAST(COALESCE(JSON_VALUE(body, '$.value'), 1) AS INT))
    WHEN 'given-up' THEN JSON_OBJECT('lineId', JSON_VALUE(body, '$.subject'), 'why', COALESCE(JSON_VALUE(body, '$.note'), ''))
    ELSE '{}' END)
WHERE kind = 'mark';

ALTER TABLE bench_mark DROP subject, DROP note, DROP value;
