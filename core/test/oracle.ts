import type { Dose, WorkingLine } from '../src/index.js';
import { LIBRARY } from './recipe-shelf.js';

/**
 * A second reckoning, as slow and as simple as can be, that shares nothing with the product but its words: what a
 * pocket calculator would say. Kilograms and grams as plain numbers.
 */
export interface Reckoned {
  mixKg: number;
  /** Grams of each line, in their order. */
  grams: number[];
  saltG: number;
  nitriteG: number;
  nitrateG: number;
  liquidG: number;
  binderG: number;
}

/** Grams of one line for so much meat and mix. */
function gramsOf(dose: Dose, meatKg: number, mixKg: number): number {
  if ('gPerKgMeat' in dose) return dose.gPerKgMeat * meatKg;
  if ('gPerKgMix' in dose) return dose.gPerKgMix * mixKg;
  if ('pctOfMeat' in dose) return (dose.pctOfMeat / 100) * meatKg * 1000;
  if ('pctOfMix' in dose) return (dose.pctOfMix / 100) * mixKg * 1000;
  return (dose.packet.netG / dose.packet.seasonsKg) * meatKg;
}

/** The mix is found by trying: lines on the mix are reckoned on the mix of the round before until nothing moves. */
export function reckon(lines: readonly WorkingLine[], meatKg: number): Reckoned {
  const doses = lines.map((l) => l.dose!);
  let mixKg = meatKg;
  for (let round = 0; round < 400; round += 1) {
    mixKg = meatKg + doses.reduce((sum, dose) => sum + gramsOf(dose, meatKg, mixKg), 0) / 1000;
  }
  const grams = doses.map((dose) => gramsOf(dose, meatKg, mixKg));
  const of = (part: 'saltPct' | 'nitritePct' | 'nitratePct' | 'binderPct') =>
    lines.reduce(
      (sum, line, i) => sum + (grams[i]! * LIBRARY.get(line.ingredientId!)!.contents[part]) / 100,
      0,
    );
  return {
    mixKg,
    grams,
    saltG: of('saltPct'),
    nitriteG: of('nitritePct'),
    nitrateG: of('nitratePct'),
    binderG: of('binderPct'),
    liquidG: lines.reduce((sum, line, i) => sum + (line.role === 'liquid' ? grams[i]! : 0), 0),
  };
}

/** A weight that was moved from somewhere to somewhere. */
export interface Moved {
  from: string;
  to: string;
  mg: number;
}

/** What stands anywhere after all of it. */
export function standing(moves: readonly Moved[]): Map<string, number> {
  const at = new Map<string, number>();
  for (const { from, to, mg } of moves) {
    at.set(from, (at.get(from) ?? 0) - mg);
    at.set(to, (at.get(to) ?? 0) + mg);
  }
  return at;
}
