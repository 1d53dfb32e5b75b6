import { v7 as uuid } from 'uuid';
import {
  FIXED_ACCOUNTS,
  asksOf,
  clockMinutes,
  clockSince,
  implausible,
  movesOf,
  readingKind,
  stepTitle,
  traitsOf,
  type BatchFacts,
  type BenchEntry,
  type EntryMoves,
  type ReadingHow,
  type StepFact,
} from '@zest/core';
import type { CasingUse, MassOut, NewReading, Person, Weighing } from '@zest/contract';
import { reworkAccount } from '../../batches/index.js';
import { readBy, shownBy } from '../../devices/index.js';
import { touchBatch } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { clockFacts } from '../store/clocks.js';
import type { WrittenMove, WrittenReading } from '../store/entries.js';
import { forgetFrame } from '../store/frames.js';
import { moreThanHeld, type More } from './more-than-held.js';

/** What a bench enters at a step, as it was sent. */
export type Entered =
  | { kind: 'weighing'; body: Weighing }
  /** More than stands there is found only by somebody who may say so. */
  | { kind: 'out'; body: MassOut; by: Person }
  | { kind: 'casing'; body: CasingUse }
  | { kind: 'reading'; body: NewReading };

export type Moving = Exclude<Entered, { kind: 'reading' }>;

/** What is to be written of an entry. */
export interface Decision {
  how: ReadingHow;
  moves: WrittenMove[];
  readings: WrittenReading[];
  /** What the lead is told of it. */
  notice: string | undefined;
  /** Whether an account may have a balance: lots have, places and the world outside have none. */
  counted: (account: string) => boolean;
}

/** Works out what an entry becomes at a step of the batch as it stands; nothing is written for it but a lot of rework. */
export async function decide(
  app: AppContext,
  facts: BatchFacts,
  step: StepFact,
  entry: Entered,
  at: Date,
): Promise<Decision> {
  if (entry.kind === 'reading')
    return entry.body.clock === true
      ? byClock(app, step, entry.body, at)
      : decideReading(app, step, entry.body);
  const made = await planned(app, facts, entry);
  const beyond = await beyondHeld(app, facts, entry, made);
  const source = shownBy(app, entry.body, amountOf(entry));
  const all = beyond?.move ? [...made.moves, beyond.move] : made.moves;
  return {
    how: source.how,
    moves: all.map((move) => ({
      ...move,
      ...(move.derived ? { how: 'derived' as const, deviceId: null, readingId: null } : source),
      foundId: uuid(),
    })),
    readings: made.readings.map((reading) => ({ ...reading, load: 0, ...source })),
    notice: beyond?.sentence,
    counted: countedIn(facts),
  };
}

/** The step that an entry is made at; undefined for a line that the batch does not have. */
export function stepIdOf({ lines }: BatchFacts, entry: Entered): string | undefined {
  if (entry.kind !== 'weighing') return entry.body.stepId;
  return lines.find((l) => l.id === entry.body.lineId)?.stepId;
}

/** An entry as core knows it. */
export function asBenchEntry(entry: Moving): Extract<BenchEntry, { kind: Moving['kind'] }> {
  switch (entry.kind) {
    case 'weighing':
      return { kind: 'weighing', body: entry.body };
    case 'out':
      return { kind: 'out', body: entry.body };
    case 'casing':
      return { kind: 'casing', body: entry.body };
  }
}

async function decideReading(app: AppContext, step: StepFact, body: NewReading): Promise<Decision> {
  const { id, stepId, kind, value, load = 0 } = body;
  // A patty's core, or a temperature that cooks: read in the piece, not beside it.
  const inCore = kind === 'core' || traitsOf(step.document).heat === 'lethal';
  const source = await readBy(app, body, { kind, value, inCore });
  if (body.sure !== true) mustBePlausible(step, body);
  return {
    how: source.how,
    moves: [],
    readings: [{ id, stepId, kind, value, load, transferId: null, ...source }],
    notice: undefined,
    counted: () => false,
  };
}

/**
 * Minutes are what passed since the clock was started, as the server has it.
 * @throws HttpProblem 422 at `kind` for another reading, 409 where no clock runs
 */
async function byClock(
  app: AppContext,
  { id: stepId, document }: StepFact,
  { id, kind, load = 0 }: NewReading,
  at: Date,
): Promise<Decision> {
  if (readingKind(kind).given !== 'clock')
    throw invalid([{ path: 'kind', message: 'A clock gives minutes and nothing else.' }]);
  const since = clockSince(await clockFacts(app.db, stepId), stepId, load);
  if (since === undefined)
    throw conflict('no-clock', `No clock runs at ${stepTitle(document)}: start it, or type the minutes.`);
  const value = clockMinutes(Date.parse(since), at.getTime());
  const source = { how: 'clock' as const, deviceId: null, readingId: null };
  return {
    how: 'clock',
    moves: [],
    readings: [{ id, stepId, kind, value, load, transferId: null, ...source }],
    notice: undefined,
    counted: () => false,
  };
}

/** @throws HttpProblem 422 at `sure` for a temperature that is hardly so */
function mustBePlausible({ document }: StepFact, { kind, value }: NewReading): void {
  const ask = asksOf(document).find((a) => a.kind === kind) ?? { kind };
  const why = implausible(ask, value);
  if (why !== null) throw invalid([{ path: 'sure', message: why }]);
}

function amountOf(entry: Moving): number {
  return entry.kind === 'casing' ? entry.body.lengthMm : entry.body.massMg;
}

async function beyondHeld(
  app: AppContext,
  { batch, steps }: BatchFacts,
  entry: Moving,
  { moves: [move] }: EntryMoves,
): Promise<More | undefined> {
  const step = steps.find((s) => s.id === move.stepId);
  if (entry.kind !== 'out' || !step) return undefined;
  return moreThanHeld(app, batch.id, step, move, { body: entry.body, person: entry.by });
}

/** Where the entry goes; the batch's lot of rework is made when it is first needed. */
async function planned(app: AppContext, facts: BatchFacts, entry: Moving): Promise<EntryMoves> {
  const { batch } = facts;
  const rework = entry.kind === 'out' && entry.body.to === 'rework';
  let frame = facts;
  if (rework && facts.reworkAccountId === null) {
    const accountId = await app.db.transaction(async (tx) => {
      touchBatch(tx, app.now(), batch.id);
      return reworkAccount(tx, batch.id, batch.recipeName, app.now());
    });
    forgetFrame(batch.id);
    frame = { ...facts, reworkAccountId: accountId };
  }
  const made = movesOf(frame, asBenchEntry(entry), uuid);
  if (!made) throw notFound(entry.kind === 'casing' ? 'A casing for this step' : 'This step of the batch');
  return made;
}

const FIXED = FIXED_ACCOUNTS.map((a) => a.id);
const COUNTED = new WeakMap<BatchFacts, (account: string) => boolean>();

/** Worked out once for as long as a frame is kept. */
function countedIn(facts: BatchFacts): (account: string) => boolean {
  const known = COUNTED.get(facts);
  if (known) return known;
  const none = new Set<string | null>([
    ...FIXED,
    ...facts.steps.flatMap((s) => [s.placeAccountId, s.casingAccountId]),
    ...facts.accounts.filter((a) => a.kind === 'gain').map((a) => a.id),
  ]);
  const counted = (account: string) => !none.has(account);
  COUNTED.set(facts, counted);
  return counted;
}
