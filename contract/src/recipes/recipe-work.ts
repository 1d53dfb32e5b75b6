import { z } from 'zod';
import { BOOK_IDS, LINE_ROLES } from '@zest/core';
import { HOUSE_RULES, instant, reason } from '../wire/fields.js';
import { recipe, recipeDocument, recipeName, workingDocument } from './recipes.js';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { kept } from '../people/visibility.js';

const draftFields = {
  name: recipeName,
  document: workingDocument,
};

/** A recipe being written: a new one, the next version of one, or a variant. */
export const recipeDraft = z.object({
  ...draftFields,
  id,
  /** The recipe whose next version this is; null for a new recipe. */
  recipeId: id.nullable(),
  /** The version it began from. */
  fromVersionId: id.nullable(),
  fromName: z.string().nullable(),
  person: z.string(),
  changedAt: instant,
  version: z.int(),
});
export type RecipeDraft = z.infer<typeof recipeDraft>;

export const newRecipeDraft = z.object({
  ...draftFields,
  id,
  recipeId: id.nullable().default(null),
  fromVersionId: id.nullable().default(null),
});
export type NewRecipeDraft = z.infer<typeof newRecipeDraft>;

export const publishRecipe = z.object({
  /** Id of the version that is made. */
  id,
  version: z.int(),
  /** What changed and why, one sentence. */
  reason: z.string().trim().max(300).default(''),
  /** Guards the lead signs past, each with a reason. */
  signed: z.record(z.string(), reason).default({}),
});
export type PublishRecipe = z.infer<typeof publishRecipe>;

const difference = z.object({
  what: z.string(),
  before: z.string().nullable(),
  after: z.string().nullable(),
});
export const recipeNote = z.object({
  id,
  lineKey: z.string().nullable(),
  stepKey: z.string().nullable(),
  sentence: z.string(),
  person: z.string(),
  at: instant,
});
export type RecipeNote = z.infer<typeof recipeNote>;

export const TASTE_WORDS = ['too little', 'right', 'too much'] as const;
const judged = z.enum(TASTE_WORDS).optional();
const tastingFields = {
  passed: z.boolean({ error: 'Say whether it passed.' }),
  salt: judged,
  spice: judged,
  fat: judged,
  texture: z.enum(['too coarse', 'right', 'too fine', 'crumbly', 'rubbery']).optional(),
  words: z.string().trim().max(300).default(''),
};
export const newTasting = z.object({ id, batchId: id.nullable().default(null), ...tastingFields });
export type NewTasting = z.infer<typeof newTasting>;
const tasting = z.object({
  ...tastingFields,
  id,
  batchNumber: z.int().nullable(),
  person: z.string(),
  at: instant,
});

/** A recipe with everything that was learned making it. */
export const recipeStory = z.object({
  recipe,
  /** Its parent, when it is a variant. */
  parent: z.object({ recipeId: id, name: z.string(), versionNo: z.int() }).nullable(),
  variants: z.array(z.object({ recipeId: id, name: z.string() })),
  versions: z.array(
    z.object({
      id,
      no: z.int(),
      publishedAt: instant,
      person: z.string().nullable(),
      reason: z.string(),
      signed: z.record(z.string(), z.string()),
      document: recipeDocument,
      /** Against the version before. */
      differences: z.array(difference),
    }),
  ),
  notes: z.array(recipeNote),
  tastings: z.array(tasting),
  asMade: z.array(
    z.object({
      key: z.string(),
      name: z.string(),
      ingredientId: z.string(),
      role: z.enum(LINE_ROLES),
      writtenGPerKg: z.number(),
      meanGPerKg: z.number(),
      batches: z.int(),
      meanOffPct: z.number(),
      worstOffPct: z.number(),
      always: z.enum(['over', 'under', 'unwritten']).nullable(),
    }),
  ),
  batches: z.array(
    z.object({ id, number: z.int(), versionNo: z.int(), state: z.string(), meatMg: z.int(), outMg: z.int() }),
  ),
  /** Finished over mix in its closed batches, and how many; null before the first. */
  learnedYield: z.object({ fraction: z.number(), batches: z.int() }).nullable(),
  /** What a kilogram of its meat block cost lately, or would by the usual blend. */
  meatMinorPerKg: kept('money', z.number()),
  /** Declaration of the last batch, as made. */
  lastLabel: z.object({ batchNumber: z.int(), text: z.string() }).nullable(),
});
export type RecipeStory = z.infer<typeof recipeStory>;

export const recipeWorkRoutes = {
  getRecipeStory: route({
    method: 'GET',
    path: '/recipes/:id/story',
    summary: 'A recipe with its versions, variants, notes, tastings and how it was really made',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: recipeStory,
  }),
  addRecipeNote: route({
    method: 'POST',
    path: '/recipes/:id/notes',
    summary: 'Pin a note to a line or a step; it comes up at the next batch',
    roles: HANDS,
    params: byId,
    body: z.object({
      id,
      lineKey: z.string().max(40).nullable().default(null),
      stepKey: z.string().max(40).nullable().default(null),
      sentence: z
        .string()
        .trim()
        .min(3, { error: 'Write the note, at least three letters.' })
        .max(300, { error: 'Keep the note below 300 letters.' }),
    }),
    response: z.array(recipeNote),
  }),
  settleRecipeNote: route({
    method: 'POST',
    path: '/recipes/:id/notes/:noteId/settle',
    summary: 'A note that is done with no longer comes up',
    roles: LEAD,
    params: z.object({ id, noteId: id }),
    body: NONE,
    response: z.array(recipeNote),
  }),
  addTasting: route({
    method: 'POST',
    path: '/recipes/:id/tastings',
    summary: 'Write down how it tasted',
    roles: HANDS,
    params: byId,
    body: newTasting,
    response: z.object({ id }),
  }),
  listRecipeDrafts: route({
    method: 'GET',
    path: '/recipe-drafts',
    summary: 'Recipes being written',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(recipeDraft),
  }),
  getRecipeDraft: route({
    method: 'GET',
    path: '/recipe-drafts/:id',
    summary: 'One recipe being written',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: recipeDraft,
  }),
  addRecipeDraft: route({
    method: 'POST',
    path: '/recipe-drafts',
    summary: 'Begin a recipe, the next version of one, or a variant',
    roles: LEAD,
    params: NONE,
    body: newRecipeDraft,
    response: recipeDraft,
  }),
  changeRecipeDraft: route({
    method: 'PUT',
    path: '/recipe-drafts/:id',
    summary: 'Keep a recipe being written; refused when somebody else changed it first',
    roles: LEAD,
    params: byId,
    body: z.object({ ...draftFields, version: z.int() }),
    response: recipeDraft,
  }),
  removeRecipeDraft: route({
    method: 'DELETE',
    path: '/recipe-drafts/:id',
    summary: 'Throw a recipe being written away',
    roles: LEAD,
    params: byId,
    body: NONE,
    response: z.object({ removed: z.boolean() }),
  }),
  publishRecipe: route({
    method: 'POST',
    path: '/recipe-drafts/:id/publish',
    summary: 'Publish as a version that never changes; every guard that holds is named',
    roles: LEAD,
    params: byId,
    body: publishRecipe,
    response: recipe,
  }),
  importRecipe: route({
    method: 'POST',
    path: '/recipe-imports',
    summary: 'Read a recipe from its JSON or CSV form into a draft; nothing is kept when it cannot be read',
    roles: LEAD,
    params: NONE,
    body: z.object({
      id,
      kind: z.enum(['json', 'csv']),
      name: recipeName.optional(),
      text: z.string().max(900_000),
    }),
    response: recipeDraft,
  }),
  getRules: route({
    method: 'GET',
    path: '/rules',
    summary: 'The rule book of the shop and its house limits',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.object({
      book: z.enum(BOOK_IDS).nullable(),
      ...HOUSE_RULES,
    }),
  }),
  setRules: route({
    method: 'PUT',
    path: '/rules',
    summary: 'Choose the rule book and the house limits',
    roles: LEAD,
    params: NONE,
    body: z
      .object({
        book: z.enum(BOOK_IDS, { error: 'Choose one of the rule books.' }),
        saltMinGPerKg: z.number().min(0).max(60).nullable().default(null),
        saltMaxGPerKg: z.number().positive().max(60).nullable().default(null),
        nitriteFloorPpm: z.number().min(0).max(150).nullable().default(null),
        outWarnMinutes: z.int().min(5).max(240).nullable().default(null),
        outStopMinutes: z.int().min(10).max(240).nullable().default(null),
      })
      .refine(
        (r) => r.saltMinGPerKg === null || r.saltMaxGPerKg === null || r.saltMinGPerKg < r.saltMaxGPerKg,
        {
          error: 'The least salt is not below the most.',
          path: ['saltMinGPerKg'],
        },
      )
      .refine(
        (r) => r.outWarnMinutes === null || r.outStopMinutes === null || r.outWarnMinutes <= r.outStopMinutes,
        { error: 'The warning comes after the hold.', path: ['outWarnMinutes'] },
      ),
    response: z.object({ book: z.enum(BOOK_IDS) }),
  }),
};

/** Files of a recipe; `:kind` is `card.pdf`, `recipe.json` or `lines.csv`. */
export const RECIPE_FILE_PATH = '/api/v1/recipes/:id/files/:kind';
export const BATCH_SHEET_PDF_PATH = '/api/v1/batches/:id/sheet.pdf';
/** JSON Schema of a recipe's open form. */
export const RECIPE_SCHEMA_PATH = '/api/v1/recipe-schema.json';
export const PRE_BLEND_LABEL_PATH = '/api/v1/pre-blend-lots/:id/label.pdf';

/** The open form of a recipe; documented in docs/recipe-format.md. */
export const RECIPE_FORMAT = 'zest-tally/recipe';
