import { doseFraction } from '../recipe/dose.js';
import type { RecipeLine } from '../recipe/document.js';
import { NITRITE_RULES } from '../rules/books.js';
import { LIMIT_RULES, NITRITE_FLOOR_PPM } from '../rules/limits.js';
import type { BatchFacts, LineFact, ShopFacts, TransferFact } from './facts.js';
import { sumWhere } from './masses.js';

/** What the nitrite that was weighed makes of a part of the mix. */
export type CureState = 'none' | 'under' | 'cured' | 'over';

/** What a cure works by: nitrite, or – where it holds nitrate alone and dries for weeks – nitrate. */
type CureSubstance = 'nitrite' | 'nitrate';

/** The cure of a part of the mix as it was weighed, from every source. */
export interface CurePart {
  /** Load of the mixer; 0 is the whole mix. */
  load: number;
  state: CureState;
  /** On the basis of the book. */
  ppm: number;
  ppmOnMeat: number;
  ppmOnMix: number;
}

export interface BatchCure {
  /** Whether the recipe has a cure, or one went in. */
  meant: boolean;
  /** What is reckoned: ppm are of this. */
  substance: CureSubstance;
  /** The worst of its parts, and what is known of each. */
  state: CureState;
  parts: CurePart[];
  limitPpm: number;
  /** On the basis of the book. */
  floorPpm: number;
  basis: 'meat block' | 'mix';
}

/** What the cure of a batch is reckoned on. Masses mg. */
export interface CureBasis {
  basisMg: number;
  mixMg: number;
  /** Loads of the mixer. */
  loads: number;
}

/** Relative slack so that a dose exactly at a limit passes in floating point. */
export const SLACK = 1e-9;

/** Cure is weighed to a hundredth of what is due: so much below the floor is not under it. */
const WEIGHED_TO = 0.01;

/** Nitrite in an ingredient line, percent, as it stood when its version was published. */
export function nitritePctOf(line: Pick<RecipeLine, 'nitritePct' | 'carries'> | null): number {
  return line?.carries?.contents.nitritePct ?? line?.nitritePct ?? 0;
}

function nitratePctOf(line: Pick<RecipeLine, 'carries'> | null): number {
  return line?.carries?.contents.nitratePct ?? 0;
}

/** Nitrate alone: some cure holds it, and nothing holds nitrite. */
function substanceOf(facts: BatchFacts, nitrite: readonly Source[]): CureSubstance {
  const { lines } = facts;
  const due = lines.filter((l) => l.document?.role === 'cure');
  const hasNitrite = nitrite.length > 0 || due.some((l) => nitritePctOf(l.document) > 0);
  return !hasNitrite && due.some((l) => nitratePctOf(l.document) > 0) ? 'nitrate' : 'nitrite';
}

/**
 * Floor and limit on the basis of the book. Nitrate has no floor of its own: what the recipe means is to
 * be in; where the book names no limit for it, no more than that.
 */
function bounds(
  facts: BatchFacts,
  substance: CureSubstance,
  shop: Pick<ShopFacts, 'book' | 'nitriteFloorPpm'>,
  basis: CureBasis,
): { floorPpm: number; limitPpm: number } {
  const rule = NITRITE_RULES[shop.book];
  const perMeat = basis.mixMg / basis.basisMg;
  if (substance === 'nitrite') {
    const onMeat = shop.nitriteFloorPpm ?? NITRITE_FLOOR_PPM;
    return { floorPpm: rule.basis === 'meat block' ? onMeat : onMeat / perMeat, limitPpm: rule.limitPpm };
  }
  const meantPpm = facts.lines.reduce((sum, { document }) => {
    if (!document) return sum;
    const dose = doseFraction(document.dose);
    const onMeat = dose.fraction * (dose.basis === 'meat' ? 1 : perMeat);
    return sum + onMeat * nitratePctOf(document) * 1e4 * (rule.basis === 'meat block' ? 1 : 1 / perMeat);
  }, 0);
  const written = LIMIT_RULES.find(
    (r) => r.book === shop.book && r.substance === 'nitrate' && r.classes?.includes('dried'),
  );
  return {
    floorPpm: meantPpm * NITRATE_PART,
    limitPpm: written?.limit ?? meantPpm * (1 + NITRATE_SLACK),
  };
}

/** So much of the nitrate that a recipe means has to be in; so much more may be, where no book says. */
const NITRATE_PART = 0.95;
const NITRATE_SLACK = 0.05;

/**
 * How much of the mix a line is for: all of it, or – put in late – what was left of it then. What is due
 * of such a line over what all of the mix would have been due.
 */
export function partSeasoned(facts: BatchFacts, line: LineFact, basis: CureBasis): number {
  const step = facts.steps.find((s) => s.id === line.stepId);
  if (step?.origin !== 'late' || line.plannedMg === null || !line.document) return 1;
  const dose = doseFraction(line.document.dose);
  const whole = dose.fraction * (dose.basis === 'meat' ? basis.basisMg : basis.mixMg);
  return whole > 0 ? Math.min(1, line.plannedMg / whole) : 1;
}

/** Nitrite that was weighed in by each line, mg, by load; what was weighed for no load is for all of them alike. */
interface Source {
  line: LineFact;
  pct: number;
  byLoad: Map<number, number>;
}

function sources(
  facts: BatchFacts,
  live: readonly TransferFact[],
  substance: CureSubstance = 'nitrite',
): Source[] {
  return facts.lines.flatMap((line) => {
    const account = facts.accounts.find((a) => a.id === line.lotAccountId);
    const pct =
      substance === 'nitrate'
        ? nitratePctOf(line.document)
        : line.kind === 'meat'
          ? (account?.nitritePpm ?? 0) / 1e4
          : nitritePctOf(line.document);
    if (pct <= 0) return [];
    const mine = live.filter((t) => t.lineId === line.id);
    const byLoad = new Map<number, number>();
    for (const load of new Set(mine.map((t) => t.load)))
      byLoad.set(load, (sumWhere(mine, (t) => t.load === load) * pct) / 100);
    return [{ line, pct, byLoad }];
  });
}

/**
 * Nitrite of the mix as weighed, over all lines, lots, packets, rework and late additions, part by part
 * and on the kilograms that really receive it. Any weight above zero is not cured: a part is cured from
 * the floor of the shop to the limit of its book.
 */
export function batchCure(
  facts: BatchFacts,
  live: readonly TransferFact[],
  shop: Pick<ShopFacts, 'book' | 'nitriteFloorPpm'>,
  basis: CureBasis,
): BatchCure {
  const rule = NITRITE_RULES[shop.book];
  const nitrite = sources(facts, live);
  const substance = substanceOf(facts, nitrite);
  const { floorPpm, limitPpm } = bounds(facts, substance, shop, basis);
  const all = substance === 'nitrite' ? nitrite : sources(facts, live, substance);
  const byLoad = basis.loads > 1 && all.some((s) => [...s.byLoad.keys()].some((load) => load > 0));
  const loads = byLoad ? Array.from({ length: basis.loads }, (_, i) => i + 1) : [0];
  const share = Math.min(1, ...all.map((s) => partSeasoned(facts, s.line, basis)));
  const parts = loads.map((load): CurePart => {
    const nitriteMg = all.reduce(
      (sum, s) => sum + nitriteFor(s, load, loads.length, partOf(facts, s, basis, share)),
      0,
    );
    const part = share / loads.length;
    const ppmOnMeat = (nitriteMg / (basis.basisMg * part)) * 1e6;
    const ppmOnMix = (nitriteMg / (basis.mixMg * part)) * 1e6;
    const ppm = rule.basis === 'meat block' ? ppmOnMeat : ppmOnMix;
    return { load, ppm, ppmOnMeat, ppmOnMix, state: stateOf(ppm, floorPpm, limitPpm) };
  });
  return {
    meant: facts.lines.some((l) => l.document?.role === 'cure') || all.length > 0,
    substance,
    state: worst(parts.map((p) => p.state)),
    parts,
    limitPpm,
    floorPpm,
    basis: rule.basis,
  };
}

/** What was in the mix before a late line has left with what has left. */
function partOf(facts: BatchFacts, source: Source, basis: CureBasis, share: number): number {
  return partSeasoned(facts, source.line, basis) < 1 ? 1 : share;
}

function nitriteFor({ byLoad }: Source, load: number, loads: number, part: number): number {
  const forAll = byLoad.get(0) ?? 0;
  if (load === 0) return [...byLoad.values()].reduce((sum, mg) => sum + mg, 0) * part;
  return ((byLoad.get(load) ?? 0) + forAll / loads) * part;
}

function stateOf(ppm: number, floorPpm: number, limitPpm: number): CureState {
  if (ppm > limitPpm * (1 + SLACK)) return 'over';
  if (ppm >= floorPpm * (1 - WEIGHED_TO)) return 'cured';
  return ppm > 0 ? 'under' : 'none';
}

const WORST_FIRST: readonly CureState[] = ['over', 'none', 'under', 'cured'];

function worst(states: readonly CureState[]): CureState {
  return WORST_FIRST.find((state) => states.includes(state)) ?? 'none';
}

/**
 * The most that may be weighed of a cure line, mg, before the limit of the book is passed by everything
 * that brings nitrite; below 0 where the others have passed it already.
 */
export function roomForCure(
  facts: BatchFacts,
  live: readonly TransferFact[],
  line: LineFact,
  shop: Pick<ShopFacts, 'book'>,
  basis: CureBasis,
): number {
  const pct = nitritePctOf(line.document);
  if (pct <= 0) return Infinity;
  const rule = NITRITE_RULES[shop.book];
  const share = partSeasoned(facts, line, basis);
  const kilograms = (rule.basis === 'meat block' ? basis.basisMg : basis.mixMg) * share;
  const others = sources(facts, live)
    .filter((s) => s.line.id !== line.id)
    .reduce((sum, s) => sum + nitriteFor(s, 0, 1, partOf(facts, s, basis, share)), 0);
  return ((rule.limitPpm / 1e6) * kilograms - others) / (pct / 100);
}
