import type { BookId } from '../rules/index.js';
import { isPoultry } from '../species/index.js';

export const MEAT_STATES = ['fresh', 'frozen', 'thawed'] as const;
/** Whether meat is fresh, frozen, or was frozen once and is not now. */
export type MeatState = (typeof MEAT_STATES)[number];

export const HEAT_STATES = ['raw', 'raw smoked', 'cooked'] as const;
/** What heat a material has had. */
export type HeatState = (typeof HEAT_STATES)[number];

export const LOT_FORMS = ['whole', 'ground', 'mixed'] as const;
/** Whether meat is in pieces, ground, or ground and mixed with something. */
export type LotForm = (typeof LOT_FORMS)[number];

export interface ColdInput {
  book: BookId;
  species: string;
  state: MeatState;
  form: LotForm;
}

/**
 * The warmest that meat may come, be released or be brought back, °C; warmer is put on hold. Frozen goods,
 * mince, preparations and poultry have limits of their own, red meat that of the rule book.
 *
 * Frozen, minced and prepared: Regulation (EC) No 853/2004, Annex III, section V, chapter III; all from memory: the
 * local authority and the licensed operator's plan decide.
 * @example arrivalLimit({ book: 'eu', species: 'pork', state: 'fresh', form: 'whole' }).maxC // 7
 */
export function arrivalLimit(input: ColdInput): { maxC: number; words: string } {
  if (input.state === 'frozen') return { maxC: -18, words: 'frozen goods' };
  if (input.form === 'ground') return { maxC: 2, words: 'minced meat' };
  if (isPoultry(input.species)) return { maxC: 4, words: 'poultry' };
  if (input.form === 'mixed') return { maxC: 4, words: 'meat preparations' };
  const cold = input.book === 'us' || input.book === 'ca';
  return { maxC: cold ? 4.4 : 7, words: 'red meat' };
}
