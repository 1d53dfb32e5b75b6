import {
  casingsMeant,
  checkRecipe,
  finishedPerMix,
  pieceMassG,
  recipeCost,
  recipeLabel,
  type BookId,
  type Finding,
  type Ingredient,
  type Label,
  type RecipeCost,
} from '@zest/core';
import type { Recipe } from '@zest/contract';

export interface Outcome {
  cost: RecipeCost;
  label: Label;
  findings: Finding[];
}

interface WhatIf {
  /** Lines left out, by key. */
  without: readonly string[];
  casing: Recipe['document']['casing'];
  meatMinorPerKg: number;
}

interface OutcomeInput {
  recipe: Recipe;
  library: ReadonlyMap<string, Ingredient>;
  book: BookId | null;
  house: {
    saltMinGPerKg?: number | undefined;
    saltMaxGPerKg?: number | undefined;
    nitriteFloorPpm?: number | undefined;
  };
  whatIf: WhatIf;
  productYield: number | undefined;
  casingPrice: (casingId: string) => number | null;
  labour: { minutesPerKg: number; people: number; minorPerHour: number } | undefined;
}

/** Casing per kilogram is that of many: the rest of one piece does not count. */
const MANY_MG = 100_000_000;

/** What a recipe costs, says on its label and breaks, as it is or with something swapped. */
export function outcomeOf(input: OutcomeInput): Outcome | undefined {
  const { recipe, library, book, house, whatIf, labour } = input;
  const document = {
    ...recipe.document,
    casing: whatIf.casing,
    lines: recipe.document.lines.filter((l) => !whatIf.without.includes(l.key)),
  };
  const check = checkRecipe({ name: recipe.name, document, library, book, house });
  const { figures } = check;
  if (!figures) return undefined;
  const productYield = input.productYield ?? finishedPerMix(document);
  const pieceG = pieceMassG(document);
  const casings = casingsMeant({ name: recipe.name, document }, MANY_MG).map(({ casing, metres }) => ({
    name: casing.name,
    minorPerM: input.casingPrice(casing.casingId),
    metresPerKgMix: metres / (MANY_MG / 1e6),
  }));
  return {
    cost: recipeCost({
      meatMinorPerKg: whatIf.meatMinorPerKg,
      lines: figures.lines.map((l) => ({
        name: l.line.name,
        perMeat: l.perMeat,
        priceMinorPerKg: l.ingredient?.isSupply === true ? 0 : (l.ingredient?.priceMinorPerKg ?? null),
      })),
      mixPerMeat: figures.mixPerMeat,
      productYield,
      casings,
      linkMassG: pieceG,
      packMassG: document.packMassG ?? null,
      ...(labour ? { labour } : {}),
    }),
    label: recipeLabel(document, figures, productYield),
    findings: check.findings.filter((f) => f.level !== 'note'),
  };
}

/**
 * Price of a kilogram of a lean and a fat trim blended to a fat percentage; undefined where they do not
 * reach it.
 */
export function twoTrimPrice(
  lean: { fatPct: number; priceMinorPerKg: number },
  fat: { fatPct: number; priceMinorPerKg: number },
  targetPct: number,
): number | undefined {
  const share = (targetPct - lean.fatPct) / (fat.fatPct - lean.fatPct);
  return share >= 0 && share <= 1
    ? lean.priceMinorPerKg * (1 - share) + fat.priceMinorPerKg * share
    : undefined;
}
