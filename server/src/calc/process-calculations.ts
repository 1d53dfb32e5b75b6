import { z } from 'zod';
import {
  METHOD_TEMPLATES,
  PLAIN_FACTS,
  NO_SITUATION,
  asksOf,
  blocking,
  checkRecipe,
  fillTokens,
  fromFirstFormat,
  loadsOf,
  stepGate,
  isAtMachine,
  type Ingredient,
} from '@zest/core';
import { calcSchemas as schema, methodStep, recipeFile, type RecipeFile } from '@zest/contract';
import { calculation, type Calculation } from './calculation.js';

const METRIC = { system: 'metric', numberStyle: 'point' } as const;

/** What the sentences of core say, in kilograms and degrees Celsius. */
function plain(sentence: string): string {
  return fillTokens(sentence, METRIC);
}

/** The ingredients of a file as a shop would have them. */
function shelfOf({ ingredients }: RecipeFile): Ingredient[] {
  return ingredients.map((i) => ({ ...i, id: `${i.name}, ${i.form}`, typed: true, priceMinorPerKg: null }));
}

const EXAMPLE_FILE = {
  format: 'zest-tally/recipe',
  formatVersion: 2,
  name: 'Example',
  version: null,
  document: {
    state: 'raw',
    window: { minPct: 20, maxPct: 28 },
    confidence: 0.8,
    fatClass: 'fresh pork',
    speciesRules: [{ species: 'pork', minPct: 100 }],
    mixerCapacityKg: 40,
    usualMeatMg: 10_000_000,
    casing: { name: 'Hog casing', calibreMm: 32, gPerM: 11 },
    linkMassG: 110,
    linkLengthMm: 130,
    lines: [
      {
        key: 'salt',
        name: 'Fine salt',
        form: 'fine',
        role: 'salt',
        dose: { gPerKgMeat: 16 },
        required: true,
        entersAt: 'mix',
      },
    ],
    steps: METHOD_TEMPLATES[0]?.steps ?? [],
  },
  ingredients: [
    {
      ...PLAIN_FACTS,
      name: 'Fine salt',
      form: 'fine',
      role: 'salt',
      contents: { ...PLAIN_FACTS.contents, saltPct: 100 },
    },
  ],
};

/** Errors name the place in what was sent. */
const inFile = z.object({ file: recipeFile });
const inParameters = z.object({ parameters: methodStep });

/** Recipes and steps judged as the product judges them. */
export const PROCESS_CALCULATIONS: Record<string, Calculation> = {
  'check-recipe': calculation(
    'What speaks against a recipe file under a rule book',
    schema.checkRecipeIn,
    { file: EXAMPLE_FILE, book: 'eu' },
    ({ file: raw, book }) => {
      const { file } = inFile.parse({ file: fromFirstFormat(raw) }, { reportInput: true });
      const shelf = shelfOf(file);
      const { lines, casing, portions, ...document } = file.document;
      const ofFile = (one: typeof casing) => one && { casingId: one.name, ...one };
      const { findings } = checkRecipe({
        name: file.name,
        document: {
          ...document,
          casing: ofFile(casing),
          ...(portions ? { portions: portions.map((p) => ({ ...p, casing: ofFile(p.casing) })) } : {}),
          lines: lines.map(({ form, ...line }) => ({
            ...line,
            ingredientId: shelf.find((i) => i.name === line.name && i.form === form)?.id ?? null,
          })),
        },
        library: new Map(shelf.map((i) => [i.id, i])),
        book,
      });
      return {
        findings: findings.map(({ guard, level, sentence, path }) => ({
          guard,
          severity: level,
          message: plain(sentence),
          path,
        })),
        publishable: blocking(findings, {}).length === 0,
      };
    },
  ),
  gate: calculation(
    'What still stands between a step and its closing',
    schema.gateIn,
    {
      kind: 'grind',
      parameters: { plateMm: 5, stopAboveC: 7 },
      facts: {
        inMg: 10_000_000,
        outMg: 9_900_000,
        ready: true,
        readings: [
          { kind: 'before', value: 1 },
          { kind: 'temperature', value: 8.5 },
        ],
      },
    },
    ({ kind, parameters, facts }) => {
      const asked = { parameters: { ...parameters, key: 'step', kind } };
      const { parameters: step } = inParameters.parse(asked, { reportInput: true });
      const { cured, mustBeCleared, mixerLoads, marks, ...known } = facts;
      const situation = { ...NO_SITUATION, cured, mustBeCleared, mixerLoads, inMg: facts.inMg };
      const missing = stepGate({
        ...known,
        step,
        asks: asksOf(step, situation),
        loads: loadsOf(step, situation),
        skippedLoads: marks.filter((m) => m.kind === 'load-skipped').map((m) => Number(m.subject)),
        ready: known.ready ?? (isAtMachine(step) ? marks.some((m) => m.kind === 'ready') : undefined),
      });
      return { missing: missing.map(({ what, sentence }) => ({ what, message: plain(sentence) })) };
    },
  ),
};

interface Uses {
  uses: readonly { massMg: number }[];
}

function hasUses(answer: object): answer is Uses {
  return 'uses' in answer && Array.isArray(answer.uses);
}

/** The uses of a plan in kilograms as well. */
export function inKilograms<A extends object>(answer: A): object {
  if (!hasUses(answer)) return answer;
  return { ...answer, uses: answer.uses.map((use) => ({ ...use, massKg: use.massMg / 1e6 })) };
}
