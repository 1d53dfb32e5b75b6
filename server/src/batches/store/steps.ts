import type { MethodStep } from '@zest/contract';
import type { StepOrigin } from '@zest/core';
import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

export interface NewStep {
  id: string;
  position: number;
  document: MethodStep;
  placeAccountId: string | null;
  origin: StepOrigin | null;
  originNo: number | null;
}

export async function addSteps(tx: Transaction, batchId: string, steps: readonly NewStep[]): Promise<void> {
  await sql(tx).insertMany(
    'INSERT INTO batch_step (id, batch_id, position, document, place_account_id, origin, origin_no) VALUES ?',
    steps.map((s) => [
      s.id,
      batchId,
      s.position,
      JSON.stringify(s.document),
      s.placeAccountId,
      s.origin,
      s.originNo,
    ]),
  );
}

/** Frees so many positions from one on. Two moves, so that no two steps share a place meanwhile. */
export async function shiftSteps(
  tx: Transaction,
  batchId: string,
  position: number,
  shift: number,
): Promise<void> {
  await sql(tx).write(
    'UPDATE batch_step SET position = position + 1000 WHERE batch_id = :batchId AND position >= :position',
    { batchId, position },
  );
  await sql(tx).write(
    'UPDATE batch_step SET position = position - 1000 + :shift WHERE batch_id = :batchId AND position >= 1000',
    { batchId, shift },
  );
}

export async function closeStepRow(
  tx: Transaction,
  step: { id: string; now: Date; personId: string; reason: string | null; leftOut: boolean },
): Promise<void> {
  await sql(tx).write(
    `UPDATE batch_step SET closed_at = :now, closed_by = :personId, override_reason = :reason, left_out = :leftOut,
       version = version + 1 WHERE id = :id`,
    { ...step },
  );
}

/** Puts a step elsewhere in the order, with what the method now says of it. */
export async function rearrangeStep(
  tx: Transaction,
  step: { id: string; position: number; document: MethodStep },
): Promise<void> {
  await sql(tx).write(
    'UPDATE batch_step SET position = :position, document = :document, version = version + 1 WHERE id = :id',
    { ...step, document: JSON.stringify(step.document) },
  );
}
