import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

export function addReadingBack(
  tx: Transaction,
  back: { readingId: string; batchId: string; personId: string; at: Date; reason: string },
): void {
  sql(tx).defer(
    `INSERT INTO reading_back (reading_id, batch_id, person_id, at, reason)
     VALUES (:readingId, :batchId, :personId, :at, :reason)`,
    back,
  );
}
