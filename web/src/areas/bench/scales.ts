import { MG_PER_G, MG_PER_KG, MG_PER_LB, type ScaleId, type ShopScale, type Shown } from '@zest/core';
import type { LineView } from '@zest/contract';
import type { Units } from '../../ui/units.js';

/** What a scale shows and what is typed in its place. */
export type ScaleUnit = 'g' | 'kg' | 'lb';

export const MG_PER: Record<ScaleUnit, number> = { g: MG_PER_G, kg: MG_PER_KG, lb: MG_PER_LB };

/** So many decimals tell one division of a scale from the next. */
function decimalsOf(divisionMg: number, unit: ScaleUnit): number {
  return Math.max(0, Math.ceil(Math.log10(MG_PER[unit] / divisionMg) - 1e-9));
}

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

/** The scale that something is weighed on. */
type On = Pick<ShopScale, 'id' | 'divisionMg'>;

/** A scale's display: always the same unit and decimals, so that the digits do not jump while pouring. */
export function showOnScale(
  units: Units,
  massMg: number,
  on: On,
  unit: ScaleUnit = unitOn(units, on.id),
): Shown {
  return { value: units.number(massMg / MG_PER[unit], decimalsOf(on.divisionMg, unit)), unit };
}

/** A weight in words as the scale beside it shows it, so that hand and eye compare like with like. */
export function wordsOnScale(units: Units, massMg: number, on: On, unit?: ScaleUnit): string {
  const shown = showOnScale(units, massMg, on, unit);
  return `${shown.value}\u00a0${shown.unit}`;
}

/** {@link wordsOnScale} for the weights of one line. */
export function lineWords(
  units: Units,
  line: Pick<LineView, 'kind' | 'dueMg' | 'scaleId' | 'divisionMg'>,
): (massMg: number) => string {
  const on = { id: line.scaleId, divisionMg: line.divisionMg };
  return (massMg) => wordsOnScale(units, massMg, on, unitOfLine(units, line));
}
