import type { Matter } from '../../matter/index.js';
import type { ProductState } from '../../recipe/product.js';
import { traitsOf } from '../../steps/index.js';
import type { BatchFacts } from './facts.js';

/**
 * What a mass is now, by its record: raw before any heat, whatever its recipe is going to be. Dried is what has hung its
 * loss away at a step that is closed; cooked and smoked are what a core or a chamber proved.
 */
export function batchState(facts: BatchFacts, matter: Matter): ProductState {
  const isDried = facts.steps.some(
    (s) =>
      traitsOf(s.document).dries === true && s.closedAt !== null && s.overrideReason === null && !s.leftOut,
  );
  if (matter.worst.heat === 'cooked') return 'cooked';
  if (isDried) return 'dried';
  return matter.worst.heat === 'raw smoked' ? 'raw smoked (not cooked)' : 'raw';
}
