import { describe, expect, it } from 'vitest';
import {
  BOOK_IDS,
  METHOD_TEMPLATES,
  STARTING_RECIPES,
  USUAL_CASINGS,
  USUAL_INGREDIENTS,
  USUAL_MACHINES,
  USUAL_TRIMS,
  checkRecipe,
  isCureFor,
  likelyIngredient,
  looksLikeCure,
  needsOf,
  startingDocument,
  type Ingredient,
  type StartingRecipe,
} from '../src/index.js';

const asIngredient = (key: string): Ingredient => {
  const usual = USUAL_INGREDIENTS.find((i) => i.key === key);
  if (!usual) throw new Error(`no ${key}`);
  const { facts, name, form, role, isSupply } = usual;
  return { ...facts, id: key, name, form, role, isSupply, typed: true, priceMinorPerKg: null };
};

const casingOf = (key: string | null) => {
  const casing = USUAL_CASINGS.find((c) => c.key === key);
  return casing ? { casingId: casing.key, ...casing } : null;
};

describe('the usual shelf', () => {
  it('holds what a shop of the trade needs, each thing once', () => {
    expect(USUAL_INGREDIENTS.length).toBeGreaterThanOrEqual(120);
    for (const items of [USUAL_INGREDIENTS, USUAL_CASINGS, USUAL_TRIMS] as (readonly { key: string }[])[])
      expect(new Set(items.map((i) => i.key)).size).toBe(items.length);
    const names = USUAL_INGREDIENTS.map((i) => `${i.name}, ${i.form}`);
    expect(new Set(names).size).toBe(names.length);
  });

  it('has nothing that comes to more than all of itself, and no dose upside down', () => {
    for (const { key, facts } of USUAL_INGREDIENTS) {
      const { saltPct, nitritePct, nitratePct, sugarPct, fatPct, waterPct } = facts.contents;
      const sum = saltPct + nitritePct + nitratePct + sugarPct + fatPct + waterPct;
      expect([key, sum <= 100.01]).toEqual([key, true]);
      if (facts.dose) expect([key, facts.dose.minGPerKg < facts.dose.maxGPerKg]).toEqual([key, true]);
      for (const part of facts.parts)
        if (part.allergen)
          expect([key, facts.allergens]).toEqual([key, expect.arrayContaining([part.allergen])]);
    }
  });

  it('knows each cure by its strength and carrier, and nothing else as a cure', () => {
    for (const { key, name, role, facts } of USUAL_INGREDIENTS) {
      const { nitritePct, nitratePct, saltPct } = facts.contents;
      expect([key, nitritePct + nitratePct > 0]).toEqual([key, role === 'cure']);
      if (role === 'cure') {
        expect(looksLikeCure(name)).toBe(true);
        expect(saltPct + nitritePct + nitratePct).toBeCloseTo(100, 6);
        // The name says the strength that it has.
        expect(name).toContain(`${nitritePct} % nitrite`);
      }
    }
  });

  it('gives sources, and doses in reach of a gram scale', () => {
    for (const { facts, key } of USUAL_INGREDIENTS) {
      if (facts.density)
        expect([key, facts.density.source]).toEqual([key, expect.stringContaining('from memory')]);
      if (facts.dose) expect([key, facts.dose.source]).toEqual([key, 'common practice']);
    }
  });

  it('holds meats with a usual fat that lies between what is seen, and casings in order of calibre', () => {
    for (const { key, fatPct, between } of USUAL_TRIMS)
      expect([key, between[0] < fatPct && fatPct < between[1]]).toEqual([key, true]);
    for (const { key, calibreMm, gPerM, hornMm } of USUAL_CASINGS)
      expect([key, hornMm < calibreMm && gPerM > 1]).toEqual([key, true]);
  });
});

/** The cures of the shelf that a recipe can be made with; one that is not cured needs none. */
const curesFor = (recipe: StartingRecipe): (Ingredient | undefined)[] => {
  const all = USUAL_INGREDIENTS.filter((i) => i.role === 'cure').map((i) => asIngredient(i.key));
  return recipe.cure ? all.filter((cure) => isCureFor(recipe, cure)) : [undefined];
};

const document = (recipe: StartingRecipe, cure: Ingredient | undefined) =>
  startingDocument(recipe, {
    ingredientOf: asIngredient,
    cure,
    casing: casingOf(recipe.casing),
    machines: USUAL_MACHINES,
  });

describe('a starting recipe', () => {
  it('there is for each method, and needs nothing that the shelf lacks', () => {
    expect(new Set(STARTING_RECIPES.map((r) => r.templateId))).toEqual(
      new Set(METHOD_TEMPLATES.map((t) => t.id)),
    );
    for (const recipe of STARTING_RECIPES) {
      for (const key of needsOf(recipe)) expect(asIngredient(key).id).toBe(key);
      expect([recipe.key, recipe.casing === null || casingOf(recipe.casing) !== null]).toEqual([
        recipe.key,
        true,
      ]);
      expect([recipe.key, curesFor(recipe).length > 0]).toEqual([recipe.key, true]);
    }
  });

  it.each(STARTING_RECIPES.flatMap((recipe) => BOOK_IDS.map((book) => [recipe.key, book, recipe] as const)))(
    '%s can be published as it is under the %s book, with whatever cure the shop has',
    (_key, book, recipe) => {
      const library = new Map(USUAL_INGREDIENTS.map((i) => [i.key, asIngredient(i.key)]));
      for (const cure of curesFor(recipe)) {
        const { findings } = checkRecipe({
          name: recipe.name,
          document: document(recipe, cure),
          library,
          book,
        });
        const stops = findings.filter((f) => f.level === 'stop').map((f) => f.sentence);
        expect([cure?.name, stops]).toEqual([cure?.name, []]);
      }
    },
  );

  it('has the nitrite and the salt it is meant to have; of a weak cure it has the salt, and less nitrite', () => {
    for (const recipe of STARTING_RECIPES.filter((r) => r.cure)) {
      for (const cure of curesFor(recipe)) {
        // By hand: mg of nitrite and g of salt in a kilogram of meat.
        let nitriteMg = 0;
        let saltG = 0;
        for (const { ingredientId, dose } of document(recipe, cure).lines) {
          const g = dose && 'gPerKgMeat' in dose ? dose.gPerKgMeat : NaN;
          const { nitritePct, saltPct } = asIngredient(ingredientId ?? '').contents;
          nitriteMg += g * nitritePct * 10;
          saltG += (g * saltPct) / 100;
        }
        const meant = recipe.cure!;
        expect(saltG).toBeCloseTo(meant.saltGPerKg, 1);
        const isWeak = meant.nitritePpm / 10 / cure!.contents.nitritePct > meant.saltGPerKg;
        if (isWeak) expect(nitriteMg).toBeLessThan(meant.nitritePpm);
        else expect(Math.abs(nitriteMg - meant.nitritePpm)).toBeLessThan(1);
      }
    }
  });
});

describe('what a new ingredient is likely to be', () => {
  it.each([
    ['Smoked garlic', 'seasoning', 'not salt'],
    ['Barley beer', 'liquid', 'not salt'],
    ['Purple rice flour', 'binder', 'not salt'],
    ['Goat cheese', 'inclusion', 'not salt'],
    ['Curing salt of the co-op', 'cure', 'cure'],
    ['Saltpetre', 'cure', 'cure'],
    // It could be anything: it is asked.
    ['Celery salt', 'seasoning', undefined],
    ['Zanthoxylum', 'seasoning', 'not salt'],
  ])('%s: %s, %s', (name, role, saltKind) => {
    expect(likelyIngredient(name)).toMatchObject({ role });
    expect(likelyIngredient(name).saltKind).toBe(saltKind);
  });
});
