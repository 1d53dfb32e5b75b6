import { inputError } from '../errors/index.js';
import {
  NO_CONTENTS,
  STATEMENTS,
  unstatedSentence,
  type Allergen,
  type Contents,
  type Ingredient,
  type IngredientFacts,
} from './ingredient.js';

/**
 * What a master mix made in the shop holds, from what goes into it: contents by weight, allergens, and
 * its parts in descending order.
 *
 * @param parts grams of each ingredient in a kilogram; they must add up to 1000 g
 * @param self id of the pre-blend, so that it cannot hold itself, not even inside another
 * @throws InputError at `parts…` for an unknown or untyped ingredient, a circle, or a wrong sum
 */
export function preBlendFacts(
  parts: readonly { ingredientId: string; gPerKg: number }[],
  library: ReadonlyMap<string, Ingredient>,
  self?: string,
): IngredientFacts {
  if (parts.length < 2) throw inputError('parts', 'A pre-blend has at least two ingredients.');
  const known = parts.map((part, i) => {
    const ingredient = library.get(part.ingredientId);
    if (!ingredient)
      throw inputError(`parts[${i}].ingredientId`, `Part ${i + 1} is not an ingredient of the shop.`);
    if (!ingredient.typed) {
      throw inputError(
        `parts[${i}].ingredientId`,
        `Nobody has said whether ${ingredient.name} is salt, cure or neither.`,
      );
    }
    const unstated = unstatedSentence(ingredient);
    if (unstated) throw inputError(`parts[${i}].ingredientId`, unstated);
    if (!(part.gPerKg > 0))
      throw inputError(`parts[${i}].gPerKg`, `${ingredient.name}: the grams must be above 0.`);
    if (self !== undefined && holds(part.ingredientId, self, library)) {
      throw inputError(
        `parts[${i}].ingredientId`,
        `${ingredient.name} already holds this pre-blend: it would hold itself.`,
      );
    }
    return { ingredient, share: part.gPerKg / 1000 };
  });
  const total = parts.reduce((sum, p) => sum + p.gPerKg, 0);
  if (Math.abs(total - 1000) > 0.01) {
    throw inputError(
      'parts',
      `The parts come to ${Number(total.toFixed(2))} g in a kilogram; they must come to 1000 g.`,
    );
  }
  const contents: Record<keyof Contents, number> = { ...NO_CONTENTS };
  for (const name of Object.keys(NO_CONTENTS) as (keyof Contents)[])
    contents[name] = known.reduce((sum, k) => sum + k.share * k.ingredient.contents[name], 0);
  const allergens = [...new Set(known.flatMap((k) => k.ingredient.allergens))];
  return {
    contents,
    allergens,
    compound: true,
    stated: [...STATEMENTS],
    parts: [...known].sort((a, b) => b.share - a.share).flatMap((k) => opened(k.ingredient)),
    preBlend: parts,
  };
}

function opened(ingredient: Ingredient): { name: string; allergen?: Allergen }[] {
  if (ingredient.parts.length > 0) {
    return ingredient.parts.map((p) => ({ name: p.name, ...(p.allergen ? { allergen: p.allergen } : {}) }));
  }
  const [allergen] = ingredient.allergens;
  return [
    { name: (ingredient.declaredAs ?? ingredient.name).toLowerCase(), ...(allergen ? { allergen } : {}) },
  ];
}

/** Whether an ingredient is, or somewhere holds, another. */
function holds(
  id: string,
  other: string,
  library: ReadonlyMap<string, Ingredient>,
  seen = new Set<string>(),
): boolean {
  if (id === other) return true;
  if (seen.has(id)) return false;
  seen.add(id);
  return (library.get(id)?.preBlend ?? []).some((part) => holds(part.ingredientId, other, library, seen));
}

/** Grams of each part for a wanted mass, in whole divisions, summing exactly. */
export function preBlendParts(
  parts: readonly { ingredientId: string; gPerKg: number }[],
  massMg: number,
): { ingredientId: string; massMg: number }[] {
  if (!(massMg > 0)) throw inputError('massMg', 'Say how much of the pre-blend is made; it must be above 0.');
  let given = 0;
  return parts.map((part, i) => {
    const last = i === parts.length - 1;
    const mass = last ? massMg - given : Math.round((part.gPerKg / 1000) * massMg);
    given += mass;
    return { ingredientId: part.ingredientId, massMg: mass };
  });
}
