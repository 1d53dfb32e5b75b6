import type { Counting, Situation } from './kind.js';
import type { ReadingAsk } from './readings/index.js';

/** Every form that pieces are given, and how each is counted. */
export const COUNTINGS = {
  links: { one: 'link', many: 'links', weighedEach: false },
  coils: { one: 'coil', many: 'coils', weighedEach: true },
  logs: { one: 'log', many: 'logs', weighedEach: true, ownCasing: true },
  sticks: { one: 'stick', many: 'sticks', weighedEach: false, holder: 'rod' },
  patties: { one: 'patty', many: 'patties', weighedEach: false, holder: 'tray' },
  bulk: { one: 'tub', many: 'tubs', weighedEach: true },
} as const satisfies Record<string, Counting>;
export type PieceForm = keyof typeof COUNTINGS;

const PIECES: Counting = { one: 'piece', many: 'pieces', weighedEach: false };
/** So many are weighed where the method does not say. */
const SAMPLE = 10;

/** How pieces of a form are counted; without a form they are pieces. */
export function countingOf(form: PieceForm | undefined): Counting {
  return form === undefined ? PIECES : COUNTINGS[form];
}

/** The count and the sample of a step that makes pieces; one that is weighed each is its own sample. */
export function pieceReadings(
  p: { shape?: PieceForm | undefined; sampleSize?: number | undefined },
  _situation: Situation,
): ReadingAsk[] {
  const pieces = countingOf(p.shape).weighedEach ? 1 : (p.sampleSize ?? SAMPLE);
  // What a count comes to in kilograms is only known once some have been weighed.
  return [{ kind: 'sample', pieces }, { kind: 'count' }];
}
