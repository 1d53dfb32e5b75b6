import { z } from 'zod';
import { ALLERGENS, HEAT_STATES, PART_NAMES } from '@zest/core';
import { day } from '../wire/fields.js';

const mg = z.number().min(0);
const declaredPart = z.object({ name: z.string(), allergen: z.enum(ALLERGENS).optional() });

const origin = z.object({
  id: z.string(),
  kind: z.enum(['meat', 'ingredient', 'casing']),
  massMg: mg,
  name: z.string(),
  species: z.string().nullable(),
  owner: z.string().nullable(),
  wild: z.boolean(),
  answered: z.boolean().optional(),
  allergens: z.array(z.enum(ALLERGENS)),
  parts: z.array(declaredPart),
  isWater: z.boolean(),
  unstated: z.boolean(),
  mayContain: z.boolean().optional(),
});

/** What a lot that was made here is made of, as it was written down when it was made. Masses mg. */
export const keptMatter = z.object({
  massMg: mg,
  origin: z.array(origin),
  parts: z.partialRecord(z.enum(PART_NAMES), mg),
  doubts: z.array(z.object({ id: z.string(), mg })),
  worst: z.object({
    heat: z.enum(HEAT_STATES),
    held: z.boolean(),
    useBy: day.nullable(),
    frozenBefore: z.boolean(),
  }),
});
