import { z } from 'zod';
import { NONE, route } from '../wire/route.js';

/** The newest backup that was made and read again whole. */
const backupState = z.object({
  /** Null while there is none. */
  provedAt: z.string().nullable(),
  file: z.string().nullable(),
  bytes: z.number(),
  kept: z.int(),
  trouble: z.string().nullable(),
  /** Older than it should be, or failed. */
  isBad: z.boolean(),
});
export type BackupState = z.infer<typeof backupState>;

export const safekeepingRoutes = {
  safekeeping: route({
    method: 'GET',
    path: '/safekeeping',
    summary: 'The newest proved backup, and what is wrong with the last; null in a demonstration',
    roles: ['lead', 'owner'],
    params: NONE,
    body: NONE,
    response: backupState.nullable(),
  }),
};
