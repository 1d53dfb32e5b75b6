import { z } from 'zod';
import {
  MATERIALS,
  READING_NAMES,
  SCALE_IDS,
  STEP_NAMES,
  STEP_ORIGINS,
  type BatchCosts,
  type BatchProcess,
  type BatchSummary,
  type BatchView,
  type BatchWeighing,
} from '@zest/core';
import {
  BATCH_STATES,
  TRANSFER_HOWS,
  markFact,
  notice,
  readingFact,
  shopScale,
  workFact,
} from './batch-facts.js';
import { day, fatWindow, instant } from '../wire/fields.js';
import { cold, ofLane, portionView, product, taste } from './lane-view.js';
import { id } from '../wire/route.js';
import { methodStep } from '../recipes/steps.js';

const composition = z.partialRecord(z.enum(MATERIALS), z.number());
const sliver = z.object({
  accountId: z.string(),
  name: z.string(),
  kind: z.enum(['loss', 'side', 'gain']),
  massMg: z.int(),
});
export const ribbonStation = z.object({
  accountId: z.string(),
  name: z.string(),
  position: z.int(),
  closed: z.boolean(),
  stream: z.enum(['all', 'lean', 'fat']),
  portion: z.string().nullable(),
  parted: z.array(z.object({ key: z.string(), name: z.string(), massMg: z.int() })),
  inMg: z.int(),
  bands: composition,
  outMg: z.int(),
  slivers: z.array(sliver),
  balanceMg: z.int(),
});

const missing = z.object({
  what: z.string(),
  sentence: z.string(),
  final: z.literal(true).optional(),
  door: z.literal(true).optional(),
});
const cureState = z.enum(['none', 'under', 'cured', 'over']);
const batchCure = z.object({
  meant: z.boolean(),
  substance: z.enum(['nitrite', 'nitrate']),
  state: cureState,
  parts: z.array(
    z.object({
      load: z.int(),
      at: z.object({ accountId: z.string(), name: z.string(), massMg: z.int() }).nullable(),
      state: cureState,
      ppm: z.number(),
      ppmOnMeat: z.number(),
      ppmOnMix: z.number(),
    }),
  ),
  limitPpm: z.number(),
  floorPpm: z.number(),
  basis: z.enum(['meat block', 'mix']),
});

const summary = z.object({
  id,
  number: z.int(),
  product: z.string(),
  state: z.enum(BATCH_STATES),
  plannedFor: day,
  openedAt: instant,
  plannedMeatMg: z.int(),
  stepTitle: z.string().nullable(),
  stepId: id.nullable(),
  /** What the batch waits for, as one sentence. */
  waitsFor: z.string().nullable(),
  /** Something that needs the lead. */
  trouble: z.string().nullable(),
  uncured: z.boolean(),
  meatMg: z.int(),
  outMg: z.int(),
  unaccountedMg: z.int(),
  packedYield: z.number().nullable(),
  ribbon: z.array(ribbonStation),
});
export const batchSummary: z.ZodType<BatchSummary> = summary;

const lineView = z.object({
  id,
  stepId: id,
  kind: z.enum(['meat', 'ingredient']),
  name: z.string(),
  role: z.string(),
  material: z.enum(MATERIALS),
  stream: z.enum(['all', 'lean', 'fat']),
  key: z.string().nullable(),
  intoStepId: id.nullable(),
  lotId: id,
  lotCode: z.string(),
  required: z.boolean(),
  dueMg: z.int(),
  lowMg: z.int(),
  highMg: z.int(),
  weighedMg: z.int(),
  stockMg: z.int().nullable(),
  lotHeld: z.boolean(),
  isCure: z.boolean(),
  unconfirmed: z.boolean(),
  accepted: z.boolean(),
  scaleId: z.enum(SCALE_IDS),
  divisionMg: z.int(),
  weighings: z.int(),
  tooCoarse: z.boolean(),
  fatPct: z.number().nullable(),
  fatSd: z.number().nullable(),
  gPerKgMeat: z.number().nullable(),
  pctOfMix: z.number().nullable(),
  perLoadMg: z.array(z.int()),
  note: z.string().nullable(),
  isSubstitute: z.boolean(),
  cure: z
    .object({
      nitritePct: z.number(),
      ppm: z.number(),
      limitPpm: z.number(),
      basis: z.string(),
      book: z.string(),
      maxMg: z.int(),
      withinLimit: z.boolean(),
    })
    .nullable(),
});

const readingAsk = z.object({
  kind: z.enum(READING_NAMES),
  aboveC: z.number().optional(),
  belowC: z.number().optional(),
  aimMinutes: z.number().optional(),
  leastMinutes: z.number().optional(),
  aimMg: z.number().optional(),
  mostMg: z.number().optional(),
  mostMinutes: z.number().optional(),
  pieces: z.int().optional(),
  words: z.string().optional(),
});

const stepView = z.object({
  id,
  key: z.string(),
  kind: z.enum(STEP_NAMES),
  title: z.string(),
  instruction: z.string(),
  rule: z.string(),
  words: z.array(z.string()),
  note: z.string().nullable(),
  document: methodStep,
  origin: z.enum(STEP_ORIGINS).nullable(),
  position: z.int(),
  state: z.enum(['waiting', 'open', 'closed']),
  closedAt: instant.nullable(),
  closedBy: z.string().nullable(),
  overrideReason: z.string().nullable(),
  missing: z.array(missing),
  inMg: z.int(),
  outMg: z.int(),
  balanceMg: z.int(),
  stepYield: z.number().nullable(),
  runningYield: z.number().nullable(),
  holdsMass: z.boolean(),
  stream: z.enum(['all', 'lean', 'fat']),
  losses: z.array(z.string()),
  asks: z.array(readingAsk),
  ready: z.array(z.object({ key: z.string(), words: z.string(), caution: z.boolean() })),
  counting: z
    .object({
      one: z.string(),
      many: z.string(),
      weighedEach: z.boolean(),
      holder: z.enum(['rod', 'tray']).exactOptional(),
      ownCasing: z.literal(true).exactOptional(),
    })
    .nullable(),
  fills: z.object({ wanted: z.int(), done: z.int(), eachMg: z.int() }).nullable(),
  loads: z.int(),
  hint: z.string().nullable(),
  leftOut: z.boolean(),
  caution: z.string().nullable(),
  nextTitle: z.string().nullable(),
  portion: z.string().nullable(),
  parts: z.array(
    z.object({
      key: z.string(),
      name: z.string(),
      plannedMg: z.int(),
      outMg: z.int(),
      nextTitle: z.string().nullable(),
    }),
  ),
  version: z.int(),
});

const entryView = z.object({
  id,
  at: instant,
  person: z.string(),
  sentBy: z.string().nullable(),
  proven: z.boolean(),
  retimed: z.boolean(),
  stepId: id.nullable(),
  from: z.string(),
  to: z.string(),
  amount: z.int(),
  measure: z.enum(['mg', 'mm', 'pc']),
  how: z.enum(TRANSFER_HOWS),
  lineId: id.nullable(),
  reversesId: id.nullable(),
  reversed: z.boolean(),
  reason: z.string().nullable(),
  load: z.int(),
});

const weighing = z.object({
  ...ofLane,
  lines: z.array(lineView),
  meatBasis: z.object({ massMg: z.int(), from: z.enum(['ground', 'weighed', 'planned']) }),
  mixMg: z.int(),
  madeMixMg: z.int().nullable(),
  loads: z.int(),
  /** Where it stands against every limit, weighed or due, with the room that is left. */
  cure: batchCure,
  openedFatPct: z.number(),
  openedFatSd: z.number(),
  fatTest: z
    .object({ fatPct: z.number(), fatSd: z.number(), posteriorPct: z.number(), posteriorSd: z.number() })
    .nullable(),
  plannedFatPct: z.number(),
  fatSd: z.number(),
  inWindow: z.number(),
  products: z.array(product),
  portions: z.array(portionView),
});
export const batchWeighing: z.ZodType<BatchWeighing> = weighing;

const process = z.object({
  steps: z.array(stepView),
  readings: z.array(readingFact),
  marks: z.array(markFact),
  entries: z.array(entryView),
  cold,
  outOfChill: z.object({ warnMinutes: z.number(), stopMinutes: z.number() }),
  /** Species of its meats. */
  species: z.array(z.string()),
  taste,
  learned: z.array(z.object({ name: z.string(), value: z.number(), unit: z.string(), runs: z.int() })),
  notices: z.array(notice),
});
export const batchProcess: z.ZodType<BatchProcess> = process;

const costs = z.object({
  cost: z.object({
    totalMinor: z.int(),
    perKgMinor: z.number().nullable(),
    perLinkMinor: z.number().nullable(),
    products: z.array(z.object({ key: z.string().nullable(), perKgMinor: z.number().nullable() })),
    keptMinor: z.int(),
    parts: z.array(z.object({ name: z.string(), minor: z.number() })),
    unpriced: z.array(z.string()),
    work: workFact.nullable(),
  }),
});
export const batchCosts: z.ZodType<BatchCosts> = costs;

/** The sheet of a batch in all its parts. */
export const batchView: z.ZodType<BatchView> = z.object({
  ...summary.shape,
  ...weighing.shape,
  ...process.shape,
  ...costs.shape,
  n: z.int(),
  recipe: z.object({ id, name: z.string(), versionNo: z.int(), state: z.string() }),
  window: fatWindow,
  owner: z.string().nullable(),
  hotness: z.string().nullable(),
  signed: z.record(z.string(), z.string()),
  version: z.int(),
  scales: z.array(shopScale),
});
