import { z } from 'zod';
import { BOOK_IDS, COUNTRIES, MACHINE_KINDS, isCurrency, isTimeZone, type MachineKind } from '@zest/core';
import { EVERYONE, LEAD, NONE, route } from '../wire/route.js';
import { kept } from '../people/visibility.js';

const HOLDS = 'A machine holds from 0.5 to 5000 kg.';
const WIDTH = 'A plate or a horn is from 0.5 to 120 mm wide.';

const machine = z.object({
  name: z
    .string()
    .trim()
    .min(1, { error: 'Call every machine by a name.' })
    .max(40, { error: 'The name of a machine has at most 40 letters.' }),
  kind: z.enum(Object.keys(MACHINE_KINDS) as [MachineKind, ...MachineKind[]], {
    error: 'Choose what kind of machine it is.',
  }),
  holdsKg: z
    .number({ error: 'Say how much it holds, in kilograms, or leave it open.' })
    .min(0.5, { error: HOLDS })
    .max(5000, { error: HOLDS })
    .nullable(),
  sizesMm: z
    .array(z.number({ error: WIDTH }).min(0.5, { error: WIDTH }).max(120, { error: WIDTH }))
    .max(16, { error: 'A machine has at most 16 plates or horns here.' })
    .transform((sizes) => [...new Set(sizes)].sort((a, b) => a - b)),
});

/** Every machine by a name of its own. */
const machineList = z
  .array(machine)
  .max(40, { error: 'A shop has at most 40 machines here.' })
  .superRefine((list, context) => {
    list.forEach(({ name }, i) => {
      if (list.findIndex((m) => m.name.toLowerCase() === name.toLowerCase()) < i)
        context.addIssue({
          code: 'custom',
          path: [i, 'name'],
          message: `There are two machines called ${name}; call one of them otherwise.`,
        });
    });
  });

/** What a shop says of itself, once; everything else begins from it. */
const ownShop = z.object({
  name: z.string().trim().min(2, { error: 'Name the shop as it stands on its labels.' }).max(60),
  /** As it stands on labels; lines are kept. */
  address: z.string().trim().max(200).default(''),
  country: z.enum(COUNTRIES.map((c) => c.code) as [string, ...string[]]).nullable(),
  currency: z.string().refine(isCurrency, { error: 'A currency is three letters, such as EUR.' }).nullable(),
  /** What an hour of one pair of hands costs, minor units; null where it is not reckoned. */
  hourMinor: kept(
    'money',
    z
      .int({ error: 'What an hour costs is a price, or left open.' })
      .min(0, { error: 'An hour costs from 0 to 10 000.' })
      .max(1_000_000, { error: 'An hour costs from 0 to 10 000.' })
      .nullable(),
  ),
  timeZone: z.string().refine(isTimeZone, { error: 'A time zone reads like Europe/London.' }),
  book: z.enum(BOOK_IDS, { error: 'Choose one of the rule books.' }).nullable(),
  /** What people who are added from now on see. */
  units: z.enum(['metric', 'pound']),
  numberStyle: z.enum(['point', 'comma']).nullable(),
  machines: machineList,
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
