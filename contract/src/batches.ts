import { z } from 'zod';
import { MATERIALS, READING_KINDS } from '@zest/core';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from './route.js';
import { day, fatWindow, instant, massMg, reason } from './fields.js';
import { methodStep } from './recipes.js';
import { scaleId } from './devices.js';

export const BATCH_STATES = ['open', 'closed', 'cancelled'] as const;

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
  inMg: z.int(),
  added: z.array(sliver),
  bands: composition,
  outMg: z.int(),
  slivers: z.array(sliver),
  balanceMg: z.int(),
});

const missing = z.object({ what: z.string(), sentence: z.string() });

export const batchSummary = z.object({
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
  meatMg: z.int(),
  outMg: z.int(),
  unaccountedMg: z.int(),
  packedYield: z.number().nullable(),
  ribbon: z.array(ribbonStation),
});
export type BatchSummary = z.infer<typeof batchSummary>;

export const sheetLine = z.object({
  id,
  stepId: id,
  kind: z.enum(['meat', 'dry']),
  name: z.string(),
  role: z.string(),
  material: z.enum(MATERIALS),
  lotId: id,
  lotCode: z.string(),
  required: z.boolean(),
  dueMg: z.int(),
  lowMg: z.int(),
  highMg: z.int(),
  weighedMg: z.int(),
  accepted: z.boolean(),
  scaleId: scaleId,
  weighings: z.int(),
  tooCoarse: z.boolean(),
  gPerKgMeat: z.number().nullable(),
  pctOfMix: z.number().nullable(),
  perLoadMg: z.array(z.int()),
  note: z.string().nullable(),
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
export type SheetLine = z.infer<typeof sheetLine>;

export const sheetStep = methodStep.extend({
  id,
  position: z.int(),
  state: z.enum(['waiting', 'current', 'closed']),
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
  losses: z.array(z.string()),
  needs: z.array(z.enum(READING_KINDS)),
  caution: z.string().nullable(),
  nextTitle: z.string().nullable(),
  version: z.int(),
});
export type SheetStep = z.infer<typeof sheetStep>;

export const sheetReading = z.object({
  id,
  stepId: id,
  kind: z.enum(READING_KINDS),
  value: z.number(),
  at: instant,
  person: z.string(),
  how: z.enum(['scale', 'typed']),
});
export type SheetReading = z.infer<typeof sheetReading>;

/** One entry of the ledger as the batch shows it. */
export const sheetEntry = z.object({
  id,
  at: instant,
  person: z.string(),
  stepId: id.nullable(),
  from: z.string(),
  to: z.string(),
  amount: z.int(),
  measure: z.enum(['mg', 'mm', 'pc']),
  how: z.enum(['scale', 'typed', 'derived']),
  lineId: id.nullable(),
  reversesId: id.nullable(),
  reversed: z.boolean(),
  reason: z.string().nullable(),
});
export type SheetEntry = z.infer<typeof sheetEntry>;

export const batchSheet = batchSummary.extend({
  recipe: z.object({ id, name: z.string(), versionNo: z.int(), state: z.string() }),
  window: fatWindow,
  plannedFatPct: z.number(),
  fatSd: z.number(),
  inWindow: z.number(),
  lines: z.array(sheetLine),
  steps: z.array(sheetStep),
  readings: z.array(sheetReading),
  entries: z.array(sheetEntry),
  meatBasis: z.object({ massMg: z.int(), from: z.enum(['ground', 'weighed', 'planned']) }),
  mixMg: z.int(),
  loads: z.int(),
  casing: z
    .object({
      name: z.string(),
      lotId: id,
      lotCode: z.string(),
      links: z.int(),
      needM: z.number(),
      usedMm: z.int(),
      leftMm: z.int(),
      linkLengthMm: z.number(),
    })
    .nullable(),
  linkMassG: z.number().nullable(),
  cost: z.object({
    totalMinor: z.int(),
    perKgMinor: z.number().nullable(),
    perLinkMinor: z.number().nullable(),
    parts: z.array(z.object({ name: z.string(), minor: z.number() })),
  }),
  links: z
    .object({
      count: z.int(),
      meanG: z.number().nullable(),
      sdG: z.number().nullable(),
      cvPct: z.number().nullable(),
      n: z.int(),
      outliers: z.array(z.int()),
    })
    .nullable(),
  version: z.int(),
});
export type BatchSheet = z.infer<typeof batchSheet>;

export const openBatch = z.object({
  id,
  recipeId: id,
  meatMg: massMg,
  window: fatWindow,
  plannedFor: day,
  uses: z
    .array(z.object({ lotId: id, massMg }))
    .min(1, { error: 'A batch needs at least one trim.' })
    .max(60, { error: 'A batch takes at most 60 lots.' }),
});
export type OpenBatch = z.infer<typeof openBatch>;

/** How an entry was made; `scale` is believed only with a fresh reading of the same weight. */
const entrySource = {
  id,
  readingId: z.string().max(80).optional(),
  /** The tablet's own time, for entries made while it was offline. */
  deviceTime: instant.optional(),
};

export const weighing = z.object({ ...entrySource, lineId: id, massMg, lotId: id.optional() });
export type Weighing = z.infer<typeof weighing>;

export const OUT_TO = ['next', 'loss', 'rework'] as const;
export const massOut = z.object({
  ...entrySource,
  stepId: id,
  to: z.enum(OUT_TO, { error: 'Say where it goes: next, loss or rework.' }),
  reason: z.string().max(40).optional(),
  massMg,
});
export type MassOut = z.infer<typeof massOut>;

export const casingUse = z.object({
  id,
  stepId: id,
  lengthMm: z
    .int({ error: 'The casing length must be whole millimetres.' })
    .positive({ error: 'The casing length must be above 0.' })
    .max(5_000_000, { error: 'The casing length must be below 5 km.' }),
});
export type CasingUse = z.infer<typeof casingUse>;

export const newReading = z
  .object({
    ...entrySource,
    stepId: id,
    kind: z.enum(READING_KINDS, { error: 'Unknown kind of reading.' }),
    value: z.number({ error: 'The reading must be a number.' }),
  })
  .superRefine((r, ctx) => {
    const range = READING_RANGE[r.kind];
    if (r.value >= range.min && r.value <= range.max && (!range.whole || Number.isInteger(r.value))) return;
    ctx.addIssue({
      code: 'custom',
      path: ['value'],
      message: `${range.name} must be ${range.whole ? 'a whole number ' : ''}from ${range.min} to ${range.max}${range.unit}.`,
    });
  });
export type NewReading = z.infer<typeof newReading>;

const READING_RANGE = {
  temperature: { name: 'The temperature', min: -40, max: 150, unit: ' °C', whole: false },
  minutes: { name: 'The minutes', min: 0, max: 100_000, unit: '', whole: false },
  tack: { name: 'The tack test', min: 0, max: 1, unit: ' (1 passed, 0 failed)', whole: true },
  count: { name: 'The count', min: 1, max: 100_000, unit: '', whole: true },
  sample: { name: 'A sample weight', min: 1, max: 50_000_000, unit: ' mg', whole: true },
} as const;

/** What an entry answers: enough for the screen to go on before the sheet is read again. */
export const recorded = z.object({ id, how: z.enum(['scale', 'typed', 'derived']), found: z.boolean() });
export type Recorded = z.infer<typeof recorded>;

const command = z.object({ id });

export const batchRoutes = {
  listBatches: route({
    method: 'GET',
    path: '/batches',
    summary: 'Batches of the last 14 days and all that are open',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(batchSummary),
  }),
  getBatch: route({
    method: 'GET',
    path: '/batches/:id',
    summary: 'The sheet of one batch',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: batchSheet,
  }),
  openBatch: route({
    method: 'POST',
    path: '/batches',
    summary: 'Open a batch: reserve its trims and copy its recipe',
    roles: LEAD,
    params: NONE,
    body: openBatch,
    response: batchSheet,
  }),
  recordWeighing: route({
    method: 'POST',
    path: '/batches/:id/weighings',
    summary: 'Weigh a line of the batch in',
    roles: HANDS,
    params: byId,
    body: weighing,
    response: recorded,
  }),
  recordMassOut: route({
    method: 'POST',
    path: '/batches/:id/out',
    summary: 'Weigh mass out of a step: on to the next, into a named loss or to rework',
    roles: HANDS,
    params: byId,
    body: massOut,
    response: recorded,
  }),
  recordCasing: route({
    method: 'POST',
    path: '/batches/:id/casing',
    summary: 'Casing used at the stuffer',
    roles: HANDS,
    params: byId,
    body: casingUse,
    response: recorded,
  }),
  recordReading: route({
    method: 'POST',
    path: '/batches/:id/readings',
    summary: 'A temperature, minutes, tack test, count or sample weight',
    roles: HANDS,
    params: byId,
    body: newReading,
    response: recorded,
  }),
  closeStep: route({
    method: 'POST',
    path: '/batches/:id/steps/:stepId/close',
    summary: 'Close the current step; the server checks what it needs',
    roles: HANDS,
    params: z.object({ id, stepId: id }),
    body: command.extend({
      version: z.int(),
      /** The lead's signed way past what is missing. */
      override: reason.optional(),
    }),
    response: batchSheet,
  }),
  reverseEntry: route({
    method: 'POST',
    path: '/batches/:id/reversals',
    summary: 'Take back a wrong entry, with a reason',
    roles: HANDS,
    params: byId,
    body: command.extend({ transferId: id, reason }),
    response: batchSheet,
  }),
  acceptLine: route({
    method: 'POST',
    path: '/batches/:id/accepted-lines',
    summary: 'Accept a weight outside its band, with a reason',
    roles: HANDS,
    params: byId,
    body: command.extend({ lineId: id, reason }),
    response: batchSheet,
  }),
  growBatch: route({
    method: 'POST',
    path: '/batches/:id/growth',
    summary: 'Grow the batch until an over-poured line fits',
    roles: HANDS,
    params: byId,
    body: command.extend({ lineId: id, reason }),
    response: batchSheet,
  }),
  cancelBatch: route({
    method: 'POST',
    path: '/batches/:id/cancel',
    summary: 'Cancel a batch into which nothing has been weighed; its stock is free again',
    roles: LEAD,
    params: byId,
    body: command.extend({ version: z.int(), reason }),
    response: batchSheet,
  }),
};

