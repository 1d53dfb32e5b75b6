import { stepTitle, type BatchFacts, type StepFact } from '@zest/core';
import { conflict } from '../../platform/problem.js';
import type { EntryHead } from '../store/entries.js';
import type { Maker } from './made-by.js';

/** Who an entry is kept under and who sends it, when it was made and when it is written. */
export function headOf(maker: Maker, batchId: string, deviceTime: string | undefined, now: Date): EntryHead {
  const at = eventTime(deviceTime, now);
  return { batchId, personId: maker.id, sentById: maker.sentBy?.id ?? null, at, now };
}

/** The same by name, as the facts tell it. */
export function namesOf(maker: Maker): { person: string; sentBy: string | null } {
  return { person: maker.name, sentBy: maker.sentBy?.name ?? null };
}

/** The device's own time when it gives one that is not in the future, else the server's. */
function eventTime(deviceTime: string | undefined, now: Date): Date {
  const claimed = deviceTime === undefined ? now : new Date(deviceTime);
  return claimed > now ? now : claimed;
}

/** An entry waits on a device for no longer than this. */
const MOST_WAITING_MS = 24 * 3_600_000;

/** A device's time that cannot be – before the batch was opened, or more than a day ago – is the server's. */
export function timeWithin({ batch }: BatchFacts, { at, now }: EntryHead): Date {
  const opened = new Date(batch.openedAt);
  return at < opened || now.getTime() - at.getTime() > MOST_WAITING_MS ? now : at;
}

/**
 * Whether the entry comes after its step was closed. That is refused, unless it was made while the
 * line was down: then it stands, and the lead is told.
 *
 * @throws HttpProblem 409 for a batch or a step that takes no more
 */
export function isLate({ batch }: BatchFacts, step: StepFact, offline: boolean | undefined): boolean {
  if (step.closedAt !== null && batch.state !== 'cancelled' && offline) return true;
  if (batch.state !== 'open') {
    throw conflict(
      'batch-closed',
      `Batch ${batch.number} is ${batch.state}; nothing more can be weighed into it.`,
    );
  }
  if (step.closedAt !== null) {
    throw conflict(
      'step-closed',
      `${stepTitle(step.document)} is closed. The lead can take an entry back if it was wrong.`,
    );
  }
  return false;
}

export function idReused(): Error {
  return conflict('id-reused', 'This id was already used for another entry; nothing was changed.');
}
