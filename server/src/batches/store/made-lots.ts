import { v7 as uuid } from 'uuid';
import { addAccounts, addBalanceRows } from '../../ledger/index.js';
import type { Db, Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** A lot that a batch makes: its finished goods, or meat kept for another batch. */
async function addMadeLot(
  tx: Transaction,
  batchId: string,
  kind: 'product' | 'rework',
  name: string,
  at: Date,
  owner: string | null,
): Promise<string> {
  const accountId = uuid();
  const id = uuid();
  await addAccounts(tx, [{ id: accountId, kind: 'lot', measure: 'mg', name, batchId, stepId: null }]);
  await addBalanceRows(tx, [accountId]);
  await sql(tx).write(
    `INSERT INTO lot (id, code, account_id, kind, batch_id, received_at, owner)
     VALUES (:id, :code, :accountId, :kind, :batchId, :at, :owner)`,
    { id, code: `${kind === 'product' ? 'P' : 'R'}-${id.slice(-10)}`, accountId, kind, batchId, at, owner },
  );
  return accountId;
}

export function addProductLot(
  tx: Transaction,
  batchId: string,
  name: string,
  at: Date,
  owner: string | null,
): Promise<string> {
  return addMadeLot(tx, batchId, 'product', name, at, owner);
}

/** The batch's lot of rework, made when it is first needed. */
export async function reworkAccount(
  tx: Transaction,
  batchId: string,
  name: string,
  at: Date,
): Promise<string> {
  const [row] = await sql(tx).rows<{ accountId: string }>(
    "SELECT account_id AS accountId FROM lot WHERE batch_id = :batchId AND kind = 'rework' FOR UPDATE",
    { batchId },
  );
  return (
    row?.accountId ?? addMadeLot(tx, batchId, 'rework', `${name} rework`, at, await ownerOf(tx, batchId))
  );
}

async function ownerOf(tx: Transaction, batchId: string): Promise<string | null> {
  const [row] = await sql(tx).rows<{ owner: string | null }>('SELECT owner FROM batch WHERE id = :batchId', {
    batchId,
  });
  return row?.owner ?? null;
}

/** Lots of rework that still hold something, the newest first. */
export function reworkWaiting(
  db: Db,
  batchId?: string,
): Promise<{ lotId: string; batchId: string; accountId: string; code: string; massMg: number }[]> {
  return sql(db).rows(
    `SELECT l.id AS lotId, l.batch_id AS batchId, l.account_id AS accountId, l.code, b.amount AS massMg
     FROM balance b FORCE INDEX (amount) STRAIGHT_JOIN lot l ON l.account_id = b.account_id
     WHERE l.kind = 'rework' AND b.amount > 0 AND (:batchId IS NULL OR l.batch_id = :batchId)
     ORDER BY l.received_at DESC LIMIT 50`,
    { batchId: batchId ?? null },
  );
}
