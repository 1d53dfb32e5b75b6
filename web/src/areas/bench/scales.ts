import { MG_PER_G, MG_PER_KG, MG_PER_LB, type ScaleId, type Shown } from '@zest/core';
import type { LineView } from '@zest/contract';
import type { Units } from '../../ui/units.js';

/** What a scale shows and what is typed in its place. */
export type ScaleUnit = 'g' | 'kg' | 'lb';

export const MG_PER: Record<ScaleUnit, number> = { g: MG_PER_G, kg: MG_PER_KG, lb: MG_PER_LB };
const DECIMALS: Record<ScaleUnit, Record<ScaleId, number>> = {
  g: { dose: 2, bench: 0, floor: 0 },
  kg: { dose: 5, bench: 3, floor: 2 },
  lb: { dose: 4, bench: 3, floor: 2 },
};

/** Spices are grams in either system; meat goes by the person's kilograms or decimal pounds. */
export function unitOn(units: Units, scaleId: ScaleId): ScaleUnit {
  if (scaleId === 'dose') return 'g';
  return units.options.system === 'pound' ? 'lb' : 'kg';
}

/** So much of an ingredient comes in tubs, as meat does. */
const TUBS_MG = 10 * MG_PER_KG;

/** What a line is weighed in. */
export function unitOfLine(units: Units, line: Pick<LineView, 'kind' | 'dueMg' | 'scaleId'>): ScaleUnit {
  return line.kind === 'meat' || line.dueMg >= TUBS_MG ? unitOn(units, line.scaleId) : 'g';
}

/** A scale's display: always the same unit and decimals, so that the digits do not jump while pouring. */
export function showOnScale(
  units: Units,
  massMg: number,
  scaleId: ScaleId,
  unit: ScaleUnit = unitOn(units, scaleId),
): Shown {
  return { value: units.number(massMg / MG_PER[unit], DECIMALS[unit][scaleId]), unit };
}

/** A weight in words as the scale beside it shows it, so that hand and eye compare like with like. */
export function wordsOnScale(units: Units, massMg: number, scaleId: ScaleId, unit?: ScaleUnit): string {
  const shown = showOnScale(units, massMg, scaleId, unit);
  return `${shown.value}\u00a0${shown.unit}`;
}

/** {@link wordsOnScale} for the weights of one line. */
export function lineWords(
  units: Units,
  line: Pick<LineView, 'kind' | 'dueMg' | 'scaleId'>,
): (massMg: number) => string {
  return (massMg) => wordsOnScale(units, massMg, line.scaleId, unitOfLine(units, line));
}
