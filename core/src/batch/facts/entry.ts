import type { LineId, LotId, StepId, TransferId } from '../../ledger/ids.js';
import type { Mark } from '../../bench/marks.js';
import { LOSSES, lossReason } from '../../ledger/losses.js';
import type { Measure } from '../../ledger/types.js';
import { SHOP_ACCOUNTS } from '../../ledger/shop-accounts.js';
import { inputError } from '../../errors/index.js';
import { lengthToken, massToken } from '../../quantity/tokens.js';
import { stepKind, stepTitle, traitsOf } from '../../steps/index.js';
import type { BatchFacts, StepFact, TransferFact } from './facts.js';
import { casingsAt, firstOf, portionsAt } from './lanes.js';
import { accountAfter } from './places.js';

/** What a hand enters at the bench; each carries the id it was given when it was made. Masses mg. */
export type BenchEntry =
  | { kind: 'weighing'; body: WeighingEntry }
  | { kind: 'out'; body: OutEntry }
  | { kind: 'casing'; body: CasingEntry }
  | {
      kind: 'reading';
      body: ReadingEntry;
    }
  | { kind: 'mark'; body: MarkEntry }
  | { kind: 'close'; body: { id: string; stepId: string } };

interface ReadingEntry {
  id: string;
  stepId: string;
  kind: string;
  value: number;
  load?: number | undefined;
  /** The minutes of the clock that runs there, whatever the value says. */
  clock?: boolean | undefined;
}

interface WeighingEntry {
  id: string;
  lineId: LineId;
  massMg: number;
  /** Load of the mixer it is for; none is for all of them. */
  load?: number | undefined;
}

interface OutEntry {
  id: string;
  stepId: StepId;
  to: 'next' | 'loss' | 'rework';
  /** On into this portion, which parts here. */
  portion?: string | undefined;
  /** More than the step holds: why the lead books it as found. */
  found?: string | undefined;
  reason?: string | undefined;
  note?: string | undefined;
  massMg: number;
  pieces?: number | undefined;
}

interface CasingEntry {
  id: string;
  stepId: StepId;
  lengthMm: number;
  /** Which of the batch's lots; the first where none is named. */
  lotId?: LotId | undefined;
}

type MarkEntry = { id: string; stepId: string | null } & Mark;

/** The part of a batch's facts that tells where entries go; entries do not change it. */
export type BatchFrame = Pick<
  BatchFacts,
  'batch' | 'steps' | 'lines' | 'casings' | 'portions' | 'productAccountId' | 'reworkAccountId'
>;

/** A move that an entry makes. */
export type EntryMove = Pick<
  TransferFact,
  'id' | 'from' | 'to' | 'amount' | 'stepId' | 'lineId' | 'withId' | 'reason' | 'load'
> & {
  stepId: StepId;
  /** Computed from the entry, not shown by a scale. */
  derived: boolean;
};

/** A reading that comes with a move: pieces that are weighed on are counted by it. */
interface EntryReading {
  id: string;
  stepId: StepId;
  kind: string;
  value: number;
  transferId: TransferId;
}

export interface EntryMoves {
  moves: [EntryMove, ...EntryMove[]];
  readings: EntryReading[];
}

type MovingEntry = Extract<BenchEntry, { kind: 'weighing' | 'out' | 'casing' }>;

/**
 * Where the mass or the casing of an entry goes from and to.
 *
 * @param newId makes the ids of what comes with the entry; its own id is the sender's
 * @returns undefined when the line, the step or the casing is not of this batch
 * @throws InputError naming the field that does not fit the step
 */
export function movesOf(frame: BatchFrame, entry: MovingEntry, newId: () => string): EntryMoves | undefined {
  switch (entry.kind) {
    case 'weighing':
      return weighingMoves(frame, entry.body);
    case 'out':
      return outMoves(frame, entry.body, newId);
    case 'casing':
      return casingMoves(frame, entry.body, newId);
  }
}

const PLAIN = { lineId: null, withId: null, reason: null, load: 0, derived: false };

function weighingMoves(
  frame: BatchFrame,
  { id, lineId, massMg, load = 0 }: WeighingEntry,
): EntryMoves | undefined {
  const line = frame.lines.find((l) => l.id === lineId);
  if (!line) return undefined;
  const { lotAccountId: from, placeAccountId: to, stepId } = line;
  return { moves: [{ ...PLAIN, id, from, to, amount: massMg, stepId, lineId, load }], readings: [] };
}

function outMoves(frame: BatchFrame, body: OutEntry, newId: () => string): EntryMoves | undefined {
  const step = frame.steps.find((s) => s.id === body.stepId);
  if (!step) return undefined;
  const traits = traitsOf(step.document);
  const from = traits.tastes ? accountAfter(frame, step) : step.placeAccountId;
  if (from === null) throw inputError('stepId', `Nothing is weighed out of ${stepTitle(step.document)}.`);
  const { id, massMg: amount, pieces } = body;
  if (pieces !== undefined && !(body.to === 'next' && traits.pieces))
    throw inputError('pieces', 'Pieces are counted where links, coils or patties are made.');
  const to = targetOf(frame, step, body);
  if (to === null) return undefined;
  return {
    moves: [{ ...PLAIN, id, from, to, amount, stepId: step.id, reason: body.note ?? null }],
    readings: pieces === undefined ? [] : countedByWeight(step.id, id, amount, pieces, newId),
  };
}

function targetOf(frame: BatchFrame, step: StepFact, body: OutEntry): string | null {
  if (body.to === 'next')
    return body.portion === undefined ? accountAfter(frame, step) : intoPortion(frame, step, body.portion);
  if (body.to === 'rework') return frame.reworkAccountId;
  const allowed = stepKind(step.document.kind).losses;
  const reason = lossReason(body.reason);
  if (!reason || !allowed.includes(reason))
    throw inputError('reason', `Name the loss: ${allowed.join(', ')}.`);
  return LOSSES[reason].account;
}

/** Where a portion goes that parts at a step. @throws InputError for one that does not */
function intoPortion(frame: BatchFrame, step: StepFact, key: string): string | null {
  const here = portionsAt(frame, step);
  if (here.some((p) => p.key === key)) return firstOf(frame, key);
  const names = here.map((p) => p.name).join(', ') || 'none';
  throw inputError(
    'portion',
    `No such portion parts at ${stepTitle(step.document)}. Portions that do: ${names}.`,
  );
}

/** What is weighed on counts its pieces; a single one is a sample too. */
function countedByWeight(
  stepId: StepId,
  transferId: TransferId,
  massMg: number,
  pieces: number,
  newId: () => string,
): EntryReading[] {
  const counted = { id: newId(), stepId, kind: 'tally', value: pieces, transferId };
  return pieces === 1
    ? [counted, { id: newId(), stepId, kind: 'sample', value: massMg, transferId }]
    : [counted];
}

/** Metres out of their lot, and with them the casing's own mass into the step. */
function casingMoves(
  frame: BatchFrame,
  { id, stepId, lengthMm, lotId }: CasingEntry,
  newId: () => string,
): EntryMoves | undefined {
  const step = frame.steps.find((s) => s.id === stepId);
  const casings = step ? casingsAt(frame, step) : [];
  const casing = lotId === undefined ? casings[0] : casings.find((c) => c.lotId === lotId);
  if (!step?.placeAccountId || !step.casingAccountId || !casing) return undefined;
  const metres = { ...PLAIN, id, from: casing.accountId, to: step.casingAccountId, amount: lengthMm, stepId };
  const massMg = Math.round(lengthMm * casing.gPerM);
  const mass = {
    ...PLAIN,
    id: newId(),
    from: SHOP_ACCOUNTS.casingMass,
    to: step.placeAccountId,
    amount: massMg,
    stepId,
    withId: id,
    derived: true,
  };
  return { moves: massMg > 0 ? [metres, mass] : [metres], readings: [] };
}

/** Why a shortfall is booked, and what the lead reads of it. */
export const SHORTFALL_REASON = 'More was weighed than the books had.';
export function shortfallSentence(amount: number, measure: Measure): string {
  const token = measure === 'mm' ? lengthToken(amount) : massToken(amount);
  return `${token} more was taken from a lot than the books had; it was booked as found.`;
}
