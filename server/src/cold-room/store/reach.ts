import { sql } from '../../platform/sql.js';
import type { Db } from '../../platform/database.js';

/** Everything that has some of a lot in it. */
export interface Reach {
  /** Lots that were made of it, of the meat, the goods and the left-overs of batches among them. */
  lotIds: string[];
  batchIds: string[];
}

/** Where some of a lot has come to, however many lots and batches lie between. */
export async function reachOf(db: Db, lotId: string): Promise<Reach> {
  const lots = new Set([lotId]);
  const batches = new Set<string>();
  let next = [lotId];
  while (next.length > 0) {
    const into = (await batchesOf(db, next)).filter((id) => !batches.has(id));
    for (const id of into) batches.add(id);
    next = (await madeOf(db, next, into)).filter((id) => !lots.has(id));
    for (const id of next) lots.add(id);
  }
  lots.delete(lotId);
  return { lotIds: [...lots], batchIds: [...batches] };
}

/** Batches that took more of these lots than was given back. */
async function batchesOf(db: Db, lotIds: readonly string[]): Promise<string[]> {
  const rows = await sql(db).rows<{ id: string }>(
    `SELECT moved.batch_id AS id FROM (
       SELECT t.batch_id, t.amount FROM lot l JOIN transfer t ON t.from_account = l.account_id
         WHERE l.id IN (:ids) AND t.batch_id IS NOT NULL
       UNION ALL SELECT t.batch_id, -t.amount FROM lot l JOIN transfer t ON t.to_account = l.account_id
         JOIN account a ON a.id = t.from_account
         WHERE l.id IN (:ids) AND t.batch_id IS NOT NULL AND a.kind <> 'gain'
     ) moved GROUP BY moved.batch_id HAVING SUM(moved.amount) > 0`,
    { ids: [...lotIds] },
  );
  return rows.map((r) => r.id);
}

/** Lots made of these lots, and all that these batches made. */
async function madeOf(db: Db, lotIds: readonly string[], batchIds: readonly string[]): Promise<string[]> {
  const none = ['00000000-0000-0000-0000-000000000000'];
  const rows = await sql(db).rows<{ id: string }>(
    `SELECT lot_id AS id FROM lot_parent WHERE parent_lot_id IN (:lotIds)
     UNION SELECT lot_id FROM lot_parent WHERE batch_id IN (:batchIds)
     UNION SELECT id FROM lot WHERE batch_id IN (:batchIds)`,
    { lotIds: [...lotIds], batchIds: batchIds.length > 0 ? [...batchIds] : none },
  );
  return rows.map((r) => r.id);
}

/** Holds those of these lots that were available, with the reason; those that have nothing left keep what they were. */
export async function holdLots(db: Db, lotIds: readonly string[], reason: string): Promise<string[]> {
  if (lotIds.length === 0) return [];
  const rows = await sql(db).rows<{ id: string }>(
    `SELECT l.id FROM lot l JOIN balance b ON b.account_id = l.account_id
     WHERE l.id IN (:ids) AND l.status = 'available' AND b.amount > 0 FOR UPDATE`,
    { ids: [...lotIds] },
  );
  const ids = rows.map((r) => r.id);
  if (ids.length > 0)
    await sql(db).write(
      `UPDATE lot SET status = 'hold', hold_reason = :reason, version = version + 1 WHERE id IN (:ids)`,
      { ids, reason: reason.slice(0, 200) },
    );
  return ids;
}
