import type { ScaleId, Shown } from '@zest/core';
import type { Units } from '../../ui/units.js';

/** A scale's display: always kilograms or always grams, so that the digits do not jump while pouring. */
export function showOnScale(units: Units, massMg: number, scaleId: ScaleId): Shown {
  if (units.options.system === 'pound') return units.massParts(massMg);
  if (scaleId === 'dose') return { value: units.number(massMg / 1000, 2), unit: 'g' };
  return { value: units.number(massMg / 1_000_000, scaleId === 'floor' ? 2 : 3), unit: 'kg' };
}
