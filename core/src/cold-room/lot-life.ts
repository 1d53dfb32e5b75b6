import { massToken } from '../quantity/tokens.js';
import { HEAT_STATES, MEAT_STATES, type HeatState, type MeatState } from './arrival.js';
import { weighedApartMg } from './part.js';

/** What is done to a lot of meat in the cold room. */
export type LotDeed = 'divide' | 'join' | 'prepare' | 'smoke or cook' | 'sell' | 'freeze or thaw';

/** What a lot is, as far as it decides what may become of it. Masses mg, times ms. */
export interface LotLife {
  status: 'available' | 'hold' | 'rejected';
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
  if (status === 'rejected') return `${name} is rejected; write it off or send it back.`;
  if (status === 'hold' && deed === 'sell') return `${name} is on hold.`;
  if (balanceMg <= 0) return `${name} is empty.`;
  if (deed === 'join' && reservedMg > 0)
    return `${name} is set aside for a batch; it cannot be put together now.`;
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
 * only where heat made it keep longer.
 */
export function neverBetter(said: LotLife, made: LotLife): LotLife {
  const isCooked = said.heat === 'cooked' && made.heat !== 'cooked';
  const worse = worseOf(said, made);
  return {
    ...worse,
    heat: HEAT_STATES.indexOf(said.heat) >= HEAT_STATES.indexOf(made.heat) ? said.heat : made.heat,
    useBy: isCooked ? said.useBy : worse.useBy,
  };
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
