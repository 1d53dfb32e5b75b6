import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** Where a step of a batch has its meat, and whose it is. */
export interface StepPlace {
  accountId: string | null;
  owner: string | null;
  state: string;
  kind: string;
}

export async function placeOfStep(
  tx: Transaction,
  of: { batchId: string; stepId: string },
): Promise<StepPlace | undefined> {
  const [place] = await sql(tx).rows<StepPlace>(
    `SELECT s.place_account_id AS accountId, b.owner, b.state, JSON_VALUE(s.document, '$.kind') AS kind
     FROM batch b JOIN batch_step s ON s.batch_id = b.id WHERE b.id = :batchId AND s.id = :stepId`,
    of,
  );
  return place;
}

/** Mean price of a batch's meats as planned, minor units per kg. */
export async function meatPrice(tx: Transaction, batchId: string): Promise<number> {
  const [row] = await sql(tx).rows<{ price: number | null }>(
    `SELECT CAST(SUM(l.planned_mg * t.price_minor) / SUM(l.planned_mg) AS DOUBLE) AS price
     FROM batch_line l JOIN lot t ON t.id = l.lot_id WHERE l.batch_id = :batchId AND l.kind = 'meat'`,
    { batchId },
  );
  return Math.round(row?.price ?? 0);
}
