import type { HeatState } from '../cold-room/arrival.js';
import type { Allergen } from '../recipe/ingredient.js';
import { NO_PARTS, eachPart, type PartName, type Parts } from './parts.js';

/** What is known of something that was weighed in, wherever it has gone since. */
export interface OriginFacts {
  kind: 'meat' | 'ingredient' | 'casing';
  /** As it stands on a label. */
  name: string;
  /** Of meat, of an ingredient that is meat itself, and of a casing. */
  species: string | null;
  owner: string | null;
  /** Game, or raised like it. */
  wild: boolean;
  /** Its parasites were answered for by a record of its lot. */
  answered?: boolean | undefined;
  allergens: readonly Allergen[];
  /** What it is opened into on a label, in its own order. */
  parts: readonly { name: string; allergen?: Allergen | undefined }[];
  /** What dries takes first from what was poured in. */
  isWater: boolean;
  /** Its allergens are not stated, and the lead has said so: the label does, too. */
  mayContain?: boolean | undefined;
  /** Nobody has stated what is in it: figures and label are not the whole truth. */
  unstated: boolean;
}

/** So much of a lot, as it was weighed in. */
export interface Origin {
  massMg: number;
  is: OriginFacts;
}

/** Of a mixture the worst of what came in: the least cooked, any held, the earliest day. */
export interface Worst {
  heat: HeatState;
  held: boolean;
  /** Calendar day of the shop; null where none of it has one. */
  useBy: string | null;
  /** Some of it was frozen once. */
  frozenBefore: boolean;
}

/**
 * What a mass is made of. It follows every kilogram through the ledger: {@link join} where masses come together,
 * {@link take} where some leaves as it is, {@link lose} where air and heat take a part of it.
 */
export interface Matter {
  /** mg; whole where a scale or the ledger gave it. */
  massMg: number;
  /** By lot: how much of each was weighed in for this. Drying takes nothing off it. */
  origin: ReadonlyMap<string, Origin>;
  parts: Parts;
  /** How much of its fat is not known, mg, by lot: a lot that was taken twice is one doubt. */
  doubts: ReadonlyMap<string, number>;
  /** What was paid for what went in, minor units; what has no price adds nothing and is named. */
  costMinor: number;
  unpriced: ReadonlySet<string>;
  worst: Worst;
}

export const NOTHING: Matter = {
  massMg: 0,
  origin: new Map(),
  parts: NO_PARTS,
  doubts: new Map(),
  costMinor: 0,
  unpriced: new Set(),
  worst: { heat: 'cooked', held: false, useBy: null, frozenBefore: false },
};

/** How mass leaves that is not carried on: water alone, fat alone, juice, or as it stands there. */
export const LOSS_WAYS = ['water', 'fat', 'drip', 'as is'] as const;
export type LossWay = (typeof LOSS_WAYS)[number];

/** Protein in the juice that runs out of raw and of cooked meat, part of its weight; from memory. */
const DRIP_PROTEIN = 0.1;

/**
 * Two masses together. In any order, and however they are grouped, the same comes out.
 * Cost: the lots of both.
 */
export function join(a: Matter, b: Matter): Matter {
  if (isNothing(a)) return b;
  if (isNothing(b)) return a;
  return {
    massMg: a.massMg + b.massMg,
    origin: sumOf(a.origin, b.origin, together),
    parts: eachPart((name) => a.parts[name] + b.parts[name]),
    doubts: sumOf(a.doubts, b.doubts, (x, y) => x + y),
    costMinor: a.costMinor + b.costMinor,
    unpriced: a.unpriced.size + b.unpriced.size === 0 ? a.unpriced : new Set([...a.unpriced, ...b.unpriced]),
    worst: worstOf(a.worst, b.worst),
  };
}

export function joinAll(matters: Iterable<Matter>): Matter {
  let all = NOTHING;
  for (const matter of matters) all = join(all, matter);
  return all;
}

/** So much of it and the rest, both in the proportion in which it stands there. */
export function take(matter: Matter, massMg: number): [taken: Matter, rest: Matter] {
  if (matter.massMg === 0) return [{ ...matter, massMg }, NOTHING];
  const part = massMg / matter.massMg;
  return [scaled(matter, part, massMg), scaled(matter, 1 - part, matter.massMg - massMg)];
}

/** The same stuff, so much of it. */
export function resized(matter: Matter, massMg: number): Matter {
  return matter.massMg === 0 ? { ...matter, massMg } : scaled(matter, massMg / matter.massMg, massMg);
}

/**
 * What is left when so much of it has gone as water, as fat or as juice; what is more than there is of that leaves as it
 * is. What was weighed in stays what it was.
 *
 * Juice is water with the salt that is dissolved in it and a tenth of protein.
 */
export function lose(matter: Matter, massMg: number, way: LossWay): Matter {
  if (way === 'as is') return take(matter, massMg)[1];
  const gone = goneAs(way, matter.parts, massMg);
  const goneMg = (gone.water ?? 0) + (gone.fat ?? 0) + (gone.protein ?? 0) + (gone.salt ?? 0);
  const left: Matter = {
    ...matter,
    massMg: matter.massMg - goneMg,
    parts: eachPart((name) => Math.max(0, matter.parts[name] - (gone[name] ?? 0))),
  };
  const restMg = massMg - goneMg;
  // What floating point leaves over is nothing.
  return restMg > 1e-6 * massMg ? take(left, restMg)[1] : { ...left, massMg: matter.massMg - massMg };
}

/** The same after heat: never less heated than it was. */
export function heated(matter: Matter, heat: HeatState): Matter {
  const after = warmer(matter.worst.heat, heat);
  return after === matter.worst.heat ? matter : { ...matter, worst: { ...matter.worst, heat: after } };
}

/** The one of two that is more. */
export function warmer(a: HeatState, b: HeatState): HeatState {
  return HEAT_RANK[a] >= HEAT_RANK[b] ? a : b;
}

/** Whether it is no mass at all. */
function isNothing(matter: Matter): boolean {
  return matter.massMg === 0 && matter.origin.size === 0;
}

const HEAT_RANK: Record<HeatState, number> = { raw: 0, 'raw smoked': 1, cooked: 2 };

type Gone = Partial<Record<PartName, number>>;

function goneAs(way: Exclude<LossWay, 'as is'>, parts: Parts, massMg: number): Gone {
  if (way === 'water') return { water: Math.min(parts.water, massMg) };
  if (way === 'fat') return { fat: Math.min(parts.fat, massMg) };
  const protein = Math.min(parts.meatProtein, massMg * DRIP_PROTEIN);
  const brineMg = massMg - protein;
  const dissolved = parts.salt + parts.water;
  const salt = dissolved > 0 ? Math.min(parts.salt, (brineMg * parts.salt) / dissolved) : 0;
  const water = Math.min(parts.water, brineMg - salt);
  return { water, salt, protein, meatProtein: protein };
}

function scaled(matter: Matter, by: number, massMg: number): Matter {
  const origin = new Map<string, Origin>();
  for (const [id, { massMg: mg, is }] of matter.origin) origin.set(id, { massMg: mg * by, is });
  const doubts = new Map<string, number>();
  for (const [id, mg] of matter.doubts) doubts.set(id, mg * by);
  return {
    ...matter,
    massMg,
    origin,
    doubts,
    parts: eachPart((name) => matter.parts[name] * by),
    costMinor: matter.costMinor * by,
  };
}

function sumOf<T>(
  a: ReadonlyMap<string, T>,
  b: ReadonlyMap<string, T>,
  add: (x: T, y: T) => T,
): Map<string, T> {
  const sum = new Map(a);
  for (const [id, value] of b) {
    const known = sum.get(id);
    sum.set(id, known === undefined ? value : add(known, value));
  }
  return sum;
}

/** The same lot twice; whatever either of them was said to hold is held. */
export function together({ massMg, is: a }: Origin, { massMg: more, is: b }: Origin): Origin {
  const allergens = a === b ? [] : b.allergens.filter((one) => !a.allergens.includes(one));
  const parts = a === b ? [] : b.parts.filter((one) => a.parts.every((known) => known.name !== one.name));
  const answered = a.answered === true && b.answered === true;
  const isSame = a.unstated === b.unstated && a.wild === b.wild && answered === (a.answered === true);
  if (allergens.length === 0 && parts.length === 0 && isSame) return { massMg: massMg + more, is: a };
  const is = {
    ...a,
    allergens: [...a.allergens, ...allergens],
    parts: [...a.parts, ...parts],
    wild: a.wild || b.wild,
    answered,
    unstated: a.unstated || b.unstated,
  };
  return { massMg: massMg + more, is };
}

/** Of two the worst of each. */
export function worstOf(a: Worst, b: Worst): Worst {
  return {
    heat: HEAT_RANK[a.heat] <= HEAT_RANK[b.heat] ? a.heat : b.heat,
    held: a.held || b.held,
    useBy: a.useBy === null || (b.useBy !== null && b.useBy < a.useBy) ? b.useBy : a.useBy,
    frozenBefore: a.frozenBefore || b.frozenBefore,
  };
}
