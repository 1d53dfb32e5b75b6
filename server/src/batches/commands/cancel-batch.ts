import { effective } from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { releaseAll } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, stale } from '../../platform/problem.js';
import { endBatch } from '../store/batch.js';
import { commandOnBatch } from './on-batch.js';

/** Cancels an open batch that holds nothing, and frees its stock. */
export function cancelBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; version: number; reason: string },
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'cancel', body, async ({ tx, now, facts, view }) => {
    const { batch } = facts;
    if (batch.version !== body.version) throw stale('The batch has changed since you looked.', view());
    if (batch.state !== 'open')
      throw conflict('batch-closed', `Batch ${batch.number} is already ${batch.state}.`);
    if (effective(facts.transfers).length > 0) {
      throw conflict('has-mass', 'Something has been weighed into this batch; take it back first.');
    }
    await releaseAll(tx, batchId);
    await endBatch(tx, batchId, 'cancelled', now);
    announce(tx, now, { topic: 'lots' });
  });
}
