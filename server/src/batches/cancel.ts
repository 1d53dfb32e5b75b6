import { effective } from '@zest/core';
import type { Person } from '@zest/contract';
import { releaseAll } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import { announce } from '../platform/live.js';
import { conflict, stale } from '../platform/problem.js';
import { commandOnBatch } from './command.js';
import { sheetContext } from './sheet-context.js';
import { buildSheet } from './sheet.js';

/** Cancels an open batch that holds nothing, and frees its stock. */
export async function cancelBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; version: number; reason: string },
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'cancel', body, async ({ tx, now, record }) => {
    if (record.batch.version !== body.version) {
      throw stale('The batch has changed since you looked.', buildSheet(record, await sheetContext(tx, now)));
    }
    if (record.batch.state !== 'open')
      throw conflict('batch-closed', `Batch ${record.batch.number} is already ${record.batch.state}.`);
    if (effective(record.transfers).length > 0) {
      throw conflict('has-mass', 'Something has been weighed into this batch; take it back first.');
    }
    await releaseAll(tx, batchId);
    await tx.write(
      "UPDATE batch SET state = 'cancelled', closed_at = :now, version = version + 1 WHERE id = :batchId",
      { now, batchId },
    );
    announce(tx, now, { topic: 'lots' });
  });
}
