import { z } from 'zod';
import { BOOK_IDS, COUNTRIES, isCurrency, isTimeZone } from '@zest/core';
import { EVERYONE, LEAD, NONE, route } from './route.js';

const capacity = (what: string) =>
  z
    .number({ error: `Say how much the ${what} holds, in kilograms.` })
    .min(0.5, { error: `A ${what} holds from 0.5 to 2000 kg.` })
    .max(2000, { error: `A ${what} holds from 0.5 to 2000 kg.` });

/** What a shop says of itself, once; everything else begins from it. */
const ownShop = z.object({
  name: z.string().trim().min(2, { error: 'Name the shop as it stands on its labels.' }).max(60),
  /** As it stands on labels; lines are kept. */
  address: z.string().trim().max(200).default(''),
  country: z.enum(COUNTRIES.map((c) => c.code) as [string, ...string[]]).nullable(),
  currency: z.string().refine(isCurrency, { error: 'A currency is three letters, such as EUR.' }).nullable(),
  timeZone: z.string().refine(isTimeZone, { error: 'A time zone reads like Europe/London.' }),
  book: z.enum(BOOK_IDS, { error: 'Choose one of the rule books.' }).nullable(),
  /** What people who are added from now on see. */
  units: z.enum(['metric', 'pound']),
  numberStyle: z.enum(['point', 'comma']).nullable(),
  machines: z.object({ mixerKg: capacity('mixer'), stufferKg: capacity('stuffer') }),
});
export type OwnShop = z.infer<typeof ownShop>;

export const shopRoutes = {
  getShop: route({
    method: 'GET',
    path: '/shop',
    summary: 'What the shop says of itself: name, address, country, money, time, units, machines',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: ownShop,
  }),
  setShop: route({
    method: 'PUT',
    path: '/shop',
    summary: 'Say it; whoever does sees the units and numbers of the shop from then on',
    roles: LEAD,
    params: NONE,
    body: ownShop,
    response: ownShop,
  }),
};
