import { z } from 'zod';
import { BOOK_IDS, MARK_KINDS, MATERIALS, READING_KINDS } from '@zest/core';
import { id } from './route.js';
import { day, fatWindow, instant } from './fields.js';
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
  /** Meats: the stream they go into, where lean and fat are ground apart. */
  stream: z.enum(['all', 'lean', 'fat']),
  lotId: id,
  lotCode: z.string(),
  required: z.boolean(),
  dueMg: z.int(),
  lowMg: z.int(),
  highMg: z.int(),
  weighedMg: z.int(),
  /** What its lot still has; null for a supply that does not run out. */
  stockMg: z.int().nullable(),
  /** Cure that a second person still has to confirm. */
  unconfirmed: z.boolean(),
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
  /** What is checked at the machine before it runs, once a step; weights in it are tokens. */
  ready: z.array(z.object({ key: z.string(), words: z.string(), caution: z.boolean() })),
  /** Fills of the stuffer: in all, done, and what each takes; null where the recipe names no stuffer. */
  fills: z.object({ wanted: z.int(), done: z.int(), eachMg: z.int() }).nullable(),
  /** Loads or lots it is made in. */
  loads: z.int(),
  /** Less has come out than usual here, said where it can still be mended. */
  hint: z.string().nullable(),
  /** Taken out by a change of method. */
  leftOut: z.boolean(),
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
  /** Mixer load or emulsion lot; 0 is the whole step. */
  load: z.int(),
  at: instant,
  person: z.string(),
  how: z.enum(['scale', 'typed']),
});
export type SheetReading = z.infer<typeof sheetReading>;

export const sheetMark = z.object({
  id,
  stepId: id.nullable(),
  kind: z.enum(MARK_KINDS),
  subject: z.string(),
  note: z.string(),
  value: z.number().nullable(),
  at: instant,
  person: z.string(),
  second: z.string().nullable(),
});
export type SheetMark = z.infer<typeof sheetMark>;

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

const gauge = z.object({
  substance: z.string(),
  title: z.string(),
  value: z.number(),
  unit: z.enum(['ppm', '%', 'g/kg']),
  basis: z.enum(['meat block', 'mix', 'product']),
  limit: z.number().nullable(),
  floor: z.number().nullable(),
  level: z.enum(['ok', 'warn', 'stop', 'name', 'label']),
  roomMg: z.int().nullable(),
  roomOf: z.string(),
  book: z.enum(BOOK_IDS).nullable(),
  written: z.string(),
  source: z.string(),
});

export const batchSheet = batchSummary.extend({
  recipe: z.object({ id, name: z.string(), versionNo: z.int(), state: z.string() }),
  window: fatWindow,
  owner: z.string().nullable(),
  /** Heat variant it is made at. */
  heat: z.string().nullable(),
  /** Where it stands against every limit, weighed or due, with the room that is left. */
  gauges: z.array(gauge),
  /** The declaration as made so far; null before the first weight. */
  label: z.object({ text: z.string(), stateSentence: z.string(), allergens: z.array(z.string()) }).nullable(),
  /** Guards that the lead signed past at opening. */
  signed: z.record(z.string(), z.string()),
  /** Fat of the meat block as the lots were thought to be when the batch was opened. */
  openedFatPct: z.number(),
  openedFatSd: z.number(),
  /** The ground blend as it was tested, and what it is thought to be with the lots' figures. */
  fatTest: z
    .object({ fatPct: z.number(), fatSd: z.number(), posteriorPct: z.number(), posteriorSd: z.number() })
    .nullable(),
  plannedFatPct: z.number(),
  fatSd: z.number(),
  inWindow: z.number(),
  lines: z.array(sheetLine),
  steps: z.array(sheetStep),
  readings: z.array(sheetReading),
  marks: z.array(sheetMark),
  /** What the tasting of the mix is worth now. */
  taste: z.object({
    state: z.enum(['none', 'skipped', 'passed', 'core', 'failed', 'void']),
    maySkip: z.boolean(),
    sentence: z.string(),
    doneC: z.number(),
  }),
  /** What the shop has learned of its machines from the batches before. */
  learned: z.array(z.object({ name: z.string(), value: z.number(), unit: z.string(), runs: z.int() })),
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
      /** Strands, tubes or pieces that were taken for it. */
      strands: z.int(),
      leftMm: z.int(),
      calibreMm: z.number(),
      /** Least soaking in minutes; 0 is not soaked. */
      soakMinutes: z.int(),
      /** What is still to be stuffed will take, and what of that is missing. */
      aheadM: z.number(),
      shortM: z.number(),
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
