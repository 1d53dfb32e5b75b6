import type { BatchFacts, LineFact, LineView } from '@zest/core';
import { release } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';
import { planLine } from '../store/lines.js';

/**
 * Ends a line at what has been weighed on it: its plan becomes that weight and what was still set aside
 * of its lot is free again.
 */
export async function replaceRest(
  tx: Transaction,
  facts: BatchFacts,
  row: LineFact,
  line: LineView,
  by: { personId: string; now: Date; reason: string },
): Promise<void> {
  await planLine(tx, { ...by, lineId: row.id, plannedMg: line.weighedMg });
  await release(tx, facts.batch.id, row.lotAccountId, line.dueMg - line.weighedMg);
}
