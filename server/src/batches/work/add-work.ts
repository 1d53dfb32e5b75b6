import { v7 as uuid } from 'uuid';
import { STEP_SHAPES } from '@zest/core';
import type { MethodStep } from '@zest/contract';
import { addAccounts } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';
import { conflict } from '../../platform/problem.js';
import { addSteps } from '../open-store.js';
import type { BatchRecord, StepRow } from '../record.js';

/** The step a batch stands at. @throws HttpProblem 409 when the batch is not open */
export function mustStandAt(record: BatchRecord): StepRow {
  const current = record.steps.find((s) => s.closedAt === null);
  if (record.batch.state !== 'open' || !current) {
    throw conflict('batch-closed', `Batch ${record.batch.number} is ${record.batch.state}.`);
  }
  return current;
}

/** Where the mass of the batch stands now: the first open step that holds mass. */
export function mustHavePlace(record: BatchRecord): string {
  const place = record.steps.find((s) => s.closedAt === null && s.placeAccountId !== null)?.placeAccountId;
  if (!place) throw conflict('no-place', 'There is no step left that anything could go into.');
  return place;
}

/**
 * Makes room before a position and puts steps there. Two moves, so that no two steps share a place
 * meanwhile. Steps that hold mass get a place only when asked to.
 */
export async function insertBefore(
  tx: Transaction,
  batchId: string,
  position: number,
  steps: readonly MethodStep[],
  withPlaces = false,
): Promise<string[]> {
  await tx.write(
    'UPDATE batch_step SET position = position + 1000 WHERE batch_id = :batchId AND position >= :position',
    { batchId, position },
  );
  await tx.write(
    'UPDATE batch_step SET position = position - 1000 + :shift WHERE batch_id = :batchId AND position >= 1000',
    { batchId, shift: steps.length },
  );
  const rows = steps.map((document, i) => ({
    id: uuid(),
    position: position + i,
    document,
    placeAccountId: withPlaces && STEP_SHAPES[document.kind].holdsMass ? uuid() : null,
  }));
  await addAccounts(
    tx,
    rows.flatMap((r) =>
      r.placeAccountId
        ? [
            {
              id: r.placeAccountId,
              kind: 'place' as const,
              measure: 'mg' as const,
              name: r.document.title,
              batchId,
              stepId: r.id,
            },
          ]
        : [],
    ),
  );
  await addSteps(tx, batchId, rows);
  return rows.map((r) => r.id);
}

/** How many steps of a kind of extra work the batch has already; the next one's number. */
export function nextNumber(record: BatchRecord, prefix: string): number {
  return record.steps.filter((s) => s.document.key.startsWith(prefix)).length + 1;
}

export function lastLinePosition(record: BatchRecord): number {
  return Math.max(...record.lines.map((l) => l.position));
}
