import { z } from 'zod';
import { MARK_KINDS, READING_KINDS } from '@zest/core';
import { batchSheet, batchSummary } from './batch-sheet.js';
import { day, fatWindow, instant, massMg, reason } from './fields.js';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from './route.js';

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
  /** Whose meat it is; absent is the shop's own. */
  owner: z.string().trim().min(1).max(80).nullable().default(null),
  /** Heat variant it is made at, by name; absent is as written. */
  heat: z.string().max(30).nullable().default(null),
  /** The draft it is made from, which then is done with. */
  draftId: id.optional(),
  /** Guards the lead signs past, each with a reason. */
  signed: z
    .object({
      /** Cooked or smoked material goes into a raw mix. */
      cooked: reason.optional(),
      /** Game or wild pork in a dried, raw-smoked or low-core product: the validated rule followed. */
      wild: reason.optional(),
      /** A species rule of the recipe is broken. */
      species: reason.optional(),
      /** A lot is past its use-by date. */
      useBy: reason.optional(),
      /** The recipe no longer obeys: the rule book or an ingredient has changed since it was published. */
      recipe: reason.optional(),
    })
    .default({}),
});
export type OpenBatch = z.infer<typeof openBatch>;
/** As a sender may write it, with what has a default left out. */
export type OpenBatchInput = z.input<typeof openBatch>;

/** How an entry was made; `scale` is believed only with a fresh reading of the same weight. */
const entrySource = {
  id,
  readingId: z.string().max(80).optional(),
  /** The tablet's own time, for entries made while it was offline. */
  deviceTime: instant.optional(),
  /** Made while the line was down: it stands even when its step has been closed meanwhile. */
  offline: z.boolean().optional(),
  /** Who made it, where it waited on a device and somebody else is signed in when it is sent. */
  madeBy: id.optional(),
};

export const weighing = z.object({ ...entrySource, lineId: id, massMg, lotId: id.optional() });
export type Weighing = z.infer<typeof weighing>;

export const OUT_TO = ['next', 'loss', 'rework'] as const;
export const massOut = z.object({
  ...entrySource,
  stepId: id,
  to: z.enum(OUT_TO, { error: 'Say where it goes: next, loss or rework.' }),
  reason: z.string().max(40).optional(),
  /** The cause, where it is a defect; or where a remainder is to go. */
  note: z.string().trim().max(300).optional(),
  /** Pieces that stand on the scale, where each is weighed on and counted by it. */
  pieces: z.int().min(1, { error: 'At least one piece is weighed.' }).max(1000).optional(),
  massMg,
});
export type MassOut = z.infer<typeof massOut>;

export const casingUse = z.object({
  ...entrySource,
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
    load: z.int().min(0).max(99, { error: 'The load must be from 1 to 99.' }).default(0),
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
export type NewReading = z.input<typeof newReading>;

export const newMark = z.object({
  ...entrySource,
  stepId: id.nullable(),
  kind: z.enum(MARK_KINDS, { error: 'Unknown kind of mark.' }),
  subject: z.string().trim().max(80).default(''),
  note: z.string().trim().max(300, { error: 'A note has at most 300 letters.' }).default(''),
  value: z.number().nullable().default(null),
});
export type NewMark = z.input<typeof newMark>;

const READING_RANGE = {
  temperature: { name: 'The temperature', min: -40, max: 150, unit: ' °C', whole: false },
  minutes: { name: 'The minutes', min: 0, max: 100_000, unit: '', whole: false },
  tack: { name: 'The tack test', min: 0, max: 1, unit: ' (1 passed, 0 failed)', whole: true },
  count: { name: 'The count', min: 1, max: 100_000, unit: '', whole: true },
  sample: { name: 'A sample weight', min: 1, max: 50_000_000, unit: ' mg', whole: true },
  before: { name: 'The temperature', min: -40, max: 150, unit: ' °C', whole: false },
  core: { name: 'The core temperature', min: -40, max: 150, unit: ' °C', whole: false },
  tally: { name: 'The pieces', min: 1, max: 10_000, unit: '', whole: true },
  verdict: { name: 'The verdict', min: 0, max: 1, unit: ' (1 passed, 0 failed)', whole: true },
  addition: {
    name: 'The part of the cure',
    min: 1,
    max: 2,
    unit: ' (1 first half, 2 second half)',
    whole: true,
  },
  cleared: { name: 'Cleared', min: 1, max: 1, unit: ' (1 confirmed)', whole: true },
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
  recordMark: route({
    method: 'POST',
    path: '/batches/:id/marks',
    summary: 'Something said or ticked: a machine is ready, a timer, a label, a load put aside',
    roles: HANDS,
    params: byId,
    body: newMark,
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
      /** Asked for while the line was down: what is missing leaves the step open and tells the lead. */
      offline: z.boolean().optional(),
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
  replanMeats: route({
    method: 'POST',
    path: '/batches/:id/replan',
    summary: 'Plan the meats again while they are weighed; what is weighed stays',
    roles: LEAD,
    params: byId,
    body: command.extend({ uses: openBatch.shape.uses, reason }),
    response: batchSheet,
  }),
  correctFat: route({
    method: 'POST',
    path: '/batches/:id/corrections',
    summary:
      'After a fat test: more of one lot, with the seasoning and cure that go with it, as steps of the batch',
    roles: LEAD,
    params: byId,
    body: command.extend({ lotId: id, massMg, reason }),
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
