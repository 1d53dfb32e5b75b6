import { z } from 'zod';
import {
  HEAT_STATES,
  BOOK_IDS,
  READING_NAMES,
  SCALE_IDS,
  STEP_ORIGINS,
  type BatchFacts,
  type MarkFact,
  type ReadingFact,
  type ShopFacts,
  type TransferFact,
} from '@zest/core';
import { lotCarries } from '../cold-room/cold-room.js';
import { keptMatter } from './matter.js';
import { HOUSE_RULES, day, instant } from '../wire/fields.js';
import { recipeDocument, recipeLine } from '../recipes/recipes.js';
import { markWith } from '../bench/marks.js';
import { id } from '../wire/route.js';
import { portion } from '../recipes/portions.js';
import { methodStep } from '../recipes/steps.js';
import { kept } from '../people/visibility.js';

export const BATCH_STATES = ['open', 'closed', 'cancelled'] as const;
export const TRANSFER_HOWS = ['scale', 'typed', 'derived'] as const;
export const READING_HOWS = ['scale', 'probe', 'clock', 'typed'] as const;

const made = {
  sentBy: z.string().nullable().exactOptional(),
  proven: z.boolean().exactOptional(),
  retimed: z.boolean().exactOptional(),
};

export const transferFact: z.ZodType<TransferFact> = z.object({
  id,
  from: id,
  to: id,
  amount: z.int(),
  at: instant,
  stepId: id.nullable(),
  lineId: id.nullable(),
  person: z.string().nullable(),
  ...made,
  deviceId: z.string().nullable(),
  withId: id.nullable(),
  how: z.enum(TRANSFER_HOWS),
  reversesId: id.nullable(),
  reason: z.string().nullable(),
  load: z.int(),
});

export const readingFact: z.ZodType<ReadingFact> = z.object({
  id,
  stepId: id,
  kind: z.enum(READING_NAMES),
  value: z.number(),
  load: z.int(),
  at: instant,
  person: z.string(),
  ...made,
  how: z.enum(READING_HOWS),
  transferId: id.nullable(),
});

export const markFact: z.ZodType<MarkFact> = markWith({
  id,
  stepId: id.nullable(),
  at: instant,
  person: z.string(),
  ...made,
  second: z.string().nullable(),
});

/** A card for the lead, and who has seen it. */
export const notice = z.object({ id: id.nullable(), sentence: z.string(), seenBy: z.string().nullable() });

const stepFact = z.object({
  id,
  position: z.int(),
  document: methodStep,
  placeAccountId: id.nullable(),
  casingAccountId: id.nullable(),
  origin: z.enum(STEP_ORIGINS).nullable(),
  originNo: z.int().nullable(),
  closedAt: instant.nullable(),
  closedBy: z.string().nullable(),
  overrideReason: z.string().nullable(),
  leftOut: z.boolean(),
  version: z.int(),
});

const lineFact = z.object({
  id,
  stepId: id,
  position: z.int(),
  kind: z.enum(['meat', 'ingredient']),
  name: z.string(),
  lotId: id,
  lotCode: z.string(),
  lotAccountId: id,
  placeAccountId: id,
  plannedMg: z.int().nullable(),
  seasonsStepId: id.nullable(),
  document: recipeLine.nullable(),
  fatPct: z.number().nullable(),
  fatSd: z.number().nullable(),
});

const accountFact = z.object({
  id,
  kind: z.enum(['lot', 'place', 'loss', 'gain', 'supplier', 'customer']),
  measure: z.enum(['mg', 'mm', 'pc']),
  name: z.string(),
  lotKind: z.enum(['trim', 'ingredient', 'casing', 'product', 'rework']).nullable(),
  lotCode: z.string().nullable(),
  fatPct: z.number().nullable(),
  fatSd: z.number().nullable(),
  role: z.string().nullable(),
  priceMinor: kept('money', z.number().nullable()),
  lotStatus: z.enum(['available', 'hold', 'rejected']).nullable(),
  species: z.string().nullable(),
  wild: z.boolean().nullable(),
  answered: z.boolean().optional(),
  heat: z.enum(HEAT_STATES).nullable(),
  useBy: day.nullable(),
  owner: z.string().nullable(),
  saltGPerKg: z.number().nullable(),
  nitritePpm: z.number().nullable(),
  carries: lotCarries.nullable(),
  matter: keptMatter.nullable(),
  frozenBefore: z.boolean().nullable(),
  balance: z.number().nullable(),
});

/** So many people for so many minutes. */
export const stint = z.object({
  people: z
    .int({ error: 'Say how many people.' })
    .min(1, { error: 'From 1 to 50 people.' })
    .max(50, { error: 'From 1 to 50 people.' }),
  minutes: z
    .int({ error: 'Say how many whole minutes.' })
    .min(1, { error: 'From 1 to 1440 minutes.' })
    .max(1440, { error: 'From 1 to 1440 minutes.' }),
});

/** What work a batch took. */
export const workFact = z.object({
  stints: z.array(stint),
  minorPerHour: z.int().nullable(),
  at: instant,
  person: z.string(),
});

const batchHead = z.object({
  id,
  number: z.int(),
  recipeId: id,
  recipeName: z.string(),
  versionNo: z.int(),
  recipe: recipeDocument,
  state: z.enum(BATCH_STATES),
  plannedFor: day,
  plannedMeatMg: z.int(),
  windowMinPct: z.number(),
  windowMaxPct: z.number(),
  openedAt: instant,
  owner: z.string().nullable(),
  hotness: z.string().nullable(),
  signed: z.record(z.string(), z.string()),
  meetsOther: z.boolean(),
  provenRuns: z.int(),
  version: z.int(),
});

/** A batch as its list of facts; every screen folds it with the same function as the server. */
export const batchFacts: z.ZodType<BatchFacts> = z.object({
  n: z.int(),
  batch: batchHead,
  steps: z.array(stepFact),
  lines: z.array(lineFact),
  transfers: z.array(transferFact),
  readings: z.array(readingFact),
  marks: z.array(markFact),
  acceptances: z.array(z.object({ lineId: id, weighedMg: z.int() })),
  notices: z.array(notice),
  work: kept('money', workFact.nullable()),
  fatTest: z
    .object({
      fatPct: z.number(),
      fatSd: z.number(),
      stream: z.enum(['lean', 'fat']).nullable(),
      at: instant,
    })
    .nullable(),
  accounts: z.array(accountFact),
  casings: z.array(
    z.object({
      casingId: id,
      lotId: id,
      lotCode: z.string(),
      accountId: id,
      leftMm: z.int(),
      gPerM: z.number(),
    }),
  ),
  productAccountId: id.nullable(),
  portions: z.array(portion.extend({ accountId: id })).default([]),
  reworkAccountId: id.nullable(),
});

/** A scale that the shop weighs with. */
export const shopScale = z.object({
  id: z.enum(SCALE_IDS),
  name: z.string(),
  capacityMg: z.int(),
  divisionMg: z.int(),
  tubMg: z.int(),
});

/** What a batch is judged with besides its own facts. */
export const shopFacts: z.ZodType<ShopFacts> = z.object({
  book: z.enum(BOOK_IDS),
  ...HOUSE_RULES,
  cureSecondCheck: z.boolean(),
  today: day,
  scales: z.array(shopScale),
  learned: z.object({
    usual: z.record(z.string(), z.object({ runs: z.int(), mean: z.number(), sd: z.number() })),
    figures: z.array(z.object({ name: z.string(), value: z.number(), unit: z.string(), runs: z.int() })),
  }),
  now: instant,
});
