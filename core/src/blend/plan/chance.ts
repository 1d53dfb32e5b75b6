import { inWindow, widestSd } from '../in-window.js';
import { massTerms } from './build-model.js';
import type { Row } from './model.js';
import type { PlanInput } from './types.js';

/** Kilograms of the lot that each trim is part of: parts of one lot are off together. */
function lotKg(input: PlanInput, kg: readonly number[]): number[] {
  const sums = new Map<string, number>();
  const keyOf = ({ id, lot }: PlanInput['trims'][number]) => lot ?? id;
  input.trims.forEach((t, i) => sums.set(keyOf(t), (sums.get(keyOf(t)) ?? 0) + (kg[i] ?? 0)));
  return input.trims.map((t) => sums.get(keyOf(t)) ?? 0);
}

/** Fat, uncertainty and chance of a list of kilograms that sum to the batch. */
export function judge(
  input: PlanInput,
  kg: readonly number[],
): { fatPct: number; fatSd: number; chance: number } {
  let fatPct = 0;
  let variance = 0;
  const ofLot = lotKg(input, kg);
  input.trims.forEach((trim, i) => {
    const share = (kg[i] ?? 0) / input.batchKg;
    fatPct += share * trim.fatPct;
    variance += share * ((ofLot[i] ?? 0) / input.batchKg) * (trim.fatSd ?? 0) ** 2;
  });
  const fatSd = Math.sqrt(variance);
  return { fatPct, fatSd, chance: inWindow(fatPct, fatSd, input.window) };
}

/** Kilograms on the way from `a` (t = 0) to `b` (t = 1). */
function between(a: readonly number[], b: readonly number[], t: number): number[] {
  return a.map((value, i) => value + t * ((b[i] ?? 0) - value));
}

/**
 * The last point from `inside` towards `outside` that still has the wanted chance.
 * The set of blends with at least that chance is convex for chances of one half and more.
 */
export function boundaryPoint(
  input: PlanInput,
  wanted: number,
  inside: readonly number[],
  outside: readonly number[],
): number[] {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 50; i += 1) {
    const middle = (low + high) / 2;
    if (judge(input, between(inside, outside, middle)).chance >= wanted) low = middle;
    else high = middle;
  }
  return between(inside, outside, low);
}

/**
 * A linear rule that every blend with the wanted chance obeys, touching the set at `kg`.
 *
 * The set is `s(x) ≤ σ(F(x))` with `s` convex and `σ` (the widest uncertainty allowed at a fat)
 * concave, so the tangent of their difference never cuts a good blend off.
 */
export function tangentCut(input: PlanInput, wanted: number, kg: readonly number[], name: string): Row {
  const { fatPct, fatSd } = judge(input, kg);
  const { minPct, maxPct } = input.window;
  const margin = 1e-4 * (maxPct - minPct);
  const at = Math.min(maxPct - margin, Math.max(minPct + margin, fatPct));
  const { sd, slope } = widestSd(at, wanted, input.window);
  const M = input.batchKg;
  const ofLot = lotKg(input, kg);
  let constant = fatSd - sd - slope * (fatPct - at);
  const terms = input.trims.flatMap((trim, i) => {
    const x = kg[i] ?? 0;
    const bySpread = fatSd > 0 ? ((ofLot[i] ?? 0) * (trim.fatSd ?? 0) ** 2) / (M * M * fatSd) : 0;
    const factor = bySpread - (slope * trim.fatPct) / M;
    constant -= factor * x;
    return massTerms(trim, i, factor);
  });
  return { name, terms, sense: '<=', bound: -constant };
}
