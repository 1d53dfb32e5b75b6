import { z } from 'zod';
import { HEAT_STATES, PART_GOES_TO, PART_MODES, PREPARATIONS } from '@zest/core';
import { lotCarries, lotDetail, personName, priceMinor, trimLot } from './cold-room.js';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { day, fatPct, instant, massMg, reason } from '../wire/fields.js';
import { SEEN_BY, kept } from '../people/visibility.js';

const command = z.object({ id });
const tempC = z
  .number({ error: 'The temperature must be a number of °C.' })
  .min(-40, { error: 'The temperature must be above −40 °C.' })
  .max(150, { error: 'The temperature must be below 150 °C.' });
const fatSd = z
  .number({ error: 'The uncertainty must be a number of points.' })
  .min(0, { error: 'The uncertainty must be 0 points or more.' })
  .max(50, { error: 'The uncertainty must be 50 points or less.' });

export const prepareLot = command.extend({
  how: z.enum(PREPARATIONS, {
    error: 'Say what was done: trim out, thaw, roast, peel, dice, soak or drain.',
  }),
  grossMg: massMg,
  usableMg: z.int().min(0, { error: 'The usable weight must be 0 or more.' }),
  parts: z
    .array(
      z.object({
        name: z.string().trim().min(1, { error: 'Name the part.' }).max(40),
        /** A part that weighs nothing is none. */
        massMg: massMg.or(z.literal(0)),
        to: z.enum(PART_GOES_TO, { error: 'Say where the part goes: bin, sale or stock.' }),
        /** The trim it becomes when it goes to stock. */
        trimId: id.optional(),
        creditMinorPerKg: priceMinor.optional(),
      }),
    )
    .max(12)
    .transform((parts) => parts.filter((part) => part.massMg > 0)),
  /** Fat of what is usable, when it is known better than before. */
  fatPct: fatPct.optional(),
  tempC,
  /** Of what was thawed: its new last day. */
  useBy: day.optional(),
});
export type PrepareLot = z.infer<typeof prepareLot>;

export const newFatTest = command.extend({
  method: z.enum(['lab', 'instrument', 'cook-out'], { error: 'Say how it was measured.' }),
  /** The measured fat; a cook-out gives its samples instead. */
  fatPct: fatPct.optional(),
  samples: z
    .array(
      z.object({
        sampleG: z.number(),
        fatG: z.number().optional(),
        fatMl: z.number().optional(),
        residueG: z.number().optional(),
        residueFatPct: z.number().optional(),
      }),
    )
    .max(12)
    .optional(),
  fatSd: fatSd.optional(),
  /** The lot that was tested, or the batch whose ground blend was. */
  lotId: id.optional(),
  batchId: id.optional(),
  /** Of a batch whose lean and fat are ground apart: which of them, or all of it once they are together. */
  stream: z
    .enum(['all', 'lean', 'fat'], { error: 'Say whether it is of the lean, of the fat or of all.' })
    .optional(),
});
export type NewFatTest = z.infer<typeof newFatTest>;

export const fatTest = z.object({
  id,
  method: z.string(),
  fatPct: z.number(),
  fatSd: z.number(),
  at: instant,
  person: z.string(),
  batchId: id.nullable(),
  reversed: z.boolean(),
  /** How each lot's figure moved. */
  lots: z.array(
    z.object({
      lotId: id,
      code: z.string(),
      name: z.string(),
      before: z.object({ fatPct: z.number(), fatSd: z.number() }).nullable(),
      after: z.object({ fatPct: z.number(), fatSd: z.number() }).nullable(),
    }),
  ),
});
export type FatTestEntry = z.infer<typeof fatTest>;

export const splitLot = command.extend({
  version: z.int(),
  mode: z.enum(PART_MODES, { error: 'Say whether the lot is divided or sorted.' }),
  /** The part taken off and what stays, both weighed, with the fat of each. */
  massMg,
  restMassMg: massMg,
  fatPct,
  restFatPct: fatPct,
});
export type SplitLot = z.infer<typeof splitLot>;

export const produceLot = command.extend({
  trimId: id,
  massMg,
  useBy: day,
  tempC,
  /** Where it comes from: a place of a batch, what a batch left over, or another lot of trim (smoked fat and the like). */
  from: z.union([
    z.object({ batchId: id, stepId: id, restMassMg: massMg }),
    z.object({ reworkOf: id }),
    z.object({ lotId: id, grossMg: massMg }),
  ]),
  /** Of another lot: what was done to it. Whatever else it is, is computed. */
  heat: z.enum(HEAT_STATES).optional(),
  /** Of what was cooked out of a lot: its core where it is thickest, when it was hottest. */
  coreC: z
    .number({ error: 'The core is a number of °C.' })
    .min(-40, { error: 'The core is above −40 °C.' })
    .max(100, { error: 'No core is above 100 °C: look at the unit.' })
    .optional(),
});
export type ProduceLot = z.infer<typeof produceLot>;

/** Good meat that a batch left over and that is not in the cold room yet. */
export const reworkRow = z.object({
  lotId: id,
  batchId: id,
  number: z.int(),
  product: z.string(),
  code: z.string(),
  massMg: z.int(),
  fatPct: z.number(),
  saltGPerKg: z.number(),
  nitritePpm: z.number(),
  heat: z.enum(HEAT_STATES),
  species: z.array(z.string()),
  useBy: day.nullable(),
  carries: lotCarries,
});
export type ReworkRow = z.infer<typeof reworkRow>;

export const preparationRow = z.object({
  id,
  at: instant,
  how: z.string(),
  supplier: kept('supplier', z.string()),
  trimName: z.string(),
  lotCode: z.string(),
  grossMg: z.int(),
  usableMg: z.int(),
  unexplainedMg: z.int(),
  yield: z.number(),
  boughtMinorPerKg: kept('money', z.int()),
  usableMinorPerKg: kept('money', z.int().nullable()),
});
export type PreparationRow = z.infer<typeof preparationRow>;

/** Whom the shop buys from and whose meat it has had, each by one spelling. */
const parties = z.object({ suppliers: z.array(z.string()), customers: z.array(z.string()) });
export type Parties = z.infer<typeof parties>;

/** What a customer brought, what became of it, and what the shop sold into it. */
export const customerTicket = z.object({
  customer: z.string(),
  broughtMg: z.int(),
  usableMg: z.int(),
  sold: z.array(
    z.object({
      name: z.string(),
      /** Milligrams, or millimetres of casing; priced by the kilogram or the metre. */
      measure: z.enum(['mg', 'mm']),
      amount: z.int(),
      priceMinor: z.int(),
      minor: z.int(),
      at: instant,
    }),
  ),
  soldMinor: z.int(),
  returnedMg: z.int(),
  binnedMg: z.int(),
  inStockMg: z.int(),
  batches: z.array(
    z.object({
      id,
      number: z.int(),
      product: z.string(),
      /** Key of the portion that it is; null for what nothing parted off. */
      portion: z.string().nullable(),
      state: z.string(),
      /** Finished goods and left-over meat that are still here. */
      outMg: z.int(),
      leftOverMg: z.int(),
    }),
  ),
});
export type CustomerTicket = z.infer<typeof customerTicket>;

export const lotWorkRoutes = {
  prepareLot: route({
    method: 'POST',
    path: '/lots/:id/preparations',
    summary: 'Trim out, thaw, peel or otherwise prepare a lot: raw in, prepared out',
    roles: HANDS,
    params: byId,
    body: prepareLot,
    response: z.object({ source: lotDetail, usable: trimLot.nullable() }),
  }),
  listPreparations: route({
    method: 'GET',
    path: '/preparations',
    summary: 'Preparations of the last year, newest first',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(preparationRow),
  }),
  addFatTest: route({
    method: 'POST',
    path: '/fat-tests',
    summary: 'A measured fat, of one lot or of the ground blend of a batch',
    roles: HANDS,
    params: NONE,
    body: newFatTest,
    response: fatTest,
  }),
  listFatTests: route({
    method: 'GET',
    path: '/fat-tests',
    summary: 'The latest hundred fat tests',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(fatTest),
  }),
  reverseFatTest: route({
    method: 'POST',
    path: '/fat-tests/:id/reversal',
    summary: 'Take back a fat test, with a reason; the lots are computed again without it',
    roles: LEAD,
    params: byId,
    body: command.extend({ reason }),
    response: fatTest,
  }),
  splitLot: route({
    method: 'POST',
    path: '/lots/:id/split',
    summary: 'Divide a lot, or sort it into two streams with their own fat',
    roles: HANDS,
    params: byId,
    body: splitLot,
    response: z.object({ source: lotDetail, part: trimLot }),
  }),
  mergeLots: route({
    method: 'POST',
    path: '/lots/merge',
    summary: 'Put lots of one trim and one owner together',
    roles: HANDS,
    params: NONE,
    body: command.extend({
      lotIds: z.array(id).min(2, { error: 'Choose at least two lots.' }).max(20),
    }),
    response: trimLot,
  }),
  countLot: route({
    method: 'POST',
    path: '/lots/:id/count',
    summary: 'Stock take: what is really there',
    roles: HANDS,
    params: byId,
    body: command.extend({ amount: z.int().min(0, { error: 'What is there must be 0 or more.' }) }),
    response: z.object({ difference: z.int() }),
  }),
  writeOffLot: route({
    method: 'POST',
    path: '/lots/:id/write-off',
    summary: 'Write something off, with a reason',
    roles: LEAD,
    params: byId,
    body: command.extend({ amount: z.int().positive({ error: 'The amount must be above 0.' }), reason }),
    response: z.object({ left: z.int() }),
  }),
  sellLot: route({
    method: 'POST',
    path: '/lots/:id/sale',
    summary: "Sell shop trim into a customer's own; it becomes the customer's lot, priced on the ticket",
    roles: LEAD,
    params: byId,
    body: command.extend({ customer: personName, massMg, priceMinorPerKg: priceMinor.min(0) }),
    response: trimLot,
  }),
  returnLot: route({
    method: 'POST',
    path: '/lots/:id/return',
    summary: 'Weigh a customer’s own back to the customer',
    roles: HANDS,
    params: byId,
    body: command.extend({ massMg }),
    response: lotDetail,
  }),
  produceLot: route({
    method: 'POST',
    path: '/lots/produced',
    summary: 'Surplus ground meat, rework or smoked fat becomes a lot of its own',
    roles: HANDS,
    params: NONE,
    body: produceLot,
    response: trimLot,
  }),
  listRework: route({
    method: 'GET',
    path: '/rework',
    summary: 'What batches left over and nobody has put into the cold room yet',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(reworkRow),
  }),
  listParties: route({
    method: 'GET',
    path: '/parties',
    summary: 'Names of suppliers and customers the shop has dealt with',
    roles: LEAD,
    params: NONE,
    body: NONE,
    response: parties,
  }),
  listTickets: route({
    method: 'GET',
    path: '/customers',
    summary: 'Tickets of customers with meat of their own',
    roles: SEEN_BY.money,
    params: NONE,
    body: NONE,
    response: z.array(customerTicket),
  }),
};
