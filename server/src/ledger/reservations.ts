import type { Sql, Transaction } from '../platform/database.js';

/**
 * Sets stock aside for a batch. A conditional write, so that two batches cannot take the same
 * kilograms whatever process they come from.
 * @returns false when less than the amount is free; nothing was changed
 */
export async function reserve(tx: Sql, batchId: string, accountId: string, amount: number): Promise<boolean> {
  const taken = await tx.write(
    `UPDATE balance SET reserved = reserved + :amount
     WHERE account_id = :accountId AND amount - reserved >= :amount`,
    { accountId, amount },
  );
  if (taken === 0) return false;
  await tx.write(
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
  tx.defer(
    `UPDATE balance SET reserved = reserved - LEAST(:amount, COALESCE(
       (SELECT r.amount FROM reservation r WHERE r.batch_id = :batchId AND r.account_id = :accountId), 0))
     WHERE account_id = :accountId`,
    params,
  );
  tx.defer(
    `UPDATE reservation SET amount = amount - LEAST(amount, :amount), version = version + 1
     WHERE batch_id = :batchId AND account_id = :accountId`,
    params,
  );
}

/** Frees everything a batch still had set aside. */
export async function releaseAll(tx: Sql, batchId: string): Promise<void> {
  const held = await tx.rows<{ accountId: string; amount: number }>(
    'SELECT account_id AS accountId, amount FROM reservation WHERE batch_id = :batchId AND amount > 0 ORDER BY account_id FOR UPDATE',
    { batchId },
  );
  for (const { accountId, amount } of held) {
    await tx.write('UPDATE balance SET reserved = reserved - :amount WHERE account_id = :accountId', {
      accountId,
      amount,
    });
    await tx.write(
      'UPDATE reservation SET amount = 0, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId',
      { batchId, accountId },
    );
  }
}

/** Frees up to an amount of what a batch had set aside of one lot. */
export async function release(tx: Sql, batchId: string, accountId: string, amount: number): Promise<void> {
  const [held] = await tx.rows<{ amount: number }>(
    'SELECT amount FROM reservation WHERE batch_id = :batchId AND account_id = :accountId FOR UPDATE',
    { batchId, accountId },
  );
  const freed = Math.min(held?.amount ?? 0, Math.max(0, amount));
  if (freed === 0) return;
  await tx.write('UPDATE balance SET reserved = reserved - :freed WHERE account_id = :accountId', {
    accountId,
    freed,
  });
  await tx.write(
    'UPDATE reservation SET amount = amount - :freed, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId',
    { batchId, accountId, freed },
  );
}
