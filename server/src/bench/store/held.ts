import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** What has come into a place of a batch and what stands there now, mg. */
export async function heldAt(
  db: Db,
  batchId: string,
  place: string,
): Promise<{ inMg: number; balanceMg: number }> {
  const [row] = await sql(db).rows<{ inMg: string | null; outMg: string | null }>(
    `SELECT SUM(IF(to_account = :place, amount, 0)) AS inMg, SUM(IF(from_account = :place, amount, 0)) AS outMg
     FROM transfer WHERE batch_id = :batchId AND :place IN (from_account, to_account)`,
    { batchId, place },
  );
  const inMg = Number(row?.inMg ?? 0);
  return { inMg, balanceMg: inMg - Number(row?.outMg ?? 0) };
}
