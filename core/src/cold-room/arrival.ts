import type { BookId } from '../rules/index.js';
import { isPoultry } from '../species/index.js';

export const MEAT_STATES = ['fresh', 'frozen', 'thawed'] as const;
/** Whether meat is fresh, frozen, or was frozen once and is not now. */
export type MeatState = (typeof MEAT_STATES)[number];

export const HEAT_STATES = ['raw', 'raw smoked', 'cooked'] as const;
/** What heat a material has had. */
export type HeatState = (typeof HEAT_STATES)[number];

export interface ArrivalInput {
  book: BookId;
  species: string;
  state: MeatState;
  /** Ground before it came. */
  minced?: boolean | undefined;
}

/**
 * The warmest a delivery may be, °C; warmer is put on hold. Frozen goods, mince and poultry have
 * limits of their own, red meat that of the rule book.
 *
 * All from memory or common practice: the local authority and the licensed operator's plan decide.
 * @example arrivalLimit({ book: 'eu', species: 'pork', state: 'fresh' }).maxC // 7
 */
export function arrivalLimit(input: ArrivalInput): { maxC: number; words: string } {
  if (input.state === 'frozen') return { maxC: -18, words: 'frozen goods' };
  if (input.minced) return { maxC: 2, words: 'minced meat' };
  if (isPoultry(input.species)) return { maxC: 4, words: 'poultry' };
  const cold = input.book === 'us' || input.book === 'ca';
  return { maxC: cold ? 4.4 : 7, words: 'red meat' };
}
