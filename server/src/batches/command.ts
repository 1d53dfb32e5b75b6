import type { Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import type { Transaction } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { lockBatch, mustLoad } from './context.js';
import type { BatchRecord } from './record.js';

export interface CommandOnBatch {
  tx: Transaction;
  now: Date;
  /** The batch as it stands; other commands on it wait. */
  record: BatchRecord;
}

/** Carries out one command on one batch: once, alone, in one transaction, and tells the screens. */
export async function commandOnBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  kind: string,
  body: { id: string } & Record<string, unknown>,
  work: (on: CommandOnBatch) => Promise<void>,
): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind, personId: person.id, at: now, request: { batchId, ...body } };
  await once(app.db, head, async (tx) => {
    await lockBatch(tx, batchId);
    await work({ tx, now, record: await mustLoad(tx, batchId) });
    announce(tx, now, { topic: 'batch', batchId });
  });
}
