import { stepTitle, type BatchFacts, type StepFact } from '@zest/core';
import { lockBatch, mustLoad, numbersOf, settle } from '../../batches/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { UNNUMBERED, type Transaction } from '../../platform/database.js';
import { errnoOf, isDatabaseAway } from '../../platform/database-errors.js';
import { addNotice } from '../../platform/notices.js';
import { conflict, notFound } from '../../platform/problem.js';
import { clockTime } from '../../platform/shop-time.js';
import { numberAndTake, numberEntry, numberLate, type EntryHead, type Taken } from '../store/entries.js';
import { forgetFrame, frameOf } from '../store/frames.js';
import { isLate, mustTakeEntries } from './entry-rules.js';
import { timeWithin } from './entry-time.js';

/** A frame is behind at the most so often in a row. */
const TRIES = 4;

/** An entry of one step, ready to be written once the state of its batch is known. */
export interface Entry<T> {
  stepId: (facts: BatchFacts) => string | undefined;
  /** What is written, worked out from the batch before the transaction begins. */
  plan: (facts: BatchFacts, step: StepFact) => Promise<T> | T;
  write: (tx: Transaction, plan: T, taken: Taken | undefined) => void;
  /** What it takes out of a lot that is counted, so that this goes with its number. */
  takes?: (plan: T) => Taken | undefined;
  /** What of it says that this was not of the batch. */
  named: string;
}

/**
 * Writes an entry in one round trip, by the frame of the batch that this process holds. Where the frame
 * turns out to be behind nothing was written, it is read again, and the entry judged anew.
 *
 * @throws HttpProblem 404 for what is not of this batch, 409 for a batch or step that takes no more
 */
export async function writeEntry<T>(
  app: AppContext,
  head: EntryHead,
  offline: boolean | undefined,
  entry: Entry<T>,
): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const { facts, frameN, shut } = await frameOf(app.db, head.batchId, head.now);
    try {
      const step = stepOf(facts, entry);
      mustTakeEntries(facts, offline, head);
      Object.assign(head, timeWithin(facts, head));
      if (shut.has(step.id)) await mustBeOpen(app, head, step);
      const late = isLate(facts, step, offline);
      const plan = await entry.plan(facts, step);
      await app.db.transaction(async (tx) => {
        if (late) {
          await writeLate(tx, head, step, () => entry.write(tx, plan, undefined));
          return;
        }
        // A lot that is short is no reason to refuse: the second attempt books what it lacked as found.
        const taken = attempt === 1 ? entry.takes?.(plan) : undefined;
        if (taken) numberAndTake(tx, head.batchId, frameN, taken);
        else numberEntry(tx, head.batchId, frameN);
        entry.write(tx, plan, taken);
      });
      return plan;
    } catch (error) {
      // What the database says of itself, or of an entry that it has already, says nothing of the frame.
      const isUnnumbered = errnoOf(error) === UNNUMBERED;
      if (!isUnnumbered && (errnoOf(error) !== undefined || isDatabaseAway(error))) throw error;
      const behind = await isBehind(app, head.batchId, frameN);
      if (behind) forgetFrame(head.batchId);
      if (!(behind || isUnnumbered) || attempt >= TRIES) throw error;
    }
  }
}

function stepOf<T>(facts: BatchFacts, entry: Entry<T>): StepFact {
  const id = entry.stepId(facts);
  const step = facts.steps.find((s) => s.id === id);
  if (!step) throw notFound(`This ${entry.named} of the batch`);
  return step;
}

/**
 * A door that was shut when the frame was read is looked at again: the lead may have signed since.
 * @throws HttpProblem 409 with what the step asks of the cure
 */
async function mustBeOpen(app: AppContext, { batchId, now }: EntryHead, step: StepFact): Promise<void> {
  forgetFrame(batchId);
  const door = (await frameOf(app.db, batchId, now)).shut.get(step.id);
  if (door) throw conflict('door-shut', door.sentence);
}

/** Whether a refusal may only be due to a frame that others have changed meanwhile; asked by its number alone. */
async function isBehind(app: AppContext, batchId: string, frameN: number): Promise<boolean> {
  const numbers = await numbersOf(app.db, batchId);
  return numbers !== undefined && numbers.frameN > frameN;
}

/** After an entry made while the line was down: everything behind its step is computed again. */
async function writeLate(tx: Transaction, head: EntryHead, step: StepFact, write: () => void): Promise<void> {
  const { batchId, at, now, personId } = head;
  await lockBatch(tx, batchId);
  numberLate(tx, head);
  write();
  const time = await clockTime(tx, at);
  const sentence = `An entry made without network at ${time} came in after ${stepTitle(step.document)} was closed; it stands.`;
  addNotice(tx, batchId, now, sentence);
  await settle(tx, await mustLoad(tx, batchId), now, personId);
}
