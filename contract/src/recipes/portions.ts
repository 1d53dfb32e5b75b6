import { z } from 'zod';
import { CLAIMS, FAT_CLASSES, PRODUCT_STATES } from '@zest/core';
import { massMg } from '../wire/fields.js';
import { id } from '../wire/route.js';

const positive = (what: string, most: number) =>
  z
    .number()
    .positive({ error: `${what} must be above 0.` })
    .max(most, { error: `${what} is too large.` });

/** The casing that a product is stuffed into. */
const recipeCasing = z.object({
  casingId: id,
  name: z.string(),
  calibreMm: z.number(),
  gPerM: z.number(),
  material: z.string().optional(),
  tubeMm: z.number().nullable().optional(),
  tubeTakesG: z.number().nullable().optional(),
});

/** What each product has for itself, a portion as much as what nothing parted off. */
export const productFields = {
  state: z.enum(PRODUCT_STATES),
  /** Class of product, for the usual window and the ceiling of the rule book. */
  fatClass: z.enum(FAT_CLASSES).optional(),
  claims: z.array(z.enum(CLAIMS)).default([]),
  casing: recipeCasing.nullable(),
  linkMassG: positive('The piece', 20_000).nullable(),
  linkLengthMm: positive('The length', 5000).nullable(),
  packMassG: positive('The pack', 50_000).nullable().optional(),
  cookingSentence: z.string().max(300, { error: 'The cooking sentence has at most 300 letters.' }).optional(),
};

const plan = z.discriminatedUnion(
  'by',
  [
    z.object({
      by: z.literal('share'),
      pct: z
        .number({ error: 'The share must be a number.' })
        .positive({ error: 'The share must be above 0 %.' })
        .max(100, { error: 'The share must be at most 100 %.' }),
    }),
    z.object({ by: z.literal('mass'), massMg }),
    z.object({
      by: z.literal('pieces'),
      pieces: z
        .int({ error: 'Pieces are whole.' })
        .min(1, { error: 'At least one piece is parted off.' })
        .max(100_000, { error: 'At most 100 000 pieces are parted off.' }),
    }),
  ],
  { error: 'Say how much is meant for it: a share, kilograms or pieces.' },
);

/** What is parted off and becomes a product of its own. */
export const portion = z.object({
  ...productFields,
  key: z
    .string()
    .regex(/^[a-z0-9-]{1,40}$/, { error: 'The key of a portion is small letters, digits and hyphens.' }),
  name: z
    .string({ error: 'A portion needs the name of its product.' })
    .trim()
    .max(80, { error: 'Keep the name of a portion below 80 letters.' }),
  partsAfter: z.string().max(40),
  plan,
});
