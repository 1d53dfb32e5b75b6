import { z } from 'zod';
import { ALLERGENS, FAT_SOURCES, HEAT_STATES, LOT_FORMS, MEAT_STATES } from '@zest/core';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { day, fatPct, instant, reason } from '../wire/fields.js';
import { kept } from '../people/visibility.js';
import { parasiteRecord } from './parasites.js';

/** How a weight that comes in is known: on a scale, by its boxes, by what is printed, or by nothing better. */
export const WEIGHT_KNOWN_AT_RECEIPT = ['weighed', 'counted', 'nominal', 'guessed'] as const;
export const WEIGHT_KNOWN = [...WEIGHT_KNOWN_AT_RECEIPT, 'pre-thaw'] as const;

/** What bought or kept material brings besides meat, for the label. */
export const lotCarries = z.object({
  allergens: z.array(z.enum(ALLERGENS)).max(14).default([]),
  /** What it is made of, the most first. */
  parts: z
    .array(z.object({ name: z.string().trim().min(1).max(80), allergen: z.enum(ALLERGENS).optional() }))
    .max(60)
    .default([]),
});
export type LotCarries = z.infer<typeof lotCarries>;

export const trimLot = z.object({
  id,
  code: z.string(),
  trimId: id,
  trimName: z.string(),
  species: z.string(),
  /** Game or wild pork. */
  wild: z.boolean(),
  fatPct: z.number(),
  fatSd: z.number(),
  fatKnownBy: z.enum(FAT_SOURCES),
  balanceMg: z.int(),
  reservedMg: z.int(),
  freeMg: z.int(),
  /** Per usable kg. */
  priceMinorPerKg: kept('money', z.int()),
  /** As bought. */
  boughtMinorPerKg: kept('money', z.int()),
  receivedOn: day,
  ageDays: z.int(),
  useBy: day.nullable(),
  /** As far as anybody said, kept by everything that is made of it. */
  slaughteredOn: day.nullable(),
  frozenOn: day.nullable(),
  urgency: z.enum(['past', 'today', 'soon', 'fine']),
  tempC: z.number().nullable(),
  /** When that was read. */
  tempAt: instant.nullable(),
  supplier: kept('supplier', z.string()),
  supplierLot: kept('supplier', z.string()),
  state: z.enum(MEAT_STATES),
  heat: z.enum(HEAT_STATES),
  form: z.enum(LOT_FORMS),
  weightKnown: z.enum(WEIGHT_KNOWN),
  saltGPerKg: z.number(),
  nitritePpm: z.number(),
  carries: lotCarries.nullable(),
  /** How its parasites were answered for, before it goes into what nobody cooks through. */
  parasites: parasiteRecord.optional(),
  status: z.enum(['available', 'hold', 'rejected']),
  holdReason: z.string().nullable(),
  /** Minutes out of the chill so far, and whether it is out now. */
  outMinutes: z.number(),
  isOut: z.boolean(),
  /** What that means by the shop's own limits. */
  outLevel: z.enum(['fine', 'warn', 'stop']),
  owner: z.string().nullable(),
  boxMg: z.int().nullable(),
  version: z.int(),
});
export type TrimLot = z.infer<typeof trimLot>;

export const priceMinor = z
  .int({ error: 'The price must be a whole number of cents per kg.' })
  .min(-1_000_000, { error: 'The price must be above −10 000 per kg.' })
  .max(1_000_000, { error: 'The price must be below 10 000 per kg.' });
export const personName = z.string().trim().min(1, { error: 'Name whose it is.' }).max(80);
export const arrivalTempC = z
  .number({ error: 'The temperature on arrival must be a number of °C.' })
  .min(-40, { error: 'The temperature on arrival must be above −40 °C.' })
  .max(40, { error: 'The temperature on arrival must be below 40 °C.' });

export const saltGPerKg = z
  .number({ error: 'Salt must be a number of g/kg.' })
  .min(0, { error: 'Salt must be 0 g/kg or more.' })
  .max(1000, { error: 'Salt must be at most 1000 g/kg.' });
export const nitritePpm = z
  .number({ error: 'Nitrite must be a number of ppm.' })
  .min(0, { error: 'Nitrite must be 0 ppm or more.' })
  .max(10_000, { error: 'Nitrite must be at most 10 000 ppm.' });

/** A temperature read in a lot; soon after a warm one it is the probe's, or read a second time. */
const coldReading = {
  tempC: arrivalTempC.optional(),
  /** A reading of a probe with just this temperature. */
  readingId: z.string().max(80).optional(),
  secondTempC: arrivalTempC.optional(),
};
export type ColdReading = {
  tempC?: number | undefined;
  readingId?: string | undefined;
  secondTempC?: number | undefined;
};

export const trim = z.object({
  id,
  name: z.string(),
  species: z.string(),
  fatPct: z.number(),
  wild: z.boolean(),
  /** The warmest a fresh delivery of it may come, by the shop's rule book; ground, where it came so. */
  maxC: z.number(),
  groundMaxC: z.number(),
});
export type Trim = z.infer<typeof trim>;

export const newTrim = z.object({
  id,
  name: z.string().trim().min(2, { error: 'Name the trim.' }).max(80),
  species: z.string().trim().toLowerCase().min(2, { error: 'Name the species.' }).max(30),
  fatPct,
  wild: z.boolean().default(false),
});
export type NewTrim = z.infer<typeof newTrim>;

export const lotEvent = z.object({
  id,
  kind: z.string(),
  sentence: z.string(),
  at: instant,
  person: z.string().nullable(),
});

export const fatFigure = z.object({ fatPct: z.number(), fatSd: z.number() });

/** Everything about one lot: where it came from, what happened to it, why its fat is what it is. */
export const lotDetail = trimLot.extend({
  maxC: z.number(),
  events: z.array(lotEvent),
  baseFat: fatFigure,
  fatChanges: z.array(
    z.object({
      testId: id,
      method: z.string(),
      measured: fatFigure,
      at: instant,
      person: z.string(),
      batchNumber: z.int().nullable(),
      before: fatFigure,
      after: fatFigure,
    }),
  ),
  madeFrom: z.array(
    z.object({ name: z.string(), lotId: id.nullable(), batchId: id.nullable(), massMg: z.int() }),
  ),
  madeInto: z.array(z.object({ name: z.string(), lotId: id, massMg: z.int() })),
  usedIn: z.array(
    z.object({
      batchId: id,
      number: z.int(),
      product: z.string(),
      massMg: z.int(),
      /** Fat as it was thought to be when the batch was opened. */
      fatPctThen: z.number().nullable(),
    }),
  ),
  photos: z.array(id),
});
export type LotDetail = z.infer<typeof lotDetail>;

const command = z.object({ id });

export const lotParasites = command.extend({ record: parasiteRecord });
export type LotParasites = z.infer<typeof lotParasites>;

export const lotStatus = command.extend({
  version: z.int(),
  status: z.enum(['available', 'hold', 'rejected']),
  reason,
  /** Needed to release a lot that came too warm or stood out too long. */
  ...coldReading,
});

export const coldRoomRoutes = {
  listLots: route({
    method: 'GET',
    path: '/lots',
    summary: 'Trim lots with something left, oldest first',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(trimLot),
  }),
  getLot: route({
    method: 'GET',
    path: '/lots/:id',
    summary: 'One trim lot with its history, its parents and where it went',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: lotDetail,
  }),
  listTrims: route({
    method: 'GET',
    path: '/trims',
    summary: 'Kinds of trim the shop knows',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(trim),
  }),
  addTrim: route({
    method: 'POST',
    path: '/trims',
    summary: 'A new kind of trim',
    roles: LEAD,
    params: NONE,
    body: newTrim,
    response: trim,
  }),
  setLotStatus: route({
    method: 'POST',
    path: '/lots/:id/status',
    summary: 'Hold, release or reject a lot, with a reason',
    roles: LEAD,
    params: byId,
    body: lotStatus,
    response: lotDetail,
  }),
  answerParasites: route({
    method: 'POST',
    path: '/lots/:id/parasites',
    summary:
      'Write down how the parasites of a lot were answered for: frozen, tested, or by the shop’s own plan',
    roles: LEAD,
    params: byId,
    body: lotParasites,
    response: lotDetail,
  }),
  moveLot: route({
    method: 'POST',
    path: '/lots/:id/chill',
    summary: 'Take a lot out of the chill, or bring it back with its temperature',
    roles: HANDS,
    params: byId,
    body: command.extend({ kind: z.enum(['out', 'in']), ...coldReading }),
    response: lotDetail,
  }),
  changeState: route({
    method: 'POST',
    path: '/lots/:id/state',
    summary: 'Freeze or thaw a lot; a second freeze needs a reason, a thawed lot is weighed again',
    roles: LEAD,
    params: byId,
    body: command.extend({
      version: z.int(),
      state: z.enum(['frozen', 'thawed']),
      reason: reason.optional(),
      /** Of what is thawed: its new last day. */
      useBy: day.optional(),
    }),
    response: lotDetail,
  }),
  addLotPhoto: route({
    method: 'POST',
    path: '/lots/:id/photos',
    summary: 'A picture of a lot, JPEG or PNG in base64, at most 1.5 MB',
    roles: HANDS,
    params: byId,
    body: command.extend({
      imageBase64: z.string().min(100, { error: 'The picture is empty.' }).max(2_000_000, {
        error: 'The picture must be below 1.5 MB.',
      }),
    }),
    response: lotDetail,
  }),
};
/** Address of a lot's picture; answers an image, not JSON. */
export const LOT_PHOTO_PATH = '/api/v1/lot-photos/:id';
