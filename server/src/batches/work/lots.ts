import type { BenchLot } from '@zest/contract';
import type { Sql } from '../../platform/database.js';

/** Lots that can go into a batch at the bench: trims of its owner, dry goods, supplies that do not run out. */
export function benchLots(db: Sql, batchId: string): Promise<BenchLot[]> {
  return db.rows<BenchLot>(
    `SELECT l.id AS lotId, l.code, COALESCE(t.name, i.name) AS name, l.kind, l.ingredient_id AS ingredientId,
       COALESCE(i.role, 'meat') AS role, CASE WHEN a.kind = 'gain' THEN NULL ELSE b.amount - b.reserved END AS freeMg
     FROM lot l JOIN account a ON a.id = l.account_id LEFT JOIN balance b ON b.account_id = l.account_id
     LEFT JOIN trim_kind t ON t.id = l.trim_id LEFT JOIN ingredient i ON i.id = l.ingredient_id
     WHERE l.kind IN ('trim', 'ingredient') AND l.status = 'available'
       AND (l.kind = 'ingredient' OR l.owner <=> (SELECT owner FROM batch WHERE id = :batchId))
       AND (a.kind = 'gain' OR b.amount - b.reserved > 0)
     ORDER BY name, l.received_at LIMIT 500`,
    { batchId },
  );
}
