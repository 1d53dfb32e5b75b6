import { v7 as uuid } from 'uuid';
import type { SheetLine } from '@zest/contract';
import { release } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';
import type { BatchRecord, LineRow } from '../record.js';

/**
 * Ends a line at what has been weighed on it: its plan becomes that weight and what was still set aside
 * of its lot is free again.
 */
export async function replaceRest(
  tx: Transaction,
  record: BatchRecord,
  row: LineRow,
  line: SheetLine,
  by: { personId: string; now: Date; reason: string },
): Promise<void> {
  await tx.write(
    `INSERT INTO line_plan (id, line_id, planned_mg, reason, at, person_id)
     VALUES (:id, :lineId, :plannedMg, :reason, :now, :personId)`,
    { ...by, id: uuid(), lineId: row.id, plannedMg: line.weighedMg },
  );
  await release(tx, record.batch.id, row.lotAccountId, line.dueMg - line.weighedMg);
}
