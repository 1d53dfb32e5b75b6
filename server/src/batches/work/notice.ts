import { v7 as uuid } from 'uuid';
import type { Transaction } from '../../platform/database.js';

/** One card for the lead, in one sentence. */
export async function addNotice(
  tx: Transaction,
  batchId: string,
  now: Date,
  sentence: string,
): Promise<void> {
  await tx.write('INSERT INTO notice (id, batch_id, sentence, at) VALUES (:id, :batchId, :sentence, :now)', {
    id: uuid(),
    batchId,
    sentence: sentence.slice(0, 300),
    now,
  });
}
