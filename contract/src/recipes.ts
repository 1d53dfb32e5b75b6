import { z } from 'zod';
import { FAT_CLASSES, STEP_KINDS } from '@zest/core';
import { EVERYONE, NONE, byId, id, route } from './route.js';
import { fatWindow } from './fields.js';

export const dose = z.union([
  z.strictObject({ gPerKgMeat: z.number().min(0) }),
  z.strictObject({ pctOfMeat: z.number().min(0) }),
  z.strictObject({ pctOfMix: z.number().min(0) }),
  z.strictObject({ gPerKgMix: z.number().min(0) }),
  z.strictObject({ packet: z.strictObject({ seasonsKg: z.number(), netG: z.number() }) }),
]);

export const LINE_ROLES = [
  'salt',
  'cure',
  'accelerator',
  'sugar',
  'seasoning',
  'binder',
  'liquid',
  'inclusion',
  'fat',
  'packet',
] as const;

export const recipeLine = z.object({
  key: z.string(),
  ingredientId: id,
  name: z.string(),
  role: z.enum(LINE_ROLES),
  dose,
  required: z.boolean(),
  tolerancePct: z.number().positive().optional(),
  /** Key of the step at which the line goes in. */
  entersAt: z.string(),
  /** Cure only: strength as sodium nitrite. */
  nitritePct: z.number().optional(),
  note: z.string().optional(),
});
export type RecipeLine = z.infer<typeof recipeLine>;

export const methodStep = z.object({
  key: z.string(),
  kind: z.enum(STEP_KINDS),
  title: z.string(),
  /** What a bench hand is told, one sentence. */
  say: z.string(),
  plateMm: z.number().optional(),
  stopAboveC: z.number().optional(),
  stopBelowC: z.number().optional(),
  minutes: z.number().optional(),
  bind: z.enum(['short', 'sticky']).optional(),
  sampleSize: z.int().positive().optional(),
});
export type MethodStep = z.infer<typeof methodStep>;

export const recipeCasing = z.object({
  casingId: id,
  name: z.string(),
  calibreMm: z.number(),
  gPerM: z.number(),
});

export const recipeDocument = z.object({
  state: z.enum(['raw', 'raw smoked (not cooked)', 'cooked', 'dried']),
  window: fatWindow,
  confidence: z.number().min(0).max(1),
  /** Class of product, for the usual window and the ceiling of the rule book. */
  fatClass: z.enum(FAT_CLASSES).optional(),
  speciesRules: z.array(
    z.object({ species: z.string(), minPct: z.number().optional(), maxPct: z.number().optional() }),
  ),
  usualMeatMg: z.int(),
  mixerCapacityKg: z.number(),
  lines: z.array(recipeLine),
  steps: z.array(methodStep),
  casing: recipeCasing.nullable(),
  linkMassG: z.number().nullable(),
  linkLengthMm: z.number().nullable(),
});
export type RecipeDocument = z.infer<typeof recipeDocument>;

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
