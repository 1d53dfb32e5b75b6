import type { Db, Transaction } from '../../platform/database.js';
import { notFound } from '../../platform/problem.js';
import { sql } from '../../platform/sql.js';

export interface AnyLot {
  id: string;
  code: string;
  accountId: string;
  measure: 'mg' | 'mm';
  balance: number;
  reserved: number;
}

/** Any kind of lot – trim, ingredients, casing, finished goods – for a command on its stock. */
export async function lockAnyLot(tx: Db, id: string): Promise<AnyLot> {
  const [lot] = await sql(tx).rows<AnyLot>(
    `SELECT l.id, l.code, l.account_id AS accountId, a.measure, b.amount AS balance, b.reserved
     FROM lot l JOIN account a ON a.id = l.account_id JOIN balance b ON b.account_id = l.account_id
     WHERE l.id = :id FOR UPDATE`,
    { id },
  );
  if (!lot) throw notFound('This lot');
  return lot;
}

/** What is counted on a scale is known by weight. */
export function markWeighed(tx: Transaction, lotId: string): void {
  sql(tx).defer("UPDATE lot SET weight_known = 'weighed', version = version + 1 WHERE id = :lotId", {
    lotId,
  });
}

/** What a lot has left, and what the last stock take found. */
export async function stockOf(db: Db, lotId: string): Promise<{ left: number; difference: number }> {
  const [row] = await sql(db).rows<{ left: number; document: { difference: number } | null }>(
    `SELECT b.amount AS \`left\`, (SELECT e.document FROM lot_event e WHERE e.lot_id = l.id AND e.kind = 'counted'
       ORDER BY e.at DESC, e.id DESC LIMIT 1) AS document
     FROM lot l JOIN balance b ON b.account_id = l.account_id WHERE l.id = :lotId`,
    { lotId },
  );
  const document =
    typeof row?.document === 'string' ? (JSON.parse(row.document) as { difference: number }) : row?.document;
  return { left: row?.left ?? 0, difference: document?.difference ?? 0 };
}
