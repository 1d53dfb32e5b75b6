import { z } from 'zod';
import { DELIVERY_COLUMNS, FAT_KNOWN_BY, HEAT_STATES, MEAT_STATES } from '@zest/core';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from './route.js';
import { day, fatPct, instant, massMg, reason } from './fields.js';

export const WEIGHT_KNOWN = ['weighed', 'counted', 'nominal', 'pre-thaw'] as const;
export const LOT_FORMS = ['whole', 'ground', 'mixed'] as const;

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
  fatKnownBy: z.enum(FAT_KNOWN_BY),
  balanceMg: z.int(),
  reservedMg: z.int(),
  freeMg: z.int(),
  /** Per usable kg. */
  priceMinorPerKg: z.int(),
  /** As bought. */
  boughtMinorPerKg: z.int(),
  receivedOn: day,
  ageDays: z.int(),
  useBy: day.nullable(),
  urgency: z.enum(['past', 'today', 'soon', 'fine']),
  tempC: z.number().nullable(),
  supplier: z.string(),
  supplierLot: z.string(),
  state: z.enum(MEAT_STATES),
  heat: z.enum(HEAT_STATES),
  form: z.enum(LOT_FORMS),
  weightKnown: z.enum(WEIGHT_KNOWN),
  saltGPerKg: z.number(),
  nitritePpm: z.number(),
  status: z.enum(['available', 'hold', 'rejected']),
  holdReason: z.string().nullable(),
  /** Minutes out of the chill so far, and whether it is out now. */
  outMinutes: z.number(),
  isOut: z.boolean(),
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

/** What is looked at before a delivery is taken in; each must be answered. */
export const ARRIVAL_CHECKS = [
  'clean',
  'cold',
  'no hair',
  'no clots',
  'no skin left',
  'no bone or shot',
] as const;

export const receiveLot = z.object({
  id,
  trimId: id,
  massMg,
  fatPct,
  fatKnownBy: z.enum(FAT_KNOWN_BY, { error: 'Say how the fat is known: lab, instrument, supplier or eye.' }),
  priceMinorPerKg: priceMinor,
  supplier: z.string().trim().min(1, { error: 'Name the supplier.' }).max(80),
  supplierLot: z.string().trim().max(60).default(''),
  tempC: arrivalTempC,
  state: z.enum(MEAT_STATES),
  useBy: day.nullable().default(null),
  weightKnown: z.enum(['weighed', 'counted', 'nominal']).default('weighed'),
  boxMg: massMg.nullable().default(null),
  owner: personName.nullable().default(null),
  form: z.enum(LOT_FORMS).default('whole'),
  /** A stable reading of the floor scale with just this weight. */
  readingId: z.string().max(80).optional(),
  /** Checks that failed; an empty list says that all were looked at and passed. */
  failedChecks: z.array(z.enum(ARRIVAL_CHECKS)).default([]),
});
export type ReceiveLot = z.infer<typeof receiveLot>;

export const delivery = z.object({
  id,
  lots: z
    .array(receiveLot)
    .min(1, { error: 'A delivery has at least one lot.' })
    .max(200, { error: 'Take in at most 200 lots in one go.' }),
});
export type Delivery = z.infer<typeof delivery>;

/** A delivery note as text (pasted or CSV) or as an XLSX file in base64. */
export const deliveryNote = z.union([
  z.object({ text: z.string().max(500_000, { error: 'The note must be below 500 000 letters.' }) }),
  z.object({
    xlsxBase64: z.string().max(3_000_000, { error: 'The file must be below 2 MB.' }),
  }),
]);
const noteDefaults = z.object({ supplier: z.string().max(80).optional(), tempC: z.number().optional() });

export const deliveryLine = z.object({
  row: z.int(),
  trimId: id.nullable(),
  cells: z.partialRecord(
    z.enum(Object.keys(DELIVERY_COLUMNS) as [keyof typeof DELIVERY_COLUMNS]),
    z.string(),
  ),
  lot: z
    .object({
      trimId: id,
      trimName: z.string(),
      massMg: z.int(),
      boxes: z.int().nullable(),
      boxMg: z.int().nullable(),
      weightKnown: z.enum(['weighed', 'counted']),
      fatPct: z.number(),
      fatKnownBy: z.enum(FAT_KNOWN_BY),
      priceMinorPerKg: z.int(),
      tempC: z.number(),
      state: z.enum(MEAT_STATES),
      useBy: z.string().nullable(),
      supplier: z.string(),
      supplierLot: z.string(),
      owner: z.string().nullable(),
      /** The warmest this row may have come. */
      maxC: z.number(),
    })
    .optional(),
  issues: z.array(z.object({ path: z.string(), message: z.string() })),
});
export type DeliveryNoteLine = z.infer<typeof deliveryLine>;

export const trim = z.object({
  id,
  name: z.string(),
  species: z.string(),
  fatPct: z.number(),
  wild: z.boolean(),
  /** The warmest a fresh delivery of it may come, by the shop's rule book. */
  maxC: z.number(),
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

export const lotStatus = command.extend({
  version: z.int(),
  status: z.enum(['available', 'hold', 'rejected']),
  reason,
  /** Needed to release a lot that came too warm or stood out too long. */
  tempC: z.number().min(-40).max(40).optional(),
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
  receiveLot: route({
    method: 'POST',
    path: '/lots',
    summary: 'Receive a lot of trim into the cold room',
    roles: LEAD,
    params: NONE,
    body: receiveLot,
    response: trimLot,
  }),
  receiveDelivery: route({
    method: 'POST',
    path: '/deliveries',
    summary: 'Receive all lots of a delivery in one go, or none',
    roles: LEAD,
    params: NONE,
    body: delivery,
    response: z.array(trimLot),
  }),
  readDeliveryNote: route({
    method: 'POST',
    path: '/deliveries/read',
    summary: 'Read a delivery note without taking anything in; names every bad row',
    roles: LEAD,
    params: NONE,
    body: z.object({ note: deliveryNote, defaults: noteDefaults.default({}) }),
    response: z.object({ lines: z.array(deliveryLine) }),
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
  moveLot: route({
    method: 'POST',
    path: '/lots/:id/chill',
    summary: 'Take a lot out of the chill, or bring it back with its temperature',
    roles: HANDS,
    params: byId,
    body: command.extend({ kind: z.enum(['out', 'in']), tempC: z.number().min(-40).max(40).optional() }),
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
