import { SLACK, basisMg, isCure, join, type Matter } from '../../matter/index.js';
import { massPerMeat } from '../../recipe/dose.js';
import { NITRITE_RULES } from '../../rules/books.js';
import { LIMIT_RULES, isUnderFloor, nitriteFloorOf } from '../../rules/limits.js';
import { traitsOf } from '../../steps/index.js';
import { accountName } from '../facts/account-name.js';
import type { BatchFacts, LineFact, ShopFacts, TransferFact } from '../facts/facts.js';
import { hasParted } from '../facts/lanes.js';
import { sumWhere } from '../facts/masses.js';
import { lineMg, ofLine } from '../facts/moves.js';
import type { BatchMatters } from '../facts/matters.js';
import { lineMatter, perKgOf } from '../facts/stuff.js';

/** What the nitrite that was weighed makes of a part of the mix. */
export type CureState = 'none' | 'under' | 'cured' | 'over';

/** What a cure works by: nitrite, or – where it holds nitrate alone and dries for weeks – nitrate. */
type CureSubstance = 'nitrite' | 'nitrate';

/** The cure of a part of the batch as it was weighed, from every source. */
export interface CurePart {
  /** Load of the mixer; 0 is the whole mix, and what has left it. */
  load: number;
  /** Where it is, of what had left the mix before its cure was put right; null is the mix. */
  at: { accountId: string; name: string; massMg: number } | null;
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
  /** The worst of the mix, and what is known of each part; what has left comes last. */
  state: CureState;
  parts: CurePart[];
  limitPpm: number;
  /** On the basis of the book. */
  floorPpm: number;
  basis: 'meat block' | 'mix';
}

/** What the cure of a batch is reckoned on while not everything is in. Masses mg. */
export interface CureBasis {
  basisMg: number;
  mixMg: number;
  /** Loads of the mixer. */
  loads: number;
}

/** Everything that is asked when the cure of a batch is. */
export interface CureInput {
  facts: BatchFacts;
  live: readonly TransferFact[];
  matters: BatchMatters;
  shop: Pick<ShopFacts, 'book' | 'nitriteFloorPpm'>;
  basis: CureBasis;
}

/** So much of the nitrate that a recipe means has to be in; so much more may be, where no book says. */
const NITRATE_PART = 0.95;
const NITRATE_SLACK = 0.05;

/** Whether a line weighs in a cure: by what it holds, not by what it is called. */
export function bringsCure({ document }: Pick<LineFact, 'document'>): boolean {
  if (!document) return false;
  if (document.role === 'cure') return true;
  const { contents } = document.carries ?? {};
  return isCure(contents ?? { nitritePct: document.nitritePct ?? 0, nitratePct: 0 });
}

/** Nitrate alone: some cure holds it, and nothing holds nitrite. */
function substanceOf({ facts, live }: CureInput): CureSubstance {
  const has = (line: LineFact, part: CureSubstance) => perKgOf(facts, line).parts[part] > 0;
  const hasNitrite = facts.lines.some((l) => has(l, 'nitrite') && (bringsCure(l) || lineMg(live, l.id) > 0));
  return !hasNitrite && facts.lines.some((l) => bringsCure(l) && has(l, 'nitrate')) ? 'nitrate' : 'nitrite';
}

/**
 * Floor and limit on the basis of the book. Nitrate has no floor of its own: what the recipe means is to
 * be in; where the book names no limit for it, no more than that.
 */
function bounds(input: CureInput, substance: CureSubstance): { floorPpm: number; limitPpm: number } {
  const { facts, shop, basis } = input;
  const rule = NITRITE_RULES[shop.book];
  const perMeat = basis.mixMg / basis.basisMg;
  const onBasis = rule.basis === 'meat block' ? 1 : 1 / perMeat;
  if (substance === 'nitrite') return { floorPpm: nitriteFloorOf(shop) * onBasis, limitPpm: rule.limitPpm };
  const meantPpm = facts.lines.reduce((sum, line) => {
    if (!line.document) return sum;
    return sum + massPerMeat(line.document.dose, perMeat) * perKgOf(facts, line).parts.nitrate * onBasis;
  }, 0);
  const written = LIMIT_RULES.find(
    (r) => r.book === shop.book && r.substance === 'nitrate' && r.classes?.includes('dried'),
  );
  return {
    floorPpm: meantPpm * NITRATE_PART,
    limitPpm: written?.limit ?? meantPpm * (1 + NITRATE_SLACK),
  };
}

/** A part of the mix: what is in it, on what. Masses mg. */
interface Dosed {
  load: number;
  nitriteMg: number;
  meatMg: number;
  mixMg: number;
}

/**
 * Nitrite of the mix as weighed, over all lines, lots, packets, rework and late additions, part by part
 * and on the kilograms that really receive it. Any weight above zero is not cured: a part is cured from
 * the floor of the shop to the limit of its book. What left before its cure was put right stays what it was.
 */
export function batchCure(input: CureInput): BatchCure {
  const { facts, live, shop } = input;
  const rule = NITRITE_RULES[shop.book];
  const substance = substanceOf(input);
  const { floorPpm, limitPpm } = bounds(input, substance);
  const asPart = ({ load, nitriteMg, meatMg, mixMg }: Dosed, at: CurePart['at'] = null): CurePart => {
    const ppmOnMeat = (nitriteMg / meatMg) * 1e6;
    const ppmOnMix = (nitriteMg / mixMg) * 1e6;
    const ppm = rule.basis === 'meat block' ? ppmOnMeat : ppmOnMix;
    return { load, at, ppm, ppmOnMeat, ppmOnMix, state: stateOf(ppm, floorPpm, limitPpm) };
  };
  const mix = dosed(input, substance).map((part) => asPart(part));
  const state = worst(mix.map((p) => p.state));
  const brought = facts.lines.some(
    (l) => perKgOf(facts, l).parts[substance] > 0 && (bringsCure(l) || lineMg(live, l.id) > 0),
  );
  const left = departed(input, substance).flatMap(({ part, at }) => {
    const one = asPart(part, at);
    return one.state === state ? [] : [one];
  });
  return {
    meant: brought || facts.lines.some(bringsCure),
    substance,
    state,
    parts: [...mix, ...left],
    limitPpm,
    floorPpm,
    basis: rule.basis,
  };
}

/** The mix, load by load where something was weighed for one; late cure is on what was left of it then. */
function dosed(input: CureInput, substance: CureSubstance): Dosed[] {
  const { facts, live, matters, basis } = input;
  const late = facts.lines.findLast((l) => isLate(facts, l) && bringsCure(l) && matters.receivedWith(l.id));
  const received = late && matters.receivedWith(late.id);
  if (received) return [ofMatter(received, substance)];
  const bringing = facts.lines.flatMap((line) => {
    const strength = perKgOf(facts, line).parts[substance] / 1e6;
    return strength > 0 ? [{ line, strength }] : [];
  });
  const own = (load: number) =>
    bringing.reduce(
      (sum, { line, strength }) => sum + strength * sumWhere(ofLine(live, line.id), (t) => t.load === load),
      0,
    );
  const isByLoad = basis.loads > 1 && bringing.some((b) => ofLine(live, b.line.id).some((t) => t.load > 0));
  const loads = isByLoad ? Array.from({ length: basis.loads }, (_, i) => i + 1) : [0];
  const n = loads.length;
  const forAll = own(0);
  return loads.map((load) => ({
    load,
    nitriteMg: isByLoad
      ? own(load) + forAll / n
      : bringing.reduce((sum, { line, strength }) => sum + strength * lineMg(live, line.id), 0),
    meatMg: basis.basisMg / n,
    mixMg: basis.mixMg / n,
  }));
}

function ofMatter(matter: Matter, substance: CureSubstance): Dosed {
  return {
    load: 0,
    nitriteMg: matter.parts[substance],
    meatMg: basisMg(matter, 'meat block'),
    mixMg: basisMg(matter, 'mix'),
  };
}

/** A correction that puts in what was left out. */
function isLate(facts: BatchFacts, line: LineFact): boolean {
  return facts.steps.some((s) => s.id === line.stepId && s.origin === 'late');
}

/** What lies beyond the mix, in casings, behind a parting or as goods and lots, heap by heap. */
function departed(
  { facts, matters }: CureInput,
  substance: CureSubstance,
): { part: Dosed; at: NonNullable<CurePart['at']> }[] {
  const beyond = [
    ...facts.steps
      .filter((s) => !s.leftOut && (traitsOf(s.document).set || hasParted(facts, s)))
      .flatMap((s) => s.placeAccountId ?? []),
    ...facts.accounts.filter((a) => a.kind === 'lot' && a.measure === 'mg').map((a) => a.id),
  ];
  return beyond.flatMap((accountId) =>
    matters.at(accountId).flatMap((heap) => {
      const part = ofMatter(heap, substance);
      if (part.meatMg <= 0 || heap.massMg < 1) return [];
      return [
        { part, at: { accountId, name: accountName(facts, accountId), massMg: Math.round(heap.massMg) } },
      ];
    }),
  );
}

function stateOf(ppm: number, floorPpm: number, limitPpm: number): CureState {
  if (ppm > limitPpm * (1 + SLACK)) return 'over';
  if (!isUnderFloor(ppm, floorPpm)) return 'cured';
  return ppm > 0 ? 'under' : 'none';
}

const WORST_FIRST: readonly CureState[] = ['over', 'none', 'under', 'cured'];

function worst(states: readonly CureState[]): CureState {
  return WORST_FIRST.find((state) => states.includes(state)) ?? 'none';
}

/** What a line of cure comes to. Masses mg. */
export interface CureOfLine {
  nitritePct: number;
  /** At a weight, with everything else that brings nitrite to what receives it. */
  ppmAt: (massMg: number) => number;
  /** The most that may be weighed before the limit is passed by everything; below 0 where the others have passed it. */
  roomMg: number;
}

/** A line's cure on what receives it; null for what brings none. */
export function cureOfLine(input: CureInput, line: LineFact): CureOfLine | null {
  const { facts, live, shop } = input;
  const nitritePct = perKgOf(facts, line).parts.nitrite / 1e4;
  if (!line.document || nitritePct <= 0) return null;
  const rule = NITRITE_RULES[shop.book];
  const weighedMg = lineMg(live, line.id);
  const { onMg, nitriteMg } = receiving(input, line, weighedMg);
  const othersMg = nitriteMg - (weighedMg * nitritePct) / 100;
  return {
    nitritePct,
    ppmAt: (massMg) => ((othersMg + (massMg * nitritePct) / 100) / onMg) * 1e6,
    roomMg: ((rule.limitPpm / 1e6) * onMg - othersMg) / (nitritePct / 100),
  };
}

/** What a line is weighed into, on the basis of the book, and the nitrite that is in it with the line. */
function receiving(input: CureInput, line: LineFact, weighedMg: number): { onMg: number; nitriteMg: number } {
  const { facts, live, matters, shop, basis } = input;
  const on = NITRITE_RULES[shop.book].basis;
  if (isLate(facts, line)) {
    const there = matters.receivedWith(line.id) ?? withDue(input, line);
    if (there.massMg > 0)
      return {
        onMg: basisMg(there, on),
        nitriteMg: there.parts.nitrite - dueNitrite(input, line, weighedMg),
      };
  }
  const nitriteMg = facts.lines.reduce(
    (sum, l) => sum + (perKgOf(facts, l).parts.nitrite / 1e6) * lineMg(live, l.id),
    0,
  );
  return { onMg: on === 'meat block' ? basis.basisMg : basis.mixMg, nitriteMg };
}

/** What stands where a late line goes, with what is due of it. */
function withDue({ facts, matters }: CureInput, line: LineFact): Matter {
  const lot = facts.accounts.find((a) => a.id === line.lotAccountId);
  return join(matters.together(line.placeAccountId), lineMatter(line, lot, line.plannedMg ?? 0));
}

/** Nitrite that is reckoned in as due and is not weighed yet. */
function dueNitrite({ facts }: CureInput, line: LineFact, weighedMg: number): number {
  return weighedMg > 0 ? 0 : (perKgOf(facts, line).parts.nitrite / 1e6) * (line.plannedMg ?? 0);
}
