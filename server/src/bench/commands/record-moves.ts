import { v7 as uuid } from 'uuid';
import {
  FIXED_ACCOUNTS,
  InputError,
  massToken,
  movesOf,
  type BatchFacts,
  type BenchEntry,
  type EntryMove,
  type EntryMoves,
  type TransferFact,
} from '@zest/core';
import type { CasingUse, MassOut, Person, Recorded, Weighing } from '@zest/contract';
import { reworkAccount } from '../../batches/index.js';
import { shopScales, shownBy } from '../../devices/index.js';
import { touchBatch } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { HttpProblem, fromInputError, invalid, notFound } from '../../platform/problem.js';
import {
  announceEntry,
  findTransfer,
  useReserved,
  writeMoves,
  writeReading,
  type EntryHead,
  type WrittenMove,
} from '../store/entries.js';
import { addNotice } from '../../platform/notices.js';
import { forgetFrame, frameOf } from '../store/frames.js';
import { moreThanHeld, type More } from './more-than-held.js';
import { ForTheLead, headOf, idReused, namesOf } from './entry-rules.js';
import type { Maker } from './made-by.js';
import { writeEntry } from './write-entry.js';

type MovingEntry = Extract<BenchEntry, { kind: 'weighing' | 'out' | 'casing' }>;
type Body = {
  id: string;
  readingId?: string | undefined;
  deviceTime?: string | undefined;
  offline?: boolean | undefined;
};

/** Weighs a line in: from its lot to the place where the line goes. */
export async function recordWeighing(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: Weighing,
): Promise<Recorded> {
  const scales = await shopScales(app.db);
  // More than the largest holds is no weight of one line.
  if (body.massMg > Math.max(...scales.map((s) => s.capacityMg))) {
    const message = `No scale here shows ${massToken(body.massMg)} at once; weigh it in parts.`;
    throw invalid([{ path: 'massMg', message }]);
  }
  return record(app, maker, batchId, { kind: 'weighing', body }, body, body.massMg);
}

/** Weighs mass out of a step: on to the next, into a named loss, or kept as rework. */
export function recordMassOut(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: MassOut,
  person: Person,
): Promise<Recorded> {
  const more = (facts: BatchFacts, move: EntryMove) => {
    const step = facts.steps.find((s) => s.id === move.stepId);
    return step && moreThanHeld(app, batchId, step, move, { body, person });
  };
  return record(app, maker, batchId, { kind: 'out', body }, body, body.massMg, more);
}

/** Books casing metres from their lot, and the casing's own mass into the step. */
export function recordCasing(
  app: AppContext,
  maker: Maker,
  batchId: string,
  body: CasingUse,
): Promise<Recorded> {
  return record(app, maker, batchId, { kind: 'casing', body }, body, body.lengthMm);
}

interface Plan {
  made: EntryMoves;
  moves: WrittenMove[];
  /** What the lead is told of it. */
  sentence: string | undefined;
  /** Whether an account may have a balance: lots have, places and the world outside have none. */
  counted: (account: string) => boolean;
}

/**
 * Writes an entry once. A repeat under the same id answers as the first did, even when the step has
 * been closed since; other content under a known id is refused.
 */
async function record(
  app: AppContext,
  maker: Maker,
  batchId: string,
  entry: MovingEntry,
  body: Body,
  amount: number,
  more?: (facts: BatchFacts, move: EntryMove) => Promise<More | undefined> | undefined,
): Promise<Recorded> {
  const now = app.now();
  const head = headOf(maker, batchId, body.deviceTime, now);
  const source = shownBy(app, body, amount);
  let found = false;
  try {
    await writeEntry<Plan>(app, head, body.offline, {
      named: entry.kind === 'weighing' ? 'line' : entry.kind === 'casing' ? 'casing' : 'step',
      stepId: (facts) => stepIdOf(facts, entry),
      plan: async (facts) => {
        const made = await planned(app, facts, entry);
        const beyond = await more?.(facts, made.moves[0]);
        const all = beyond?.move ? [...made.moves, beyond.move] : made.moves;
        const moves = all.map((move) => ({
          ...move,
          ...(move.derived ? { how: 'derived' as const, deviceId: null, readingId: null } : source),
          foundId: uuid(),
        }));
        return { made, moves, sentence: beyond?.sentence, counted: countedIn(facts) };
      },
      takes: ({ made, counted }) => {
        const [{ from, amount }] = made.moves;
        return counted(from) ? { account: from, amount } : undefined;
      },
      write: (tx, { made, moves, sentence, counted }, taken) => {
        if (sentence) addNotice(tx, batchId, now, sentence);
        const onFound = () => {
          found = true;
        };
        writeMoves(tx, head, moves, { counted, taken, onFound });
        if (entry.kind !== 'out' && !taken) useReserved(tx, batchId, made.moves[0]);
        for (const reading of made.readings) writeReading(tx, head, { ...reading, load: 0, ...source });
        announceEntry(
          tx,
          head,
          {
            transfers: moves.map((m) => transferFact(m, head, maker)),
            readings: made.readings.map((r) => ({
              ...r,
              load: 0,
              at: head.at.toISOString(),
              ...namesOf(maker, head),
              how: source.how,
            })),
          },
          moves.filter((m) => counted(m.from) && m.from !== taken?.account).map((m) => m.foundId),
        );
      },
    });
  } catch (error) {
    const sent = await repeated(app, error, batchId, entry);
    if (!sent) throw error instanceof InputError ? fromInputError(error) : error;
    return sent;
  }
  void app.hub.poll();
  return { id: body.id, how: source.how, found };
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

function stepIdOf({ lines }: BatchFacts, entry: MovingEntry): string | undefined {
  if (entry.kind !== 'weighing') return entry.body.stepId;
  return lines.find((l) => l.id === entry.body.lineId)?.stepId;
}

/** Where the entry goes; the batch's lot of rework is made when it is first needed. */
async function planned(app: AppContext, facts: BatchFacts, entry: MovingEntry): Promise<EntryMoves> {
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
  const made = movesOf(frame, entry, uuid);
  if (!made) throw notFound(entry.kind === 'casing' ? 'A casing for this step' : 'This step of the batch');
  return made;
}

function transferFact(move: WrittenMove, head: EntryHead, maker: Maker): TransferFact {
  const { derived: _derived, readingId: _reading, foundId: _found, ...rest } = move;
  return { ...rest, at: head.at.toISOString(), ...namesOf(maker, head), reversesId: null };
}

/** The first answer, when the entry has been written before; undefined when it has not. */
async function repeated(
  app: AppContext,
  error: unknown,
  batchId: string,
  entry: MovingEntry,
): Promise<Recorded | undefined> {
  const mayBeRepeat =
    error instanceof HttpProblem ||
    error instanceof ForTheLead ||
    error instanceof InputError ||
    errnoOf(error) === DUPLICATE_KEY;
  const written = mayBeRepeat ? await findTransfer(app.db, entry.body.id) : undefined;
  if (!written) return undefined;
  const { facts } = await frameOf(app.db, batchId, app.now());
  const sent = movesOf(facts, entry, uuid)?.moves[0];
  const same =
    sent !== undefined &&
    written.from === sent.from &&
    written.to === sent.to &&
    written.amount === sent.amount &&
    written.lineId === sent.lineId;
  if (!same) throw idReused();
  return { id: entry.body.id, how: written.how, found: false };
}
