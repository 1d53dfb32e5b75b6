import { z } from 'zod';
import { BOOK_IDS } from '@zest/core';
import { batchRoutes } from '../batches/batches.js';
import { benchWorkRoutes } from '../bench/bench-work.js';
import { blendRoutes } from '../blend/blend.js';

import { conditionRoutes } from '../cold-room/condition.js';
import { coldRoomRoutes } from '../cold-room/cold-room.js';
import { receivingRoutes } from '../cold-room/receiving.js';
import { deviceRoutes } from '../devices/devices.js';
import { goodsRoutes } from '../cold-room/goods.js';
import { lateRoutes } from '../bench/late-entries.js';
import { lotWorkRoutes } from '../cold-room/lot-work.js';
import { peopleRoutes } from '../people/people.js';
import { ingredientRoutes } from '../recipes/ingredients.js';
import { recipeWorkRoutes } from '../recipes/recipe-work.js';
import { recipeRoutes } from '../recipes/recipes.js';
import { EVERYONE, NONE, route } from './route.js';
import { safekeepingRoutes } from '../settings/safekeeping.js';
import { shelfRoutes } from '../recipes/shelf.js';
import { practiceRoutes } from '../bench/practice.js';
import { shopRoutes } from '../settings/shop.js';
import { tabletRoutes } from '../people/tablets.js';

const values = z.record(z.string(), z.unknown());
const auditEntry = z.object({
  id: z.int(),
  at: z.string(),
  /** Null for a command at the server itself. */
  person: z.string().nullable(),
  what: z.string(),
  about: z.string(),
  /** What differs, by its path; null for what was not there. */
  from: values.nullable(),
  to: values.nullable(),
});
export type AuditEntry = z.infer<typeof auditEntry>;

/** Every address of the HTTP interface. */
export const ROUTES = {
  health: route({
    method: 'GET',
    path: '/health',
    summary: 'Whether the application and its database answer',
    roles: 'anyone',
    params: NONE,
    body: NONE,
    response: z.object({
      status: z.literal('ok'),
      shop: z.string(),
      demo: z.boolean(),
      ruleBook: z.enum(BOOK_IDS).nullable(),
      /** ISO 4217; null until the shop has said. */
      currency: z.string().nullable(),
      /** The shop's days and clock are told in it. */
      timeZone: z.string(),
    }),
  }),
  listChanges: route({
    method: 'GET',
    path: '/changes',
    summary: 'Who changed what the shop works by, the latest first; before=<id> for older ones',
    roles: ['lead', 'owner', 'inspector'],
    params: NONE,
    body: NONE,
    response: z.array(auditEntry),
  }),
  ...peopleRoutes,
  ...coldRoomRoutes,
  ...receivingRoutes,
  ...lotWorkRoutes,
  ...goodsRoutes,
  ...blendRoutes,
  ...recipeRoutes,
  ...recipeWorkRoutes,
  ...ingredientRoutes,
  ...batchRoutes,
  ...lateRoutes,
  ...benchWorkRoutes,
  ...deviceRoutes,
  ...safekeepingRoutes,
  ...conditionRoutes,
  ...tabletRoutes,
  ...shelfRoutes,
  ...shopRoutes,
  ...practiceRoutes,
  runCalculation: route({
    method: 'POST',
    path: '/calc/:name',
    summary: 'Any calculation by name; the same as the calc command',
    roles: EVERYONE,
    params: z.object({ name: z.string() }),
    body: z.unknown(),
    response: z.record(z.string(), z.unknown()),
  }),
};
