import { z } from 'zod';
import { READING_NAMES, refusesValue } from '@zest/core';
import {
  READING_HOWS,
  TRANSFER_HOWS,
  batchFacts,
  markFact,
  readingFact,
  shopFacts,
  transferFact,
} from './batch-facts.js';
import { batchCosts, batchProcess, batchSummary, batchWeighing } from './batch-view.js';
import { day, fatWindow, instant, massMg, reason } from '../wire/fields.js';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route, type Role } from '../wire/route.js';
import { markWith } from '../bench/marks.js';
import { SEEN_BY } from '../people/visibility.js';

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
  hotness: z.string().max(30).nullable().default(null),
  /** The draft it is made from, which then is done with. */
  draftId: id.optional(),
  /** Guards the lead signs past, each with a reason. */
  signed: z.record(z.string().max(60), reason).default({}),
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

export const weighing = z.object({
  ...entrySource,
  lineId: id,
  massMg,
  lotId: id.optional(),
  /** The load of the mixer it is for; none is for all of them. */
  load: z.int().min(0).max(99, { error: 'The load must be from 1 to 99.' }).optional(),
});
export type Weighing = z.infer<typeof weighing>;

export const OUT_TO = ['next', 'loss', 'rework'] as const;
export const massOut = z.object({
  ...entrySource,
  stepId: id,
  to: z.enum(OUT_TO, { error: 'Say where it goes: next, loss or rework.' }),
  /** On into a portion that parts here, by its key. */
  portion: z.string().max(40).optional(),
  reason: z.string().max(40).optional(),
  /** The cause, where it is a defect; or where a remainder is to go. */
  note: z.string().trim().max(300).optional(),
  /** More than the step holds: the lead's reason why it is booked as found. */
  found: reason.optional(),
  /** Pieces that stand on the scale, where each is weighed on and counted by it. */
  pieces: z.int().min(1, { error: 'At least one piece is weighed.' }).max(1000).optional(),
  massMg,
});
export type MassOut = z.infer<typeof massOut>;

export const casingUse = z.object({
  ...entrySource,
  stepId: id,
  /** Which of the batch's lots; the oldest where none is named. */
  lotId: id.optional(),
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
    kind: z.enum(READING_NAMES, { error: 'Unknown kind of reading.' }),
    value: z.number({ error: 'The reading must be a number.' }),
    load: z.int().min(0).max(99, { error: 'The load must be from 1 to 99.' }).default(0),
    /** It was asked whether so strange a figure is so, and it is. */
    sure: z.boolean().optional(),
    /** Stops the clock that runs there: its minutes are the server's, whatever the value says. */
    clock: z.boolean().optional(),
  })
  .superRefine((r, ctx) => {
    const message = refusesValue(r.kind, r.value);
    if (message) ctx.addIssue({ code: 'custom', path: ['value'], message });
  });
export type NewReading = z.input<typeof newReading>;

export const newMark = markWith({ ...entrySource, stepId: id.nullable() });
export type NewMark = z.input<typeof newMark>;

/** What an entry answers: enough for the screen to go on before the sheet is read again. */
export const recorded = z.object({
  id,
  how: z.enum([...new Set([...TRANSFER_HOWS, ...READING_HOWS])]),
  found: z.boolean(),
  /** Its batch was finished: the lead takes it or not. */
  waits: z.boolean().optional(),
});
export type Recorded = z.infer<typeof recorded>;

const command = z.object({ id });
/** Guards that the lead signs past, by name. */
const signed = z.record(z.string(), reason).optional();

/** What a command on a batch answers: the number of its latest fact. Screens ask for what is new. */
export const batchChanged = z.object({ id, n: z.int() });
export type BatchChanged = z.infer<typeof batchChanged>;

const part = <T extends z.ZodType>(
  name: string,
  summary: string,
  response: T,
  roles: readonly Role[] = EVERYONE,
) =>
  route({
    method: 'GET',
    path: `/batches/:id/${name}`,
    summary,
    roles,
    params: byId,
    body: NONE,
    response,
  });

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
  batchSummary: part('summary', 'A batch in short: where it stands and what it waits for', batchSummary),
  batchWeighing: part(
    'weighing',
    'What is weighed into a batch: lines, fat, limits, casing, declaration',
    batchWeighing,
  ),
  batchProcess: part(
    'process',
    'What is done to a batch: steps with what they need, readings, marks, entries',
    batchProcess,
  ),
  batchCosts: part('costs', 'What went into a batch as money', batchCosts, SEEN_BY.money),
  batchFacts: route({
    method: 'GET',
    path: '/batches/:id/facts',
    summary: 'A batch as its list of facts, with what it is judged by; every screen folds it itself',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: z.object({ facts: batchFacts, shop: shopFacts }),
  }),
  batchFactsAfter: route({
    method: 'GET',
    path: '/batches/:id/facts/after/:n',
    summary:
      'What became known of a batch after a fact number; the whole batch where more than entries changed',
    roles: EVERYONE,
    params: z.object({
      id,
      n: z.coerce.number({ error: 'The number must be a whole number.' }).pipe(z.int().min(0)),
    }),
    body: NONE,
    response: z.object({
      n: z.int(),
      entries: z
        .object({
          transfers: z.array(transferFact),
          readings: z.array(readingFact),
          marks: z.array(markFact),
        })
        .nullable(),
      whole: z.object({ facts: batchFacts, shop: shopFacts }).nullable(),
    }),
  }),
  openBatch: route({
    method: 'POST',
    path: '/batches',
    summary: 'Open a batch: reserve its trims and copy its recipe',
    roles: LEAD,
    params: NONE,
    body: openBatch,
    response: batchChanged,
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
    response: batchChanged,
  }),
  reverseEntry: route({
    method: 'POST',
    path: '/batches/:id/reversals',
    summary: 'Take back a wrong entry, with a reason',
    roles: HANDS,
    params: byId,
    body: command.extend({ transferId: id, reason }),
    response: batchChanged,
  }),
  takeBackReading: route({
    method: 'POST',
    path: '/batches/:id/readings-back',
    summary: 'Take back a wrong reading, with a reason',
    roles: HANDS,
    params: byId,
    body: command.extend({ readingId: id, reason }),
    response: batchChanged,
  }),
  acceptLine: route({
    method: 'POST',
    path: '/batches/:id/accepted-lines',
    summary: 'Accept a weight outside its band, with a reason',
    roles: HANDS,
    params: byId,
    body: command.extend({ lineId: id, reason }),
    response: batchChanged,
  }),
  growBatch: route({
    method: 'POST',
    path: '/batches/:id/growth',
    summary: 'Grow the batch until an over-poured line fits',
    roles: HANDS,
    params: byId,
    body: command.extend({ lineId: id, reason, signed }),
    response: batchChanged,
  }),
  replanMeats: route({
    method: 'POST',
    path: '/batches/:id/replan',
    summary: 'Plan the meats again while they are weighed; what is weighed stays',
    roles: LEAD,
    params: byId,
    body: command.extend({ uses: openBatch.shape.uses, reason, signed }),
    response: batchChanged,
  }),
  correctFat: route({
    method: 'POST',
    path: '/batches/:id/corrections',
    summary:
      'After a fat test: more of one lot, with the seasoning and cure that go with it, as steps of the batch',
    roles: LEAD,
    params: byId,
    body: command.extend({ lotId: id, massMg, reason, signed }),
    response: batchChanged,
  }),
  cancelBatch: route({
    method: 'POST',
    path: '/batches/:id/cancel',
    summary: 'Cancel a batch into which nothing has been weighed; its stock is free again',
    roles: LEAD,
    params: byId,
    body: command.extend({ version: z.int(), reason }),
    response: batchChanged,
  }),
};
