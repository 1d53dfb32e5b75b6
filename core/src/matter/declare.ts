import type { LabelPart } from '../recipe/label.js';
import { present } from './figures.js';
import type { Matter } from './matter.js';

/**
 * What stands on the label of a mass, by its weights as weighed in; water that has gone is said apart, so that plain
 * water goes first. A casing is named by itself.
 */
export function labelPartsOf(matter: Matter): LabelPart[] {
  return present(matter)
    .filter((o) => o.is.kind !== 'casing')
    .map(({ massMg, is: { name, mayContain, allergens, parts, isWater } }) => ({
      name: mayContain ? `${name} (may contain allergens: not stated)` : name,
      massMg,
      allergens,
      parts,
      isWater,
    }));
}

/** What of the mass that was weighed in has gone since, as water, fat or juice, mg. */
export function goneMg(matter: Matter): number {
  const weighedIn = present(matter).reduce((sum, o) => sum + o.massMg, 0);
  return Math.max(0, weighedIn - matter.massMg);
}
