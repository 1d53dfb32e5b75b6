import type { StepParameters } from '../method/step.js';

/** How the pieces of a shape are counted. */
export interface Counting {
  one: string;
  many: string;
  /** Few and large: every piece is weighed on, and its weight counts it. */
  weighedEach: boolean;
  /** Several come at once and are counted at once. */
  holder?: 'rod' | 'tray';
}

const COUNTINGS: Record<NonNullable<StepParameters['shape']>, Counting> = {
  links: { one: 'link', many: 'links', weighedEach: false },
  coils: { one: 'coil', many: 'coils', weighedEach: true },
  logs: { one: 'log', many: 'logs', weighedEach: true },
  sticks: { one: 'stick', many: 'sticks', weighedEach: false, holder: 'rod' },
  patties: { one: 'patty', many: 'patties', weighedEach: false, holder: 'tray' },
  bulk: { one: 'tub', many: 'tubs', weighedEach: true },
};

/** How the pieces of a step are counted; a step without a shape counts pieces. */
export function countingOf(shape: StepParameters['shape']): Counting {
  return shape === undefined ? { one: 'piece', many: 'pieces', weighedEach: false } : COUNTINGS[shape];
}
