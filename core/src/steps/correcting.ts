import type { MethodStep } from './all-kinds.js';
import { numberOf, traitsOf, type StepLike } from './step.js';

/** The words of a step that corrects a batch: what it is for stands in them, not in its kind. */
interface Said {
  key: string;
  title: string;
  instruction: string;
}

/** More meat is weighed in. */
export function weighMoreMeat(said: Said): MethodStep {
  return { ...said, kind: 'weigh-meat' };
}

/** Ingredients are weighed in again, for a part of the mix or because they were left out. */
export function weighMoreIngredients(said: Said): MethodStep {
  return { ...said, kind: 'weigh-ingredients' };
}

/** Least minutes of mixing where the method names none; common practice. */
const MIX_MINUTES = 3;

/**
 * Minutes in which something more is mixed in, at least: as long as the method mixes at least, or, where only a
 * little went in, a third of that; common practice.
 */
export function minutesToMixIn(
  steps: readonly StepLike[],
  how: 'all of it' | 'a little' = 'all of it',
): number {
  const mix = steps.find((s) => traitsOf(s).machine === 'mixer');
  const least = (mix && numberOf(mix, 'minMinutes')) ?? MIX_MINUTES;
  return how === 'all of it' ? least : Math.max(1, Math.ceil(least / 3));
}

/** A mix is read no warmer than this after it was mixed again where its method names nothing, °C; common practice. */
const COLD_C = 4.4;

/** Meat that is added after the grind of its batch goes through the same plate, no warmer. */
export function grindMore(key: string, like: StepLike): MethodStep {
  const plateMm = numberOf(like, 'plateMm');
  const stopAboveC = numberOf(like, 'stopAboveC') ?? COLD_C;
  return { key, kind: 'regrind', ...(plateMm === undefined ? {} : { plateMm }), stopAboveC };
}

/** What was added is mixed in, by the mixing of the method: so many minutes at least, and not too warm. */
export function mixAgain(key: string, method: readonly StepLike[], minMinutes: number): MethodStep {
  const mix = method.find((s) => traitsOf(s).machine === 'mixer');
  return { key, kind: 'remix', minMinutes, stopAboveC: (mix && numberOf(mix, 'stopAboveC')) ?? COLD_C };
}
