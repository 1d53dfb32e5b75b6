import { z } from 'zod';
import { FAT_KNOWN_BY } from '@zest/core';
import { EVERYONE, LEAD, NONE, id, route } from './route.js';
import { day, fatPct, massMg } from './fields.js';

export const trimLot = z.object({
  id,
  code: z.string(),
  trimId: id,
  trimName: z.string(),
  species: z.string(),
  fatPct: z.number(),
  fatSd: z.number(),
  fatKnownBy: z.enum(FAT_KNOWN_BY),
  balanceMg: z.int(),
  reservedMg: z.int(),
  freeMg: z.int(),
  priceMinorPerKg: z.int(),
  receivedOn: day,
  ageDays: z.int(),
  tempC: z.number().nullable(),
  supplier: z.string(),
  state: z.enum(['fresh', 'frozen', 'thawed']),
  status: z.enum(['available', 'hold', 'rejected']),
  owner: z.string().nullable(),
  boxMg: z.int().nullable(),
  version: z.int(),
});
export type TrimLot = z.infer<typeof trimLot>;

export const receiveLot = z.object({
  id,
  trimId: id,
  massMg,
  fatPct,
  fatKnownBy: z.enum(FAT_KNOWN_BY, { error: 'Say how the fat is known: lab, instrument, supplier or eye.' }),
  priceMinorPerKg: z
    .int({ error: 'The price must be a whole number of cents per kg.' })
    .min(-1_000_000)
    .max(1_000_000),
  supplier: z.string().trim().min(1, { error: 'Name the supplier.' }).max(80),
  tempC: z
    .number({ error: 'The temperature on arrival must be a number of °C.' })
    .min(-40, { error: 'The temperature on arrival must be above −40 °C.' })
    .max(40, { error: 'The temperature on arrival must be below 40 °C.' }),
  state: z.enum(['fresh', 'frozen', 'thawed']),
});
export type ReceiveLot = z.infer<typeof receiveLot>;

export const trim = z.object({ id, name: z.string(), species: z.string(), fatPct: z.number() });
export type Trim = z.infer<typeof trim>;

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
  listTrims: route({
    method: 'GET',
    path: '/trims',
    summary: 'Kinds of trim the shop knows',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(trim),
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
};
