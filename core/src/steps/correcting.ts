import type { MethodStep } from './all-kinds.js';

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

/** What was added is mixed in: its minutes at least, and not above its temperature, °C. */
export function mixAgain(key: string, minMinutes: number, stopAboveC: number): MethodStep {
  return { key, kind: 'remix', minMinutes, stopAboveC };
}
