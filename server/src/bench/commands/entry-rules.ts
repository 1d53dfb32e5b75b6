import { stepTitle, type BatchFacts, type StepFact } from '@zest/core';
import { conflict } from '../../platform/problem.js';
import type { EntryHead } from '../store/entries.js';
import { eventTime } from './entry-time.js';
import type { Maker } from './made-by.js';

/** Who an entry is kept under and who sends it, when it was made and when it is written. */
export function headOf(maker: Maker, batchId: string, deviceTime: string | undefined, now: Date): EntryHead {
  const receivedAt = maker.approved?.receivedAt ?? now;
  return {
    batchId,
    personId: maker.id,
    sentById: maker.sentBy?.id ?? null,
    proven: maker.proven === true,
    ...asBelieved(maker, eventTime(deviceTime, receivedAt)),
    receivedAt,
    approved: maker.approved !== undefined,
    now,
  };
}

function asBelieved(
  { retimed = false }: Maker,
  time: Pick<EntryHead, 'at' | 'retimed'>,
): Pick<EntryHead, 'at' | 'retimed'> {
  return { ...time, retimed: time.retimed || retimed };
}

/** The same by name, as the facts tell it. */
export function namesOf(
  maker: Maker,
  { retimed }: Pick<EntryHead, 'retimed'>,
): { person: string; sentBy: string | null; proven: boolean; retimed: boolean } {
  return {
    person: maker.name,
    sentBy: maker.sentBy?.name ?? null,
    proven: maker.proven === true,
    retimed,
  };
}

/** An entry of a device that came after its batch was finished: it is kept for the lead, and not booked. */
export class ForTheLead extends Error {
  constructor(readonly batchNumber: number) {
    super(`Batch ${batchNumber} was finished before this came: it waits for the lead.`);
    this.name = 'ForTheLead';
  }
}

/**
 * A batch takes nothing from a bench once it is finished or cancelled: what waited on a device until then is for
 * the lead to take or not.
 *
 * @throws ForTheLead for what waited on a device, unless the lead has approved it
 * @throws HttpProblem 409 for anything else
 */
export function mustTakeEntries(
  { batch }: BatchFacts,
  offline: boolean | undefined,
  { approved }: Pick<EntryHead, 'approved'>,
): void {
  if (batch.state === 'open' || (batch.state === 'closed' && offline && approved)) return;
  if (batch.state === 'closed' && offline) throw new ForTheLead(batch.number);
  throw conflict(
    'batch-closed',
    `Batch ${batch.number} is ${batch.state}; nothing more can be weighed into it.`,
  );
}

/**
 * Whether the entry comes after its step was closed. That is refused, unless it was made while the
 * line was down: then it stands, and the lead is told.
 *
 * @throws HttpProblem 409 for a step that takes no more
 */
export function isLate({ batch }: BatchFacts, step: StepFact, offline: boolean | undefined): boolean {
  if (batch.state !== 'open') return true;
  if (step.closedAt === null) return false;
  if (offline) return true;
  throw conflict(
    'step-closed',
    `${stepTitle(step.document)} is closed. The lead can take an entry back if it was wrong.`,
  );
}

export function idReused(): Error {
  return conflict('id-reused', 'This id was already used for another entry; nothing was changed.');
}
