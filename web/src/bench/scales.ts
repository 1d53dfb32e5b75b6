import type { Shown } from '@zest/core';
import type { Scale } from '@zest/contract';
import type { Units } from '../app/units.js';

/** Divisions of the shop's scales in mg, for showing and judging weights. */
export const DIVISION_MG: Record<Scale['id'], number> = { floor: 20_000, bench: 1_000, dose: 10 };

export const SCALE_NAME: Record<Scale['id'], string> = {
  floor: 'Floor scale',
  bench: 'Bench scale',
  dose: 'Dose scale',
};

/** The scale for kilograms that come out of a step. */
export function scaleForMass(massMg: number): Scale['id'] {
  return massMg > 14_000_000 ? 'floor' : 'bench';
}

/** A scale's display: always kilograms or always grams, so that the digits do not jump while pouring. */
export function showOnScale(units: Units, massMg: number, scaleId: Scale['id']): Shown {
  if (units.options.system === 'pound') return units.massParts(massMg);
  if (scaleId === 'dose') return { value: units.number(massMg / 1000, 2), unit: 'g' };
  return { value: units.number(massMg / 1_000_000, scaleId === 'floor' ? 2 : 3), unit: 'kg' };
}
