import { v7 as uuid } from 'uuid';
import { settlement, type BatchFacts } from '@zest/core';
import { postTransfers } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';

/** Books everything that follows from the facts of a batch and is not booked yet. */
export async function settle(tx: Transaction, facts: BatchFacts, now: Date, personId: string): Promise<void> {
  const moves = settlement(facts, uuid);
  if (moves.length === 0) return;
  await postTransfers(
    tx,
    now,
    moves.map((move) => ({
      ...move,
      at: now,
      batchId: facts.batch.id,
      lineId: null,
      personId,
      deviceId: null,
      how: 'derived' as const,
    })),
  );
}
