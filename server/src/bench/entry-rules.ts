import { v7 as uuid } from 'uuid';
import type { AppContext } from '../platform/app-context.js';
import type { Transaction } from '../platform/database.js';
import { conflict, notFound } from '../platform/problem.js';
import * as store from './store.js';

export function sourceOf(app: AppContext, readingId: string | undefined, massMg: number): 'scale' | 'typed' {
  return readingId !== undefined && app.scales.believes(readingId, massMg) ? 'scale' : 'typed';
}

/** The device's own time when it gives one that is not in the future, else the server's. */
export function eventTime(deviceTime: string | undefined, now: Date): Date {
  const claimed = deviceTime === undefined ? now : new Date(deviceTime);
  return claimed > now ? now : claimed;
}

/**
 * Whether the entry comes after its step was closed. That is refused, unless it was made while the
 * line was down: then it stands, and the lead is told.
 */
export function isLate(gate: store.StepGateState | undefined, offline: boolean | undefined): boolean {
  if (gate?.closed === 1 && gate.batchState !== 'cancelled' && offline) return true;
  refuseClosed(gate);
  return false;
}

export function noticeLate(
  tx: Transaction,
  batchId: string,
  gate: store.StepGateState | undefined,
  at: Date,
  now: Date,
): void {
  const sentence = `An entry made without network at ${at.toISOString().slice(11, 16)} UTC came in after ${gate?.title ?? 'its step'} was closed; it stands.`;
  store.addNotice(tx, { id: uuid(), batchId, sentence, at: now });
}

function refuseClosed(gate: store.StepGateState | undefined): void {
  if (!gate) throw notFound('This step of the batch');
  if (gate.batchState !== 'open') {
    throw conflict(
      'batch-closed',
      `Batch ${gate.batchNumber} is ${gate.batchState}; nothing more can be weighed into it.`,
    );
  }
  if (gate.closed === 1) {
    throw conflict(
      'step-closed',
      `${gate.title} is closed. The lead can take an entry back if it was wrong.`,
    );
  }
}

export function idReused(): Error {
  return conflict('id-reused', 'This id was already used for another entry; nothing was changed.');
}
