import type { Sql } from '../platform/database.js';

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

/** Uses up to `amount` of what the batch had set aside of this lot. */
export async function consume(tx: Sql, batchId: string, accountId: string, amount: number): Promise<void> {
  const [held] = await tx.rows<{ amount: number }>(
    'SELECT amount FROM reservation WHERE batch_id = :batchId AND account_id = :accountId FOR UPDATE',
    { batchId, accountId },
  );
  const used = Math.min(held?.amount ?? 0, amount);
  if (used <= 0) return;
  await tx.write('UPDATE reservation SET amount = amount - :used, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId', { batchId, accountId, used });
  await tx.write('UPDATE balance SET reserved = reserved - :used WHERE account_id = :accountId', { accountId, used });
}

/** Frees everything a batch still had set aside. */
export async function releaseAll(tx: Sql, batchId: string): Promise<void> {
  const held = await tx.rows<{ accountId: string; amount: number }>(
    'SELECT account_id AS accountId, amount FROM reservation WHERE batch_id = :batchId AND amount > 0 ORDER BY account_id FOR UPDATE',
    { batchId },
  );
  for (const { accountId, amount } of held) {
    await tx.write('UPDATE balance SET reserved = reserved - :amount WHERE account_id = :accountId', { accountId, amount });
    await tx.write('UPDATE reservation SET amount = 0, version = version + 1 WHERE batch_id = :batchId AND account_id = :accountId', { batchId, accountId });
  }
}
