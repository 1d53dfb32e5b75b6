import { z } from 'zod';
import { LINE_ROLES } from '@zest/core';
import { ingredientFacts } from './ingredients.js';
import { RECIPE_FORMAT } from './recipe-work.js';
import { portion } from './portions.js';
import { recipeName, workingDocument } from './recipes.js';

/** A casing by its name: another shop has its own of it. */
const fileCasing = z
  .object({
    name: z.string(),
    calibreMm: z.number(),
    gPerM: z.number(),
    material: z.string().optional(),
    tubeMm: z.number().optional(),
    tubeTakesG: z.number().optional(),
  })
  .nullable();

/** A recipe as a file: it names its ingredients by name and form, so that another shop can read it. */
export const recipeFile = z.object({
  format: z.literal(RECIPE_FORMAT, { error: `“format” must be "${RECIPE_FORMAT}".` }),
  formatVersion: z.literal(2, { error: 'Versions 1 and 2 of the format can be read.' }),
  name: recipeName,
  version: z.int().nullable(),
  document: workingDocument.omit({ lines: true, casing: true, portions: true }).extend({
    casing: fileCasing,
    portions: z
      .array(portion.omit({ casing: true }).extend({ casing: fileCasing }))
      .max(12)
      .optional(),
    lines: z
      .array(
        workingDocument.shape.lines.element
          .omit({ ingredientId: true })
          .extend({ form: z.string().nullable() }),
      )
      .max(200),
  }),
  ingredients: z.array(
    ingredientFacts
      .omit({ preBlend: true })
      .extend({ name: z.string(), form: z.string(), role: z.enum(LINE_ROLES) }),
  ),
});
export type RecipeFile = z.infer<typeof recipeFile>;

/** Its JSON Schema, as it is served and documented. */
export function recipeFileSchema(): object {
  return z.toJSONSchema(recipeFile, { unrepresentable: 'any', io: 'input' });
}
