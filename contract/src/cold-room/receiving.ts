import { z } from 'zod';
import { DELIVERY_COLUMNS, FAT_KNOWN_BY, HEAT_STATES, LOT_FORMS, MEAT_STATES } from '@zest/core';
import {
  WEIGHT_KNOWN_AT_RECEIPT,
  arrivalTempC,
  lotCarries,
  nitritePpm,
  personName,
  priceMinor,
  saltGPerKg,
  trimLot,
} from './cold-room.js';
import { day, fatPct, massMg } from '../wire/fields.js';
import { LEAD, NONE, id, route } from '../wire/route.js';
import { kept } from '../people/visibility.js';
import { parasiteRecord } from './parasites.js';

/** What is looked at before a delivery is taken in; each must be answered. */
export const ARRIVAL_CHECKS = [
  'clean',
  'cold',
  'no hair',
  'no clots',
  'no skin left',
  'no bone or shot',
] as const;

export const receiveLot = z
  .object({
    id,
    trimId: id,
    massMg,
    fatPct,
    fatKnownBy: z.enum(FAT_KNOWN_BY, {
      error: 'Say how the fat is known: lab, instrument, supplier or eye.',
    }),
    priceMinorPerKg: priceMinor,
    supplier: z.string().trim().min(1, { error: 'Name the supplier.' }).max(80),
    supplierLot: z.string().trim().max(60).default(''),
    tempC: arrivalTempC,
    state: z.enum(MEAT_STATES),
    useBy: day.nullable().default(null),
    slaughteredOn: day.nullable().default(null),
    frozenOn: day.nullable().default(null),
    parasites: parasiteRecord.nullable().default(null),
    weightKnown: z.enum(WEIGHT_KNOWN_AT_RECEIPT, {
      error: 'Say how its weight is known: weighed, counted, nominal or guessed.',
    }),
    boxMg: massMg.nullable().default(null),
    owner: personName.nullable().default(null),
    form: z.enum(LOT_FORMS).default('whole'),
    /** A stable reading of the floor scale with just this weight. */
    readingId: z.string().max(80).optional(),
    /** Checks that failed; an empty list says that all were looked at and passed. */
    failedChecks: z.array(z.enum(ARRIVAL_CHECKS), {
      error: 'Say which looks failed at receipt; an empty list says that all passed.',
    }),
    /** What was done to it before it came: bought salted, cured, smoked or cooked. */
    heat: z.enum(HEAT_STATES).default('raw'),
    saltGPerKg: saltGPerKg.default(0),
    nitritePpm: nitritePpm.default(0),
    carries: lotCarries.nullable().default(null),
  })
  .refine((lot) => lot.nitritePpm === 0 || lot.saltGPerKg > 0, {
    error: 'What is cured is salted too: state its salt, g/kg.',
    path: ['saltGPerKg'],
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
      weightKnown: z.enum(['nominal', 'counted']),
      fatPct: z.number(),
      fatKnownBy: z.enum(FAT_KNOWN_BY),
      priceMinorPerKg: kept('money', z.int()),
      tempC: z.number(),
      state: z.enum(MEAT_STATES),
      useBy: z.string().nullable(),
      supplier: kept('supplier', z.string()),
      supplierLot: z.string(),
      owner: z.string().nullable(),
      /** The warmest this row may have come. */
      maxC: z.number(),
    })
    .optional(),
  issues: z.array(z.object({ path: z.string(), message: z.string() })),
});
export type DeliveryNoteLine = z.infer<typeof deliveryLine>;

export const receivingRoutes = {
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
};
