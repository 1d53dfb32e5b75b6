import { BINDERS_AND_SUGARS } from './binders-and-sugars.js';
import { LIQUIDS_AND_INCLUSIONS } from './liquids-and-inclusions.js';
import { SALTS_AND_CURES } from './salts-and-cures.js';
import { SPICES } from './spices.js';
import type { UsualIngredient } from './usual.js';

/** Everything that shops of the trade usually have in jars, tubs and bottles, in groups. */
export const USUAL_INGREDIENTS: readonly UsualIngredient[] = [
  ...SALTS_AND_CURES,
  ...SPICES,
  ...BINDERS_AND_SUGARS,
  ...LIQUIDS_AND_INCLUSIONS,
];

export { likelyIngredient, type LikelyIngredient } from './guess.js';
export { USUAL_CASINGS, type UsualCasing } from './casings.js';
export { USUAL_TRIMS, type UsualTrim } from './trims.js';
export {
  STARTING_RECIPES,
  isCureFor,
  needsOf,
  startingDocument,
  type OwnThings,
  type StartingRecipe,
} from './starting-recipes.js';
export type { UsualIngredient } from './usual.js';
