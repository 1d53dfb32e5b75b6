import type { PortionFact } from '@zest/core';
import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';
import { addProductLot } from './made-lots.js';

/** Puts portions behind those that the batch has, each with a lot for what is finished of it. */
export async function addPortions(
  tx: Transaction,
  batch: { id: string; owner: string | null },
  portions: readonly Omit<PortionFact, 'accountId'>[],
  at: Date,
  position = 1,
): Promise<void> {
  for (const [i, portion] of portions.entries()) {
    const accountId = await addProductLot(tx, batch.id, portion.name, at, batch.owner);
    await sql(tx).write(
      `INSERT INTO batch_portion (batch_id, portion_key, position, account_id, document)
       VALUES (:batchId, :key, :position, :accountId, :document)`,
      {
        batchId: batch.id,
        key: portion.key,
        position: position + i,
        accountId,
        document: JSON.stringify(portion),
      },
    );
  }
}
