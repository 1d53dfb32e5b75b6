import { z } from 'zod';
import { LINE_ROLES, type RecipeDocument, type RecipeLine } from '@zest/core';
import { EVERYONE, NONE, byId, id, route } from '../wire/route.js';
import { fatWindow } from '../wire/fields.js';
import { carries } from './ingredients.js';
import { portion, productFields } from './portions.js';
import { methodStep } from './steps.js';

/** Longest name, sentence and note of a line that a recipe takes. */
const NAME = 80;
const SENTENCE = 300;
export const LINE_NOTE = SENTENCE;
const amount = z
  .number()
  .min(0, { error: 'A dose must be 0 or more.' })
  .max(5000, { error: 'A dose this high is not a dose; check the unit.' });

export const dose = z.union([
  z.strictObject({ gPerKgMeat: amount }),
  z.strictObject({
    pctOfMeat: amount.max(500, { error: 'A dose above 500 % of the meat is not a dose; check the unit.' }),
  }),
  z.strictObject({ pctOfMix: amount }),
  z.strictObject({ gPerKgMix: amount }),
  z.strictObject({
    packet: z.strictObject({
      seasonsKg: z.number().positive({ error: 'A packet seasons more than 0 kg.' }),
      netG: z.number().positive({ error: 'A packet weighs more than 0 g.' }),
    }),
  }),
]);

const lineFields = {
  key: z.string().min(1).max(40),
  name: z.string().max(NAME),
  role: z.enum(LINE_ROLES),
  /** As it was typed or stood on the card. */
  asWritten: z.string().max(SENTENCE).optional(),
  required: z.boolean(),
  tolerancePct: z.number().positive({ error: 'A tolerance must be above 0 %.' }).max(50).optional(),
  /** Key of the step at which the line goes in. */
  entersAt: z.string().max(40),
  /** Follows the heat that a batch is made at. */
  hot: z.boolean().optional(),
  /** Cure only: strength as sodium nitrite. */
  nitritePct: z.number().optional(),
  note: z.string().max(LINE_NOTE).optional(),
};

export const recipeLine: z.ZodType<RecipeLine> = z.object({
  ...lineFields,
  ingredientId: id,
  dose,
  /** What the ingredient held when the version was published. */
  carries: carries.optional(),
  unwritten: z.literal(true).optional(),
  /** At the bench: the line it stands for, and how many grams of it do the work of one. */
  insteadOf: z.object({ key: z.string(), factor: z.number() }).optional(),
});

const workingLine = z.object({
  ...lineFields,
  ingredientId: id.nullable(),
  dose: dose.nullable(),
  /** What is not clear; resolved before anything is published. */
  doubt: z.string().max(500).optional(),
});

const positive = (what: string, most: number) =>
  z
    .number()
    .positive({ error: `${what} must be above 0.` })
    .max(most, { error: `${what} is too large.` });

const documentFields = {
  ...productFields,
  window: fatWindow,
  confidence: z.number().min(0).max(0.99, { error: 'The wanted chance must be below 100 %.' }),
  speciesRules: z
    .array(
      z.object({
        species: z.string().min(1).max(30),
        minPct: z.number().min(0).max(100).optional(),
        maxPct: z.number().min(0).max(100).optional(),
      }),
    )
    .max(20),
  usualMeatMg: z
    .int({ error: 'The usual batch is whole milligrams.' })
    .min(0)
    .max(100_000_000_000, { error: 'The usual batch must be below 100 t.' }),
  usualText: z.string().max(60).optional(),
  mixerCapacityKg: z.number().min(0).max(10_000),
  stufferCapacityKg: positive('The stuffer', 10_000).optional(),
  basis: z.enum(['meat', 'mix']).default('meat'),
  hotness: z
    .array(
      z.object({
        name: z.string().trim().min(1, { error: 'Name the heat.' }).max(30),
        factor: positive('The factor', 20),
      }),
    )
    .max(9)
    .default([]),
  steps: z.array(methodStep).max(40, { error: 'A method has at most 40 steps.' }),
  /** What is parted off; none where absent. */
  portions: z.array(portion).max(12, { error: 'A recipe parts into at most 12 portions.' }).optional(),
};

/** A recipe as it is published: every line a weight of a known ingredient. */
export const recipeDocument: z.ZodType<RecipeDocument> = z.object({
  ...documentFields,
  lines: z.array(recipeLine).max(200),
});

/** A recipe while it is written. */
export const workingDocument = z.object({
  ...documentFields,
  lines: z.array(workingLine).max(200, { error: 'A recipe has at most 200 lines.' }),
});

export const recipeName = z
  .string({ error: 'A recipe needs a name.' })
  .trim()
  .min(1, { error: 'A recipe needs a name.' })
  .max(NAME, { error: 'Keep the name below 80 letters.' });

export const recipe = z.object({
  id,
  name: z.string(),
  versionId: id,
  versionNo: z.int(),
  document: recipeDocument,
});
export type Recipe = z.infer<typeof recipe>;

export const recipeRoutes = {
  listRecipes: route({
    method: 'GET',
    path: '/recipes',
    summary: 'Published recipes, newest version of each',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(recipe),
  }),
  getRecipe: route({
    method: 'GET',
    path: '/recipes/:id',
    summary: 'One recipe in its newest published version',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: recipe,
  }),
};
