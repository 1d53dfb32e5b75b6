import { z } from 'zod';
import { ACCELERATORS, ALLERGENS, LINE_ROLES, MELTING, STATEMENTS } from '@zest/core';
import { massMg } from '../wire/fields.js';
import { EVERYONE, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { kept } from '../people/visibility.js';

const percent = (what: string) =>
  z
    .number({ error: `${what} must be a number of percent.` })
    .min(0, { error: `${what} must be 0 % or more.` })
    .max(100, { error: `${what} must be 100 % or less.` })
    .default(0);

const contents = z
  .object({
    saltPct: percent('Salt'),
    nitritePct: percent('Nitrite'),
    nitratePct: percent('Nitrate'),
    sugarPct: percent('Sugar'),
    fatPct: percent('Fat'),
    proteinPct: percent('Protein'),
    waterPct: percent('Water'),
    binderPct: percent('Binder'),
  })
  .refine((c) => c.saltPct + c.nitritePct + c.nitratePct + c.sugarPct + c.fatPct + c.waterPct <= 100.01, {
    error: 'Salt, cure, sugar, fat and water come to more than 100 % of it.',
    path: ['saltPct'],
  });

const allergen = z.enum(ALLERGENS, { error: 'Not one of the allergens that are declared.' });
const part = z.object({ name: z.string().trim().min(1).max(80), allergen: allergen.optional() });

const dose = z
  .object({
    minGPerKg: z.number().min(0, { error: 'The least dose must be 0 g/kg or more.' }),
    maxGPerKg: z.number().positive({ error: 'The greatest dose must be above 0 g/kg.' }).max(5000),
    source: z.string().trim().min(2, { error: 'Say where the doses come from.' }).max(120),
  })
  .refine((d) => d.minGPerKg <= d.maxGPerKg, {
    error: 'The least dose is above the greatest.',
    path: ['minGPerKg'],
  });

/** What an ingredient brings into a recipe, kept with a published line. */
export const carries = z.object({
  contents,
  allergens: z.array(allergen),
  mayContain: z.boolean().optional(),
  parts: z.array(part).max(60),
  declaredAs: z.string().max(80).optional(),
  accelerator: z.enum(ACCELERATORS).optional(),
  species: z.string().max(30).optional(),
  dose: dose.optional(),
  compound: z.boolean().optional(),
  unstated: z.boolean().optional(),
});

export const ingredientFacts = z.object({
  contents,
  allergens: z.array(allergen),
  mayContain: z.boolean().optional(),
  compound: z.boolean(),
  stated: z.array(z.enum(STATEMENTS)),
  density: z
    .object({
      gPerMl: z
        .number()
        .min(0.02, { error: 'A density must be from 0.02 to 3 g/mL.' })
        .max(3, { error: 'A density must be from 0.02 to 3 g/mL.' }),
      source: z
        .string()
        .trim()
        .min(2, { error: 'Say where the density comes from, such as “weighed in the shop”.' })
        .max(120),
    })
    .optional(),
  densityRange: z.tuple([z.number().min(0.02), z.number().max(3)]).optional(),
  dose: dose.optional(),
  declaredAs: z.string().trim().min(1).max(80).optional(),
  parts: z.array(part).max(60),
  packet: z
    .object({
      netG: z.number().positive({ error: 'A packet weighs more than 0 g.' }),
      seasonsKg: z.number().positive({ error: 'A packet seasons more than 0 kg.' }),
    })
    .optional(),
  piece: z
    .object({
      mm: z.number().positive({ error: 'The pieces are larger than 0 mm.' }).max(100),
      melting: z.enum(MELTING),
      atMostC: z.number().min(-30).max(60).optional(),
    })
    .optional(),
  accelerator: z.enum(ACCELERATORS).optional(),
  species: z.string().trim().min(1).max(30).optional(),
  preBlend: z
    .array(z.object({ ingredientId: id, gPerKg: z.number().positive() }))
    .max(60)
    .optional(),
});

/** An ingredient of the library, in one form. */
export const libraryItem = ingredientFacts.extend({
  id,
  name: z.string(),
  form: z.string(),
  role: z.enum(LINE_ROLES),
  typed: z.boolean(),
  /** Of the newest lot; null while there was none. */
  priceMinorPerKg: kept('money', z.number().nullable()),
  freeMg: z.int(),
  isSupply: z.boolean(),
  version: z.int(),
});
export type LibraryItem = z.infer<typeof libraryItem>;

const preBlendPart = z.object({
  ingredientId: id,
  gPerKg: z.number().positive({ error: 'The grams in a kilogram must be above 0.' }).max(1000),
});

export const newPreBlend = z.object({
  id,
  name: z.string().trim().min(2, { error: 'Name the pre-blend.' }).max(80),
  parts: z.array(preBlendPart).min(2, { error: 'A pre-blend has at least two ingredients.' }).max(40),
});
export type NewPreBlend = z.infer<typeof newPreBlend>;

export const makePreBlend = z.object({ id, massMg });
export type MakePreBlend = z.infer<typeof makePreBlend>;

export const ingredientRoutes = {
  listIngredients: route({
    method: 'GET',
    path: '/ingredients',
    summary: 'The ingredient library: forms, densities, doses, contents, allergens, prices',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(libraryItem),
  }),
  changeIngredient: route({
    method: 'PUT',
    path: '/ingredients/:id',
    summary: 'Write down what is known of an ingredient; refused when somebody else did first',
    roles: LEAD,
    params: byId,
    /** With `typed` it is said of what nobody knew: plain salt, a cure or neither, by these figures. */
    body: z.object({ version: z.int(), facts: ingredientFacts, typed: z.literal(true).optional() }),
    response: libraryItem,
  }),
  addPreBlend: route({
    method: 'POST',
    path: '/pre-blends',
    summary: 'A master mix of several ingredients; its contents are computed from them',
    roles: LEAD,
    params: NONE,
    body: newPreBlend,
    response: libraryItem,
  }),
  makePreBlend: route({
    method: 'POST',
    path: '/pre-blends/:id/lots',
    summary: 'Make a lot of a pre-blend: its parts leave their lots, oldest first',
    roles: LEAD,
    params: byId,
    body: makePreBlend,
    response: z.object({ lotId: id, code: z.string(), item: libraryItem }),
  }),
};
