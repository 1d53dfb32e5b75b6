import { stepTitle, type BatchFacts, type ReadingHow, type StepFact, type TransferFact } from '@zest/core';
import { lockBatch, mustLoad, numbersOf, settle } from '../../batches/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { UNNUMBERED, type Transaction } from '../../platform/database.js';
import { errnoOf, isDatabaseAway } from '../../platform/database-errors.js';
import { addNotice } from '../../platform/notices.js';
import { conflict, notFound } from '../../platform/problem.js';
import { clockTime } from '../../platform/shop-time.js';
import {
  announceEntry,
  numberAndTake,
  numberEntry,
  numberLate,
  useReserved,
  writeMoves,
  writeReading,
  type EntryHead,
  type Shortfall,
  type Taken,
  type WrittenMove,
} from '../store/entries.js';
import { forgetFrame, frameOf, type Frame } from '../store/frames.js';
import { decide, stepIdOf, type Decision, type Entered } from './decide.js';
import { isLate, mustTakeEntries, namesOf } from './entry-rules.js';
import { timeWithin } from './entry-time.js';
import type { Maker } from './made-by.js';

/** A frame is behind at the most so often in a row. */
const TRIES = 4;

/** Where an entry is made: the batch as this process holds it, the step, and when. */
interface Standing {
  facts: BatchFacts;
  frameN: number;
  step: StepFact;
  head: EntryHead;
  maker: Maker;
  /** After its step was closed. */
  late: boolean;
}

/**
 * Writes an entry in one round trip: where it stands is loaded, what it becomes is decided, and that is written. Where
 * the frame of the batch that this process holds turns out to be behind nothing was written, it is read again, and the
 * entry judged anew.
 *
 * @throws HttpProblem 404 for what is not of this batch, 409 for a batch or step that takes no more
 */
export async function writeEntry(
  app: AppContext,
  asked: EntryHead,
  maker: Maker,
  entry: Entered,
): Promise<{ how: ReadingHow; found: boolean }> {
  for (let attempt = 1; ; attempt += 1) {
    const frame = await frameOf(app.db, asked.batchId, asked.now);
    try {
      const at = await standing(app, frame, asked, maker, entry);
      const decision = await decide(app, at.facts, at.step, entry, at.head.at);
      // A lot that is short is no reason to refuse: the second attempt books what it lacked as found.
      const { found } = await write(app, at, entry, decision, attempt === 1);
      return { how: decision.how, found };
    } catch (error) {
      // What the database says of itself, or of an entry that it has already, says nothing of the frame.
      const isUnnumbered = errnoOf(error) === UNNUMBERED;
      if (!isUnnumbered && (errnoOf(error) !== undefined || isDatabaseAway(error))) throw error;
      const behind = await isBehind(app, asked.batchId, frame.frameN);
      if (behind) forgetFrame(asked.batchId);
      if (!(behind || isUnnumbered) || attempt >= TRIES) throw error;
    }
  }
}

async function standing(
  app: AppContext,
  { facts, frameN, shut }: Frame,
  asked: EntryHead,
  maker: Maker,
  entry: Entered,
): Promise<Standing> {
  const { offline } = entry.body;
  const step = facts.steps.find((s) => s.id === stepIdOf(facts, entry));
  if (!step) throw notFound(`This ${NAMED[entry.kind]} of the batch`);
  mustTakeEntries(facts, offline, asked);
  const head = { ...asked, ...timeWithin(facts, asked) };
  if (shut.has(step.id)) await mustBeOpen(app, head, step);
  return { facts, frameN, step, head, maker, late: isLate(facts, step, offline) };
}

const NAMED: Record<Entered['kind'], string> = {
  weighing: 'line',
  out: 'step',
  casing: 'casing',
  reading: 'step',
};

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

/** Everything that an entry is, in one transaction. @returns whether a lot turned out to be short, once it is written */
function write(
  app: AppContext,
  at: Standing,
  entry: Entered,
  decision: Decision,
  isFirst: boolean,
): Promise<Shortfall> {
  const { head, frameN, late } = at;
  return app.db.transaction(async (tx) => {
    if (late) return writeLate(tx, at, entry, decision);
    const taken = isFirst ? takenBy(decision) : undefined;
    if (taken) numberAndTake(tx, head.batchId, frameN, taken);
    else numberEntry(tx, head.batchId, frameN);
    return writeDecision(tx, at, entry, decision, taken);
  });
}

/** What the entry takes out of a lot that is counted, so that this goes with its number. */
function takenBy({ moves: [move], counted }: Decision): Taken | undefined {
  return move && counted(move.from) ? { account: move.from, amount: move.amount } : undefined;
}

function writeDecision(
  tx: Transaction,
  { head, maker }: Standing,
  entry: Entered,
  { moves, readings, notice, counted, how }: Decision,
  taken: Taken | undefined,
): Shortfall {
  const { batchId, now } = head;
  if (notice) addNotice(tx, batchId, now, notice);
  const shortfall = writeMoves(tx, head, moves, { counted, taken });
  const [first] = moves;
  if (first && entry.kind !== 'out' && !taken) useReserved(tx, batchId, first);
  for (const reading of readings) writeReading(tx, head, reading);
  const made = { at: head.at.toISOString(), ...namesOf(maker, head) };
  const facts = {
    transfers: moves.map((m) => ({ ...bareMove(m), ...made, reversesId: null })),
    readings: readings.map(({ id, stepId, kind, value, load, transferId }) => ({
      ...{ id, stepId, kind, value, load, transferId, how },
      ...made,
    })),
  };
  const open = moves.filter((m) => counted(m.from) && m.from !== taken?.account);
  announceEntry(
    tx,
    head,
    facts,
    open.map((m) => m.foundId),
  );
  return shortfall;
}

function bareMove(move: WrittenMove): Omit<TransferFact, 'at' | 'person' | 'reversesId'> {
  const { derived: _derived, readingId: _reading, foundId: _found, ...rest } = move;
  return rest;
}

/** After an entry made while the line was down: everything behind its step is computed again. */
async function writeLate(
  tx: Transaction,
  at: Standing,
  entry: Entered,
  decision: Decision,
): Promise<Shortfall> {
  const { head, step } = at;
  const { batchId, now, personId } = head;
  await lockBatch(tx, batchId);
  numberLate(tx, head);
  const shortfall = writeDecision(tx, at, entry, decision, undefined);
  const time = await clockTime(tx, head.at);
  const sentence = `An entry made without network at ${time} came in after ${stepTitle(step.document)} was closed; it stands.`;
  addNotice(tx, batchId, now, sentence);
  await settle(tx, await mustLoad(tx, batchId), now, personId);
  return shortfall;
}
