-- When an animal was slaughtered and when its meat was frozen, as far as anybody said: ice stops the days, and thawing begins new ones.
ALTER TABLE lot ADD slaughtered_on DATE NULL, ADD frozen_on DATE NULL;
-- What this shop froze itself says so in its history.
UPDATE lot l JOIN (
  SELECT lot_id, MAX(DATE(at)) AS frozen FROM lot_event WHERE kind = 'state' AND sentence LIKE 'Frozen%' GROUP BY lot_id
) e ON e.lot_id = l.id SET l.frozen_on = e.frozen WHERE l.state IN ('frozen', 'thawed');
