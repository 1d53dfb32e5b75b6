-- Two people for the cure is what a shop with two begins with; a shop that worked without saying so goes on as it did.
INSERT INTO setting (name, value)
  SELECT 'bench_rules', '{"cureSecondCheck":false}' FROM DUAL
  WHERE EXISTS (SELECT 1 FROM batch) AND NOT EXISTS (SELECT 1 FROM setting WHERE name = 'bench_rules');
