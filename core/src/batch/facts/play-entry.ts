import { bareMark } from '../../bench/marks.js';
import { clockMinutes, clockSince } from '../../bench/run-clock.js';
import { InputError } from '../../errors/index.js';
import { SHOP_ACCOUNTS } from '../../ledger/shop-accounts.js';
import { apply } from './apply.js';
import { closing } from './closing.js';
import { SHORTFALL_REASON, movesOf, shortfallSentence, type BenchEntry, type EntryMove } from './entry.js';
import { plainAccount, type AccountFact, type BatchFacts, type TransferFact } from './facts.js';
import { settlement } from './settle.js';

/** Who makes an entry and when; ids that the server will make anew are made here meanwhile. */
export interface EntryBy {
  person: string;
  /** ISO in UTC. */
  at: string;
  newId: () => string;
}

/**
 * The facts as they will be once the server has an entry: what the bench goes on with while the line is
 * down. An entry that does not fit the batch changes nothing; the server will say why.
 */
export function playEntry(facts: BatchFacts, entry: BenchEntry, by: EntryBy): BatchFacts {
  switch (entry.kind) {
    case 'reading': {
      const { id, stepId, kind, load = 0, clock } = entry.body;
      const since = clock === true ? clockSince(facts, stepId, load) : undefined;
      if (clock === true && since === undefined) return facts;
      const value =
        since === undefined ? entry.body.value : clockMinutes(Date.parse(since), Date.parse(by.at));
      const how = since === undefined ? 'typed' : 'clock';
      const reading = { id, stepId, kind, value, load, at: by.at, person: by.person };
      return apply(facts, { kind: 'reading', reading: { ...reading, how, transferId: null } });
    }
    case 'mark': {
      const { id, stepId } = entry.body;
      const made = { at: by.at, person: by.person, second: null };
      const mark = { id, stepId, ...made, ...bareMark(entry.body) };
      return apply(facts, { kind: 'mark', mark });
    }
    case 'close':
      return playClose(facts, entry.body.stepId, by);
    default:
      return playMoves(facts, entry, by);
  }
}

function playMoves(
  before: BatchFacts,
  entry: Extract<BenchEntry, { kind: 'weighing' | 'out' | 'casing' }>,
  by: EntryBy,
): BatchFacts {
  if (before.transfers.some((t) => t.id === entry.body.id)) return before;
  const facts = withRework(before, entry);
  const made = tryMoves(facts, entry, by.newId);
  if (!made) return before;
  let next = facts;
  for (const move of made.moves) {
    next = shortfall(next, move, by);
    next = apply(next, { kind: 'transfer', transfer: transferOf(move, by) });
  }
  for (const { transferId, ...reading } of made.readings) {
    const full = { ...reading, load: 0, at: by.at, person: by.person, how: 'typed' as const, transferId };
    next = apply(next, { kind: 'reading', reading: full });
  }
  return next;
}

function tryMoves(facts: BatchFacts, entry: Parameters<typeof movesOf>[1], newId: () => string) {
  try {
    return movesOf(facts, entry, newId);
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

/** The lot of rework is made when it is first needed. */
function withRework(facts: BatchFacts, entry: BenchEntry): BatchFacts {
  if (entry.kind !== 'out' || entry.body.to !== 'rework' || facts.reworkAccountId !== null) return facts;
  const id = `rework-${facts.batch.id}`;
  const account: AccountFact = {
    ...plainAccount({ id, kind: 'lot', measure: 'mg', name: `${facts.batch.recipeName} rework` }),
    lotKind: 'rework',
    priceMinor: 0,
    lotStatus: 'available',
    saltGPerKg: 0,
    nitritePpm: 0,
    balance: 0,
  };
  return apply({ ...facts, reworkAccountId: id }, { kind: 'account', account });
}

function transferOf(move: EntryMove, by: EntryBy): TransferFact {
  const { derived, ...rest } = move;
  return {
    ...rest,
    at: by.at,
    person: by.person,
    deviceId: null,
    how: derived ? 'derived' : 'typed',
    reversesId: null,
  };
}

/** Reality is not refused: what a lot does not have is booked as found first. */
function shortfall(facts: BatchFacts, move: EntryMove, by: EntryBy): BatchFacts {
  const lot = facts.accounts.find((a) => a.id === move.from);
  const casing = facts.casings.find((c) => c.accountId === move.from);
  const has = casing ? casing.leftMm : lot?.balance;
  if (has === null || has === undefined || has >= move.amount) return facts;
  const missing = move.amount - has;
  const found: EntryMove = {
    ...move,
    id: by.newId(),
    from: casing ? SHOP_ACCOUNTS.foundCasing : SHOP_ACCOUNTS.found,
    to: move.from,
    amount: missing,
    lineId: null,
    reason: SHORTFALL_REASON,
    derived: true,
  };
  const next = apply(facts, { kind: 'transfer', transfer: transferOf(found, by) });
  return apply(next, { kind: 'notice', sentence: shortfallSentence(missing, casing ? 'mm' : 'mg') });
}

function playClose(facts: BatchFacts, stepId: string, by: EntryBy): BatchFacts {
  const step = facts.steps.find((s) => s.id === stepId);
  if (!step || step.closedAt !== null) return facts;
  return settled(closing(facts, { stepId, at: by.at, by: by.person, overrideReason: null }), by);
}

/** The facts with everything booked that follows from them. */
export function settled(facts: BatchFacts, by: EntryBy): BatchFacts {
  return settlement(facts, by.newId).reduce(
    (next, move) =>
      apply(next, {
        kind: 'transfer',
        transfer: {
          ...move,
          at: by.at,
          person: by.person,
          lineId: null,
          deviceId: null,
          withId: null,
          how: 'derived',
          load: 0,
        },
      }),
    facts,
  );
}
