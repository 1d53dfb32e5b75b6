import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** Batches that are planned from one day to another and not opened yet, with the recipe of each; JSON. */
export function plannedDrafts(
  db: Db,
  today: string,
  until: string,
): Promise<{ settings: unknown; recipe: unknown }[]> {
  return sql(db).rows(
    `SELECT JSON_QUERY(d.document, '$.settings') AS settings, v.document AS recipe
     FROM blend_draft d JOIN recipe_version v ON v.recipe_id = d.recipe_id
     WHERE d.batch_id IS NULL AND d.planned_for BETWEEN :today AND :until
       AND v.version_no = (SELECT MAX(x.version_no) FROM recipe_version x WHERE x.recipe_id = d.recipe_id)`,
    { today, until },
  );
}
