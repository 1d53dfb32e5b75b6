import { escape } from 'mysql2';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { sql } from '../../platform/sql.js';
import type { Raw } from '../../platform/statement.js';

/** The number that a fact of this batch gets in the transaction that makes it; 0 outside a batch. */
export function numberOf(batchId: string | null): Raw | number {
  if (batchId === null) return 0;
  return { toSqlString: () => `(SELECT fact_of.n FROM batch fact_of WHERE fact_of.id = ${escape(batchId)})` };
}

/** Numbers a fact that changes more than entries do. It comes before whatever is written with that number. */
export function numberFact(tx: Transaction, batchId: string): void {
  sql(tx).defer('UPDATE batch SET n = n + 1, frame_n = n WHERE id = :batchId', { batchId });
}

/** Something about a batch has changed that its screens have to read. */
export function touchBatch(tx: Transaction, now: Date, batchId: string): void {
  numberFact(tx, batchId);
  announce(tx, now, { topic: 'batch', batchId });
}

/** Something about a lot has changed that open batches with it are judged by: its fat, its status. */
export function touchBatchesOfLot(tx: Transaction, lotId: string): void {
  sql(tx).defer(
    `UPDATE batch SET n = n + 1, frame_n = n
     WHERE state = 'open' AND id IN (SELECT l.batch_id FROM batch_line l WHERE l.lot_id = :lotId)`,
    { lotId },
  );
}
