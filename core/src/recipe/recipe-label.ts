import type { WorkingDocument } from './document.js';
import type { RecipeFigures } from './figures.js';
import { casingWords, declaration, declaredParts, type Label } from './label.js';

/**
 * The label of a recipe as written, from a kilogram of meat; the batch's own label names what was really
 * weighed in.
 */
export function recipeLabel(
  document: Pick<WorkingDocument, 'speciesRules' | 'state' | 'casing' | 'cookingSentence'>,
  figures: RecipeFigures,
  productYield?: number,
): Label {
  return declaration({
    parts: [
      { name: meatWords(document.speciesRules), massMg: 1e9, allergens: [], parts: [] },
      ...figures.lines.map(({ line, ingredient, perMeat, contents }) => ({
        name: (ingredient?.declaredAs ?? line.name).toLowerCase(),
        massMg: Math.round(perMeat * 1e9),
        allergens: ingredient?.allergens ?? [],
        parts: declaredParts(ingredient?.declaredAs ?? line.name, ingredient?.parts ?? [], contents),
        isWater: line.role === 'liquid',
      })),
    ],
    state: document.state,
    casing: casingWords(document.casing),
    cookingSentence: document.cookingSentence,
    productYield,
  });
}

/** The meat by the species that the recipe asks for. */
function meatWords(rules: WorkingDocument['speciesRules']): string {
  const named = rules.filter((r) => (r.maxPct ?? 1) > 0).map((r) => r.species);
  return named.length > 0 ? named.join(' and ') : 'meat';
}
