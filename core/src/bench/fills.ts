import { inputError } from '../errors/index.js';
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
