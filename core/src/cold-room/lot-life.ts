import { massToken } from '../quantity/tokens.js';
import { HEAT_STATES, MEAT_STATES, type HeatState, type MeatState } from './arrival.js';
import { addDays } from '../quantity/shop-time.js';
import { weighedApartMg } from './part.js';

type LotStatus = 'available' | 'hold' | 'rejected';

interface DeedTraits {
  /** It may be done to what is rejected: that leaves the shop, or stands in the cold. */
  ofRejected?: true;
  /** Not to what is held. */
  notHeld?: true;
  /** All of it at once: nothing of it may be set aside for a batch. */
  ofAll?: true;
  /** The books may be wrong: it may be done where they have nothing. */
  ofEmpty?: true;
}

/** What is done to a lot of meat in the cold room, and to which lots that may be done. Any may be counted or written off. */
const DEEDS = {
  divide: {},
  join: { ofAll: true },
  prepare: {},
  'smoke or cook': {},
  sell: { notHeld: true },
  'freeze or thaw': {},
  'take out': {},
  'bring back': { ofRejected: true, ofEmpty: true },
  'give back': { ofRejected: true },
} as const satisfies Record<string, DeedTraits>;
export type LotDeed = keyof typeof DEEDS;
export const LOT_DEEDS = Object.keys(DEEDS) as LotDeed[];

/** What a lot may become from what it is: what was rejected is held first, and judged anew. */
const BECOMES: Record<LotStatus, readonly LotStatus[]> = {
  available: ['hold', 'rejected'],
  hold: ['available', 'rejected'],
  rejected: ['hold'],
};

/** Why a lot cannot become what is asked, as a sentence with the way out; null when it can. */
export function mayNotBecome(
  to: LotStatus,
  { name, status }: Pick<LotThere, 'name' | 'status'>,
): string | null {
  if (status === to) return `${name} is already ${STATUS_WORDS[to]}.`;
  if (BECOMES[status].includes(to)) return null;
  return `${name} is rejected. Where that was wrong, put it on hold with the reason, then release it with a reading.`;
}

const STATUS_WORDS: Record<LotStatus, string> = {
  available: 'available',
  hold: 'on hold',
  rejected: 'rejected',
};

/** A lot that is found to be wrong is held, for one more reason; what is rejected stays that. */
export function heldFor(
  reason: string | null,
  lot: Pick<LotLife, 'status' | 'holdReason'>,
): Pick<LotLife, 'status' | 'holdReason'> {
  if (reason === null || lot.status === 'rejected') return { status: lot.status, holdReason: lot.holdReason };
  return { status: 'hold', holdReason: reason };
}

/** What a lot is, as far as it decides what may become of it. Masses mg, times ms. */
export interface LotLife {
  status: LotStatus;
  /** Why it is held. */
  holdReason: string | null;
  state: MeatState;
  heat: HeatState;
  /** Calendar day of the shop. */
  useBy: string | null;
  /** Out of the cold before, and since when it is out now; null while it is in. */
  outMs: number;
  outSinceMs: number | null;
}

/** A lot that something is about to be done to. */
interface LotThere extends Pick<LotLife, 'status'> {
  name: string;
  balanceMg: number;
  /** Of that, set aside for batches. */
  reservedMg: number;
}

/**
 * Why something cannot be done to a lot, as a sentence; null when it can. Nothing comes out of an empty lot, nor more than is
 * there beyond the error of weighing it in parts: books that are wrong are counted right first.
 *
 * @param massMg what is taken of it; all of it where nothing is said
 */
export function mayNot(deed: LotDeed, lot: LotThere, massMg = lot.balanceMg): string | null {
  const { name, status, balanceMg, reservedMg } = lot;
  const asks: DeedTraits = DEEDS[deed];
  if (status === 'rejected' && !asks.ofRejected) return `${name} is rejected; write it off or send it back.`;
  if (status === 'hold' && asks.notHeld) return `${name} is on hold.`;
  if (asks.ofEmpty) return null;
  if (balanceMg <= 0) return `${name} is empty.`;
  if (asks.ofAll && reservedMg > 0) return `${name} is set aside for a batch; it cannot be put together now.`;
  if (massMg <= balanceMg + weighedApartMg(balanceMg)) return null;
  return `${name} has ${massToken(balanceMg)} by the books, and ${massToken(massMg)} is more. Weigh again; if it is really there, count the lot first.`;
}

/**
 * What a lot that is made of others is at best: not less held, not longer in date, not less heated or thawed than they
 * were, and as long out of the cold as the one that was out longest.
 *
 * @param parents at least one
 */
export function lifeOf(parents: readonly LotLife[]): LotLife {
  const [first, ...others] = parents;
  if (!first) throw new Error('A lot is made of at least one.');
  return others.reduce(worseOf, first);
}

function worseOf(a: LotLife, b: LotLife): LotLife {
  const held = STATUS.indexOf(a.status) >= STATUS.indexOf(b.status) ? a : b;
  return {
    status: held.status,
    holdReason: held.holdReason,
    state: lastOf(MEAT_STATES, a.state, b.state),
    heat: HEAT_STATES.indexOf(a.heat) <= HEAT_STATES.indexOf(b.heat) ? a.heat : b.heat,
    useBy: earlier(a.useBy, b.useBy),
    outMs: Math.max(a.outMs, b.outMs),
    outSinceMs: sooner(a.outSinceMs, b.outSinceMs),
  };
}

/**
 * What is said of a lot that is made of others, held against what they were: never better than that. A day of its own it has
 * only where heat made it keep longer, or where it was thawed for it ({@link thawedDayWrong}).
 */
export function neverBetter(said: LotLife, made: LotLife): LotLife {
  const isCooked = said.heat === 'cooked' && made.heat !== 'cooked';
  const isThawed = said.state === 'thawed' && made.state === 'frozen';
  const worse = worseOf(said, made);
  return {
    ...worse,
    heat: HEAT_STATES.indexOf(said.heat) >= HEAT_STATES.indexOf(made.heat) ? said.heat : made.heat,
    useBy: isCooked || isThawed ? said.useBy : worse.useBy,
  };
}

/** Days that thawed meat is given at most, the day of thawing aside; common practice. */
export const THAWED_DAYS = 3;

/**
 * Why a day is none for a lot that is thawed today, as a sentence; null when it is one. Ice stops the days that a lot had
 * when it was frozen, and gives none to what was past them then.
 *
 * @param lot `useBy` as it was before, `frozenOn` the day it was frozen where that is known
 * @param signed the lead says that it was frozen in time, where nobody wrote it down
 */
export function thawedDayWrong(
  useBy: string,
  lot: { useBy: string | null; frozenOn: string | null },
  today: string,
  signed = false,
): string | null {
  const latest = addDays(today, THAWED_DAYS);
  if (useBy < today) return 'It is thawed today: its day cannot be before that.';
  if (useBy > latest) return `Thawed meat keeps ${THAWED_DAYS} days at most: ${latest} is its last day.`;
  const { useBy: had, frozenOn } = lot;
  if (had === null || useBy <= had) return null;
  if (frozenOn === null)
    return signed
      ? null
      : `It was to be used by ${had}, and nobody wrote down when it was frozen: the lead says why it may keep longer.`;
  return frozenOn <= had
    ? null
    : `It was frozen on ${frozenOn}, past its day of ${had}: ice gives that none back.`;
}

const STATUS = ['available', 'hold', 'rejected'] as const satisfies readonly LotLife['status'][];

function lastOf<T>(order: readonly T[], a: T, b: T): T {
  return order.indexOf(a) >= order.indexOf(b) ? a : b;
}

function earlier(a: string | null, b: string | null): string | null {
  if (a === null || b === null) return a ?? b;
  return a < b ? a : b;
}

function sooner(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}
