import { sql } from '../../platform/sql.js';
import type { Db, Transaction } from '../../platform/database.js';

/**
 * Sets stock aside for a batch. A conditional write, so that two batches cannot take the same
 * kilograms whatever process they come from.
 * @returns false when less than the amount is free; nothing was changed
 */
export async function reserve(tx: Db, batchId: string, accountId: string, amount: number): Promise<boolean> {
  const taken = await sql(tx).write(
    `UPDATE balance SET reserved = reserved + :amount
     WHERE account_id = :accountId AND amount - reserved >= :amount`,
    { accountId, amount },
  );
  if (taken === 0) return false;
  await sql(tx).write(
    `INSERT INTO reservation (batch_id, account_id, amount) VALUES (:batchId, :accountId, :amount)
     ON DUPLICATE KEY UPDATE amount = amount + :amount, version = version + 1`,
    { batchId, accountId, amount },
  );
  return true;
}

/**
 * Uses up to `amount` of what the batch had set aside of this lot. The lot's balance row is already
 * locked by the transfer that this goes with.
 */
export function consume(tx: Transaction, batchId: string, accountId: string, amount: number): void {
  const params = { batchId, accountId, amount };
  sql(tx).defer(
    `UPDATE balance SET reserved = reserved - LEAST(:amount, COALESCE(
       (SELECT r.amount FROM reservation r WHERE r.batch_id = :batchId AND r.account_id = :accountId), 0))
     WHERE account_id = :accountId`,
    params,
  );
  sql(tx).defer(
    `UPDATE reservation SET amount = amount - LEAST(amount, :amount), version = version + 1
     WHERE batch_id = :batchId AND account_id = :accountId`,
    params,
  );
}

/** Frees everything a batch still had set aside. */
export async function releaseAll(tx: Db, batchId: string): Promise<void> {
  const held = await sql(tx).rows<{ accountId: string; amount: number }>(
    'SELECT account_id AS accountId, amount FROM reservation WHERE batch_id = :batchId AND amount > 0 ORDER BY account_id FOR UPDATE',
    { batchId },
  );
  for (const { accountId, amount } of held) {
    await sql(tx).write('UPDATE balance SET reserved = reserved - :amount WHERE account_id = :accountId', {
      accountId,
      amount,
    });
    await sql(tx).write(
      'UPDATE reservation SET amount = 0, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId',
      { batchId, accountId },
    );
  }
}

/** Frees up to an amount of what a batch had set aside of one lot. */
export async function release(tx: Db, batchId: string, accountId: string, amount: number): Promise<void> {
  const [held] = await sql(tx).rows<{ amount: number }>(
    'SELECT amount FROM reservation WHERE batch_id = :batchId AND account_id = :accountId FOR UPDATE',
    { batchId, accountId },
  );
  const freed = Math.min(held?.amount ?? 0, Math.max(0, amount));
  if (freed === 0) return;
  await sql(tx).write('UPDATE balance SET reserved = reserved - :freed WHERE account_id = :accountId', {
    accountId,
    freed,
  });
  await sql(tx).write(
    'UPDATE reservation SET amount = amount - :freed, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId',
    { batchId, accountId, freed },
  );
}

/** What a batch still has set aside of one lot, locked. */
export async function heldOf(tx: Transaction, batchId: string, accountId: string): Promise<number> {
  const [held] = await sql(tx).rows<{ amount: number }>(
    'SELECT amount FROM reservation WHERE batch_id = :batchId AND account_id = :accountId FOR UPDATE',
    { batchId, accountId },
  );
  return held?.amount ?? 0;
}

/** Sets aside again what a batch had already used of a lot, after its weighing was taken back. */
export async function holdAgain(
  tx: Transaction,
  batchId: string,
  accountId: string,
  amount: number,
): Promise<void> {
  const params = { batchId, accountId, amount };
  const held = await sql(tx).write(
    'UPDATE reservation SET amount = amount + :amount, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId',
    params,
  );
  if (held > 0)
    await sql(tx).write(
      'UPDATE balance SET reserved = reserved + :amount WHERE account_id = :accountId',
      params,
    );
}
