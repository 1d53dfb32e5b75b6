import { inputError } from '../errors/index.js';
import type { StepParameters } from '../method/step.js';
import { loads } from '../recipe/loads.js';

export interface Fills {
  /** Fills that the mass makes in all. */
  wanted: number;
  done: number;
  /** Mass of each, mg; the last takes what is left. */
  eachMg: number;
}

/**
 * Fills of the stuffer that a mass makes, equal but for rounding.
 *
 * @param capacityKg what the barrel holds
 * @throws InputError unless the mass is 0 or more and the capacity above 0
 */
export function fillsOf(massMg: number, capacityKg: number, done: number): Fills {
  if (!(capacityKg > 0)) throw inputError('capacityKg', 'The stuffer must hold more than 0 kg.');
  if (!(massMg >= 0)) throw inputError('massMg', 'The mass to stuff must be 0 or more.');
  const wanted = massMg > 0 ? loads({ massKg: massMg / 1e6, capacityKg }).loads : 1;
  return { wanted, done: Math.max(0, done), eachMg: Math.ceil(massMg / wanted) };
}

/** How the casing is filled and closed, as a hand would be told; empty where the method leaves it open. */
export function fillRule({ fill, prick }: Pick<StepParameters, 'fill' | 'prick'>): string {
  const how =
    fill === 'hard'
      ? 'Fill hard: no give under the thumb, closed at once.'
      : fill === 'slack'
        ? 'Leave it slack: a hand’s width empty at the end, the twist takes it up.'
        : '';
  const air = prick === undefined ? '' : prick ? 'Prick where air shows.' : 'Do not prick; press air out.';
  return [how, air].filter(Boolean).join(' ');
}
