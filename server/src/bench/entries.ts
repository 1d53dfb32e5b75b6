import { v7 as uuid } from 'uuid';
import { LOSS_REASONS, STEP_SHAPES, massToken, type LossReason, type StepKind } from '@zest/core';
import type { CasingUse, MassOut, Recorded, Weighing } from '@zest/contract';
import { reworkAccount, settleLate } from '../batches/index.js';
import {
  SHOP,
  consume,
  lossAccount,
  postLocked,
  postTransfers,
  stockLock,
  type NewTransfer,
  type StockRow,
} from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import { DUPLICATE_KEY, errnoOf, type Transaction } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { HttpProblem, invalid, notFound } from '../platform/problem.js';
import { eventTime, idReused, isLate, noticeLate, sourceOf } from './entry-rules.js';
import type { Hand } from './made-by.js';
import * as store from './store.js';

/** Weighs a line in: from its lot to the place where the line goes. */
export async function recordWeighing(
  app: AppContext,
  person: Hand,
  batchId: string,
  body: Weighing,
): Promise<Recorded> {
  const line = await lineOf(app, batchId, body.lineId);
  const transfer = newTransfer(app, person, batchId, body, {
    from: line.lotAccountId,
    to: line.placeAccountId,
    amount: body.massMg,
    stepId: line.stepId,
    lineId: body.lineId,
  });
  return record(app, batchId, transfer, body.offline, async (tx) =>
    consume(tx, batchId, line.lotAccountId, body.massMg),
  );
}

/** Lines never change, so each process may remember them; whether their step is open is asked anew. */
const LINES_REMEMBERED = 5000;
const remembered = new Map<string, store.LineContext>();

async function lineOf(app: AppContext, batchId: string, lineId: string): Promise<store.LineContext> {
  const key = `${batchId} ${lineId}`;
  const known = remembered.get(key) ?? (await store.lineContext(app.db, batchId, lineId));
  if (!known) throw notFound('This line of the batch');
  if (remembered.size >= LINES_REMEMBERED) remembered.clear();
  remembered.set(key, known);
  return known;
}

/** Weighs mass out of a step: on to the next, into a named loss, or kept as rework. */
export async function recordMassOut(
  app: AppContext,
  person: Hand,
  batchId: string,
  body: MassOut,
): Promise<Recorded> {
  const step = await store.stepContext(app.db, batchId, body.stepId);
  if (!step) throw notFound('This step of the batch');
  const place = step.kind === 'taste' ? step.nextPlaceId : step.placeAccountId;
  if (!place) throw invalid([{ path: 'stepId', message: `Nothing is weighed out of ${step.title}.` }]);
  const to = await outTarget(app, batchId, step, body);
  const transfer = newTransfer(app, person, batchId, body, {
    from: place,
    to,
    amount: body.massMg,
    stepId: body.stepId,
    lineId: null,
    reason: body.note ?? null,
  });
  if (body.pieces !== undefined && !(body.to === 'next' && PIECES_AT.has(step.kind))) {
    throw invalid([
      { path: 'pieces', message: 'Pieces are counted where links, coils or patties are made.' },
    ]);
  }
  return record(app, batchId, transfer, body.offline, (tx) => {
    if (body.pieces !== undefined) countByWeight(tx, app.now(), transfer, body.stepId, body.pieces);
    return Promise.resolve();
  });
}

const PIECES_AT: ReadonlySet<string> = new Set(['link', 'form']);

/** What is weighed on counts its pieces; a single one is a sample too. */
function countByWeight(
  tx: Transaction,
  now: Date,
  transfer: NewTransfer,
  stepId: string,
  pieces: number,
): void {
  const about = {
    batchId: transfer.batchId ?? '',
    stepId,
    load: 0,
    at: transfer.at,
    now,
    personId: transfer.personId ?? '',
    transferId: transfer.id,
    deviceId: transfer.deviceId,
    how: transfer.how === 'scale' ? ('scale' as const) : ('typed' as const),
  };
  store.addReading(tx, { ...about, id: uuid(), kind: 'tally', value: pieces });
  if (pieces === 1) store.addReading(tx, { ...about, id: uuid(), kind: 'sample', value: transfer.amount });
}

async function outTarget(
  app: AppContext,
  batchId: string,
  step: store.StepContext,
  body: MassOut,
): Promise<string> {
  if (body.to === 'next') return step.nextPlaceId ?? step.productAccountId;
  if (body.to === 'rework')
    return app.db.transaction((tx) => reworkAccount(tx, batchId, step.product, app.now()));
  const allowed = STEP_SHAPES[step.kind as StepKind].losses;
  const reason = LOSS_REASONS.find((r) => r === body.reason);
  if (!reason || !allowed.includes(reason)) {
    throw invalid([{ path: 'reason', message: `Name the loss: ${allowed.join(', ')}.` }]);
  }
  return lossAccount(reason satisfies LossReason);
}

/** Books casing metres from their lot, and the casing's own mass into the step. */
export async function recordCasing(
  app: AppContext,
  person: Hand,
  batchId: string,
  body: CasingUse,
): Promise<Recorded> {
  const step = await store.stepContext(app.db, batchId, body.stepId);
  const casing = await store.casingContext(app.db, batchId, body.stepId);
  if (!step?.placeAccountId || !casing) throw notFound('A casing for this step');
  const metres = newTransfer(app, person, batchId, body, {
    from: casing.lotAccountId,
    to: casing.placeAccountId,
    amount: body.lengthMm,
    stepId: body.stepId,
    lineId: null,
  });
  const massMg = Math.round(body.lengthMm * casing.gPerM);
  const mass: NewTransfer = {
    ...metres,
    id: uuid(),
    from: SHOP.casingMass,
    to: step.placeAccountId,
    amount: massMg,
    how: 'derived',
    deviceId: metres.id,
  };
  const also = async (tx: Transaction) => {
    if (massMg > 0) await postTransfers(tx, app.now(), [mass]);
    consume(tx, batchId, casing.lotAccountId, body.lengthMm);
  };
  return record(app, batchId, metres, body.offline, also);
}

function newTransfer(
  app: AppContext,
  person: Hand,
  batchId: string,
  body: { id: string; readingId?: string | undefined; deviceTime?: string | undefined },
  move: Pick<NewTransfer, 'from' | 'to' | 'amount' | 'stepId' | 'lineId'> & { reason?: string | null },
): NewTransfer {
  const how = sourceOf(app, body.readingId, move.amount);
  return {
    reason: null,
    ...move,
    id: body.id,
    at: eventTime(body.deviceTime, app.now()),
    batchId,
    personId: person.id,
    deviceId: how === 'scale' ? (body.readingId ?? null) : null,
    how,
    reversesId: null,
  };
}

/**
 * Writes an entry once. A repeat under the same id answers as the first did, even when the step has
 * been closed since; other content under a known id is refused.
 */
async function record(
  app: AppContext,
  batchId: string,
  transfer: NewTransfer,
  offline: boolean | undefined,
  also: (tx: Transaction) => Promise<void>,
): Promise<Recorded> {
  const now = app.now();
  let found = false;
  try {
    await app.db.transaction(async (tx) => {
      const [gates, stock] = await tx.both<store.StepGateState, StockRow>(
        store.stepGateQuery(transfer.stepId ?? ''),
        stockLock([transfer]),
      );
      const late = isLate(gates[0], offline);
      const short = postLocked(tx, now, [transfer], stock);
      found = short.size > 0;
      for (const [, amount] of short) noticeShortfall(tx, batchId, transfer, amount, now);
      await also(tx);
      if (late) {
        noticeLate(tx, batchId, gates[0], transfer.at, now);
        await settleLate(tx, batchId, now, transfer.personId ?? '');
      }
      announce(tx, now, { topic: 'batch', batchId });
    });
  } catch (error) {
    const mayBeRepeat = error instanceof HttpProblem || errnoOf(error) === DUPLICATE_KEY;
    const written = mayBeRepeat ? await store.findTransfer(app.db, transfer.id) : undefined;
    if (!written) throw error;
    return repeated(written, transfer);
  }
  void app.hub.poll();
  return { id: transfer.id, how: transfer.how, found };
}

function repeated(written: store.KnownTransfer, sent: NewTransfer): Recorded {
  const same =
    written.from === sent.from &&
    written.to === sent.to &&
    written.amount === sent.amount &&
    written.lineId === sent.lineId;
  if (!same) throw idReused();
  return { id: sent.id, how: written.how, found: false };
}

function noticeShortfall(
  tx: Transaction,
  batchId: string,
  transfer: NewTransfer,
  amount: number,
  at: Date,
): void {
  const sentence = `${massToken(amount)} more was taken from a lot than the books had; it was booked as found.`;
  store.addNotice(tx, { id: transfer.id, batchId, sentence, at });
}
