import { v7 as uuid } from 'uuid';
import { STEP_SHAPES, effective } from '@zest/core';
import { SHOP, lossAccount, postTransfers, type NewTransfer } from '../ledger/index.js';
import type { Transaction } from '../platform/database.js';
import { lockBatch, mustLoad } from './context.js';
import { stepAfter } from './places.js';
import type { BatchRecord, StepRow, TransferRow } from './record.js';

type Moved = Pick<TransferRow, 'id' | 'from' | 'to' | 'amount' | 'how' | 'reversesId'>;

/**
 * Brings what follows from the entries up to date: what passes on by itself when a step closes, what
 * heat and air took, and, once the batch is closed, what is unaccounted. Earlier figures of that kind
 * are reversed and written again, so a correction heals everything behind it.
 */
export async function settleClosedSteps(
  tx: Transaction,
  record: BatchRecord,
  now: Date,
  personId: string,
  batchClosed: boolean,
): Promise<void> {
  const moved: Moved[] = [...record.transfers];
  const massSteps = record.steps.filter((s) => s.placeAccountId !== null && !s.leftOut);
  const fresh: NewTransfer[] = [];
  const post = (
    from: string,
    to: string,
    amount: number,
    stepId: string,
    reversesId: string | null,
    reason: string,
  ) => {
    const transfer: NewTransfer = {
      id: uuid(),
      from,
      to,
      amount,
      at: now,
      batchId: record.batch.id,
      stepId,
      lineId: null,
      personId,
      deviceId: null,
      how: 'derived',
      reversesId,
      reason,
    };
    fresh.push(transfer);
    moved.push(transfer);
  };
  massSteps.forEach((step) => {
    const place = step.placeAccountId;
    if (!place || step.closedAt === null) return;
    const next = stepAfter(record, step)?.placeAccountId ?? record.productAccountId;
    const left = balanceOf(moved, place);
    if (left === 0) return;
    const target = next && derivedTarget(step, moved, next);
    if (target) {
      const old = effective(moved).find((t) => t.from === place && t.to === target && t.how === 'derived');
      if (old) post(old.to, old.from, old.amount, step.id, old.id, 'Computed again after a correction.');
      const amount = (old?.amount ?? 0) + left;
      if (amount > 0) post(place, target, amount, step.id, null, 'What was left when the step closed.');
    }
    const rest = balanceOf(moved, place);
    if (!batchClosed || rest === 0) return;
    if (rest > 0) post(place, SHOP.unaccounted, rest, step.id, null, 'Not explained when the batch closed.');
    else
      post(
        SHOP.scaleDifference,
        place,
        -rest,
        step.id,
        null,
        'More came out than went in when the batch closed.',
      );
  });
  if (fresh.length > 0) await postTransfers(tx, now, fresh);
}

/** Where mass that nobody weighed out of a closed step has gone; undefined when that is unknown. */
function derivedTarget(step: StepRow, moved: readonly Moved[], next: string): string | undefined {
  const shape = STEP_SHAPES[step.document.kind];
  const weighedOut = effective(moved).some(
    (t) => t.from === step.placeAccountId && t.to === next && t.how !== 'derived',
  );
  if (shape.passesOn && !weighedOut) return next;
  return shape.remainder ? lossAccount(shape.remainder) : undefined;
}

/** After an entry that came in late, made while the line was down: everything behind it is computed again. */
export async function settleLate(
  tx: Transaction,
  batchId: string,
  now: Date,
  personId: string,
): Promise<void> {
  await lockBatch(tx, batchId);
  const record = await mustLoad(tx, batchId);
  await settleClosedSteps(tx, record, now, personId, record.batch.state === 'closed');
}

function balanceOf(moved: readonly Moved[], account: string): number {
  return moved.reduce(
    (sum, t) => sum + (t.to === account ? t.amount : 0) - (t.from === account ? t.amount : 0),
    0,
  );
}
