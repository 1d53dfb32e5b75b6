import { z } from 'zod';
import { BASES, BOOK_IDS, PRODUCT_STATES, SUBSTANCES } from '@zest/core';
import { id } from '../wire/route.js';

const gauge = z.object({
  substance: z.enum([...SUBSTANCES, 'salt']),
  title: z.string(),
  value: z.number(),
  unit: z.enum(['ppm', '%', 'g/kg']),
  basis: z.enum(BASES),
  expected: z.boolean(),
  limit: z.number().nullable(),
  floor: z.number().nullable(),
  level: z.enum(['ok', 'warn', 'stop', 'name', 'label']),
  roomMg: z.int().nullable(),
  roomOf: z.string(),
  book: z.enum(BOOK_IDS).nullable(),
  written: z.string(),
  source: z.string(),
});

export const taste = z.object({
  state: z.enum(['none', 'skipped', 'passed', 'core', 'failed', 'void']),
  maySkip: z.boolean(),
  sentence: z.string(),
  doneC: z.number(),
});
export const cold = z.object({ beforeMs: z.number(), sinceMs: z.number().nullable() });

/** What is asked of each product while it is weighed. */
export const ofLane = {
  gauges: z.array(gauge),
  /** The declaration as made so far; null before the first weight. */
  label: z
    .object({
      text: z.string(),
      state: z.enum(PRODUCT_STATES),
      stateSentence: z.string(),
      allergens: z.array(z.string()),
    })
    .nullable(),
  casing: z
    .object({
      casingId: id,
      name: z.string(),
      lots: z.array(z.object({ lotId: id, lotCode: z.string(), leftMm: z.int() })),
      links: z.int(),
      needM: z.number(),
      filledM: z.number(),
      twistM: z.number(),
      spareM: z.number(),
      tubes: z.int().nullable(),
      tubeMm: z.number().nullable(),
      uncasedMg: z.int(),
      usedMm: z.int(),
      strands: z.int(),
      bursts: z.int(),
      stuffedMg: z.int(),
      leftMm: z.int(),
      calibreMm: z.number(),
      soakMinutes: z.int(),
      aheadM: z.number(),
      shortM: z.number(),
      linkLengthMm: z.number(),
    })
    .nullable(),
  linkMassG: z.number().nullable(),
  pieces: z
    .object({
      count: z.int(),
      meanG: z.number().nullable(),
      sdG: z.number().nullable(),
      cvPct: z.number().nullable(),
      n: z.int(),
      outliers: z.array(z.int()),
    })
    .nullable(),
};
export const portionView = z.object({ ...ofLane, key: z.string(), taste, cold });

export const product = z.object({
  key: z.string().nullable(),
  name: z.string(),
  meantState: z.enum(PRODUCT_STATES),
  partsAtStepId: id.nullable(),
  plannedMg: z.int(),
  inMg: z.int(),
  finishedMg: z.int(),
  yield: z.number().nullable(),
  uncured: z.boolean(),
  done: z.boolean(),
});
