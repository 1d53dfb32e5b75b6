import { labelPartsOf } from '../matter/index.js';
import type { WorkingDocument } from './document.js';
import type { RecipeFigures } from './figures.js';
import { casingWords, declaration, type Label } from './label.js';

/**
 * The label of a recipe as written, from a ton of meat; the batch's own label names what was really
 * weighed in.
 */
export function recipeLabel(
  document: Pick<WorkingDocument, 'state' | 'casing' | 'cookingSentence'>,
  figures: Pick<RecipeFigures, 'matter' | 'mixPerMeat'>,
  productYield = 1,
): Label {
  const { matter } = figures;
  return declaration({
    parts: labelPartsOf(matter),
    state: document.state,
    casing: casingWords(document.casing),
    cookingSentence: document.cookingSentence,
    // What a raw product loses stays in the head and the horn; what heat and air take is water.
    goneMg: document.state === 'raw' ? 0 : matter.massMg * (1 - Math.min(1, productYield)),
  });
}
