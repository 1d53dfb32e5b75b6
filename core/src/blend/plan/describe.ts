import { inWindow } from '../in-window.js';
import { DEFAULT_FAT_SD } from '../types.js';
import { judge } from './chance.js';
import type { PlanInput, PlanOptimal, PlanTrim } from './types.js';

/**
 * A blend as an answer: its uses, fat, chance and cost.
 * @param masses whole milligrams per trim, as they will be weighed
 * @param exactKg kilograms before rounding; they give the cost when nothing was rounded to a scale
 */
export function describe(
  input: PlanInput,
  masses: readonly number[],
  exactKg: readonly number[],
  found: { met: boolean; bareCost: number; solves: number },
): PlanOptimal {
  const kg = masses.map((m) => m / 1e6);
  const { fatPct, fatSd, chance } = judge(input, kg);
  const rounded = (input.divisionKg ?? 0) > 1e-6;
  const cost = money(input.trims, rounded ? kg : exactKg);
  return {
    status: 'optimal',
    uses: input.trims.flatMap((trim, i) => {
      const massMg = masses[i] ?? 0;
      return massMg > 0 ? [{ id: trim.id, massMg, sharePct: (100 * massMg) / (input.batchKg * 1e6) }] : [];
    }),
    fatPct,
    fatSd,
    inWindow: chance,
    confidenceMet: found.met,
    cost,
    costPerKg: cost / input.batchKg,
    bareCost: found.bareCost,
    testFirst: testFirst(input, kg, chance),
    solves: found.solves,
  };
}

/** The trim whose laboratory test would raise the chance of being in the window most. */
function testFirst(input: PlanInput, kg: readonly number[], chance: number): string | null {
  let best: { id: string | null; chance: number } = { id: null, chance: chance + 1e-6 };
  input.trims.forEach((trim, i) => {
    if ((kg[i] ?? 0) <= 0 || (trim.fatSd ?? 0) <= DEFAULT_FAT_SD.lab) return;
    const trims = input.trims.map((t) => (isOneLot(t, trim) ? { ...t, fatSd: DEFAULT_FAT_SD.lab } : t));
    const tested = judge({ ...input, trims }, kg);
    const then = inWindow(tested.fatPct, tested.fatSd, input.window);
    if (then > best.chance) best = { id: trim.id, chance: then };
  });
  return best.id;
}

function isOneLot(a: PlanTrim, b: PlanTrim): boolean {
  return (a.lot ?? a.id) === (b.lot ?? b.id);
}

/** Money of some kilograms. */
export function money(trims: readonly PlanTrim[], kg: readonly number[]): number {
  return trims.reduce((sum, trim, i) => sum + trim.pricePerKg * (kg[i] ?? 0), 0);
}
