import { v7 as uuid } from 'uuid';
import type { Recipe, RecipeDocument, RecipeLine } from '@zest/contract';
import { snapshot } from '../recipes/index.js';
import { CASINGS, INGREDIENTS } from './catalogue.js';
import {
  CHILL,
  COIL,
  LEAN_AND_FAT,
  WEIGH_MEAT,
  WEIGH_INGREDIENTS,
  grind,
  methodOf,
  mix,
  STUFF,
  LINK,
  PACK,
  SMOKE,
  COOK,
  COOL,
} from './methods.js';

interface Ids {
  ingredients: ReadonlyMap<string, string>;
  casings: ReadonlyMap<string, string>;
}

type Short = [ingredient: string, gPerKgMeat: number, entersAt?: string];

/** The products of the demonstration, each with a method of its own. */
export function demoRecipes(ids: Ids): Recipe[] {
  const lines = (list: readonly Short[]): RecipeLine[] =>
    list.map(([key, gPerKgMeat, entersAt = 'mix']) => {
      const ingredient = INGREDIENTS.find((i) => i.key === key);
      if (!ingredient) throw new Error(`no ingredient ${key}`);
      return {
        key,
        ingredientId: ids.ingredients.get(key) ?? '',
        name: ingredient.name,
        role: ingredient.role,
        dose: { gPerKgMeat },
        required: true,
        entersAt,
        ...snapshot({ ...ingredient, ...ingredient.facts, id: '', typed: true }),
      };
    });
  const casing = (key: string): RecipeDocument['casing'] => {
    const found = CASINGS.find((c) => c.key === key);
    return found
      ? {
          casingId: ids.casings.get(key) ?? '',
          name: found.name,
          calibreMm: found.calibreMm,
          gPerM: found.gPerM,
          material: found.material,
        }
      : null;
  };
  const recipe = (
    name: string,
    document: Omit<RecipeDocument, 'confidence' | 'mixerCapacityKg' | 'claims' | 'basis' | 'hotness'> &
      Partial<Pick<RecipeDocument, 'claims' | 'hotness'>>,
  ): Recipe => ({
    id: uuid(),
    name,
    versionId: uuid(),
    versionNo: 1,
    document: {
      confidence: 0.8,
      mixerCapacityKg: 30,
      stufferCapacityKg: 12,
      claims: [],
      basis: 'meat',
      hotness: [],
      ...document,
    },
  });
  const only = (species: string) => [{ species, minPct: 100 }];
  return [
    recipe('Quay Thick', {
      fatClass: 'fresh pork',
      state: 'raw',
      window: { minPct: 23, maxPct: 27 },
      speciesRules: only('pork'),
      usualMeatMg: 40_000_000,
      lines: withNote(
        lines([
          ['salt', 16],
          ['whitepepper', 3],
          ['ginger', 0.6],
          ['mace', 0.5],
          ['rusk', 40],
          ['water', 60],
        ]),
        'mace',
        'Last time: a little more mace.',
      ),
      steps: [CHILL, WEIGH_MEAT, grind(1, 10), WEIGH_INGREDIENTS, mix('short', 4), STUFF, LINK],
      casing: casing('hog'),
      linkMassG: 110,
      linkLengthMm: null,
    }),
    recipe('Marsh Lamb Thin', {
      fatClass: 'fresh lamb',
      state: 'raw',
      window: { minPct: 20, maxPct: 25 },
      speciesRules: [
        { species: 'lamb', minPct: 60 },
        { species: 'beef', maxPct: 40 },
        { species: 'pork', maxPct: 0 },
        { species: 'turkey', maxPct: 0 },
      ],
      usualMeatMg: 30_000_000,
      lines: lines([
        ['salt', 17],
        ['blackpepper', 2.5],
        ['rosemary', 1.2],
        ['garlic', 2],
        ['water', 40],
      ]),
      steps: [CHILL, WEIGH_MEAT, grind(1, 8), grind(2, 5), WEIGH_INGREDIENTS, mix('short', 5), STUFF, LINK],
      casing: casing('sheep'),
      linkMassG: 48,
      linkLengthMm: null,
    }),
    recipe('Chestnut Turkey Patty', {
      fatClass: 'fresh poultry',
      state: 'raw',
      window: { minPct: 13, maxPct: 17 },
      speciesRules: only('turkey'),
      usualMeatMg: 24_000_000,
      lines: lines([
        ['salt', 15],
        ['whitepepper', 2],
        ['chestnut', 120],
        ['water', 30],
      ]),
      steps: [
        CHILL,
        WEIGH_MEAT,
        grind(1, 6),
        WEIGH_INGREDIENTS,
        mix('short', 4),
        { key: 'form', kind: 'form', sampleSize: 10 },
      ],
      casing: null,
      linkMassG: 100,
      linkLengthMm: null,
    }),
    recipe('Lighthouse Ring', {
      fatClass: 'cooked',
      state: 'cooked',
      window: { minPct: 22, maxPct: 27 },
      speciesRules: [
        { species: 'pork', minPct: 70 },
        { species: 'beef', maxPct: 30 },
        { species: 'lamb', maxPct: 0 },
        { species: 'turkey', maxPct: 0 },
      ],
      usualMeatMg: 36_000_000,
      lines: lines([
        ['cure', 17.5],
        ['salt', 2],
        ['caraway', 2],
        ['juniper', 0.8],
        ['garlic', 2.5],
        ['blackpepper', 3],
        ['water', 50],
      ]),
      steps: [
        CHILL,
        WEIGH_MEAT,
        grind(1, 8),
        WEIGH_INGREDIENTS,
        mix('sticky', 9),
        STUFF,
        COIL,
        SMOKE,
        COOK,
        COOL,
        PACK,
      ],
      casing: casing('round'),
      linkMassG: 420,
      linkLengthMm: null,
    }),
    recipe('Pier Stick', {
      fatClass: 'cooked',
      state: 'cooked',
      window: { minPct: 14, maxPct: 19 },
      speciesRules: only('beef'),
      usualMeatMg: 26_000_000,
      lines: lines([
        ['cure', 17.5],
        ['salt', 3],
        ['paprika', 6],
        ['garlic', 3],
        ['blackpepper', 4],
        ['dextrose', 5],
        ['water', 30],
      ]),
      steps: [
        CHILL,
        WEIGH_MEAT,
        grind(1, 5),
        WEIGH_INGREDIENTS,
        mix('sticky', 8),
        STUFF,
        SMOKE,
        COOK,
        COOL,
        PACK,
      ],
      casing: casing('collagen'),
      linkMassG: null,
      linkLengthMm: 180,
    }),
    recipe('Winter Log', {
      fatClass: 'cooked',
      state: 'cooked',
      window: { minPct: 18, maxPct: 24 },
      speciesRules: [
        { species: 'pork', minPct: 50 },
        { species: 'beef', maxPct: 50 },
        { species: 'lamb', maxPct: 0 },
        { species: 'turkey', maxPct: 0 },
      ],
      usualMeatMg: 30_000_000,
      lines: lines([
        ['cure', 17.5],
        ['salt', 2],
        ['erythorbate', 0.45],
        ['mustard', 8],
        ['whitepepper', 2.5],
        ['coriander', 2],
        ['water', 60],
      ]),
      steps: [CHILL, WEIGH_MEAT, grind(1, 8), WEIGH_INGREDIENTS, mix('sticky', 10), STUFF, COOK, COOL, PACK],
      casing: casing('fibrous'),
      linkMassG: 2200,
      linkLengthMm: null,
    }),
    recipe('Beacon Frank', {
      fatClass: 'cooked',
      state: 'cooked',
      window: { minPct: 22, maxPct: 27 },
      speciesRules: [
        { species: 'beef', minPct: 40 },
        { species: 'pork', maxPct: 60 },
        { species: 'lamb', maxPct: 0 },
      ],
      usualMeatMg: 20_000_000,
      lines: lines([
        ['cure', 17.5, 'emulsify'],
        ['salt', 1, 'emulsify'],
        ['erythorbate', 0.45, 'emulsify'],
        ['whitepepper', 2.4, 'emulsify'],
        ['paprika', 3, 'emulsify'],
        ['nutmeg', 0.6, 'emulsify'],
        ['garlic', 1, 'emulsify'],
        ['water', 180, 'emulsify'],
      ]),
      steps: methodOf('emulsion'),
      casing: casing('sheep'),
      linkMassG: 55,
      linkLengthMm: null,
      packMassG: 330,
    }),
    recipe('Harbour Stick', {
      fatClass: 'cooked',
      state: 'cooked',
      window: { minPct: 16, maxPct: 22 },
      speciesRules: only('beef'),
      usualMeatMg: 20_000_000,
      lines: lines([
        ['cure', 17.5],
        ['salt', 2],
        ['erythorbate', 0.45],
        ['mustard', 5],
        ['garlic', 2],
        ['blackpepper', 4],
        ['water', 40],
      ]),
      steps: [
        CHILL,
        WEIGH_MEAT,
        grind(1, 6),
        WEIGH_INGREDIENTS,
        mix('sticky', 8),
        STUFF,
        SMOKE,
        COOK,
        COOL,
        PACK,
        ...[STUFF, COOK, COOL, PACK].map((step) => ({ ...step, key: `${step.key}-log`, portion: 'log' })),
      ],
      casing: casing('collagen'),
      linkMassG: null,
      linkLengthMm: 180,
      portions: [
        {
          key: 'log',
          name: 'Harbour Log',
          partsAfter: 'mix',
          plan: { by: 'share', pct: 40 },
          state: 'cooked',
          fatClass: 'cooked',
          claims: [],
          casing: casing('fibrous'),
          linkMassG: 1400,
          linkLengthMm: null,
        },
      ],
    }),
    recipe('Loft Fennel', {
      fatClass: 'dried',
      state: 'dried',
      window: { minPct: 22, maxPct: 30 },
      speciesRules: only('pork'),
      usualMeatMg: 24_000_000,
      lines: lines([
        ['slowcure', 26],
        ['dextrose', 4],
        ['fennel', 4],
        ['blackpepper', 3],
        ['chilli', 1],
        ['garlic', 1],
        ['redwine', 20],
      ]).map((line) => (line.key === 'chilli' ? { ...line, hot: true } : line)),
      steps: methodOf('hung').flatMap((step) => (step.kind === 'grind' ? LEAN_AND_FAT : [step])),
      casing: casing('hog'),
      linkMassG: 260,
      linkLengthMm: null,
      hotness: [
        { name: 'mild', factor: 1 },
        { name: 'hot', factor: 2 },
      ],
    }),
  ];
}

function withNote(lines: RecipeLine[], key: string, note: string): RecipeLine[] {
  return lines.map((line) => (line.key === key ? { ...line, note } : line));
}
