import { z } from 'zod';
import { NONE, route } from '../wire/route.js';

const finding = z.object({
  part: z.enum(['disk', 'memory', 'clock', 'database', 'certificate']),
  level: z.enum(['warn', 'stop']),
  sentence: z.string(),
});

const room = z.object({ freeBytes: z.number(), sizeBytes: z.number() });

export const conditionRoutes = {
  getCondition: route({
    method: 'GET',
    path: '/health/detail',
    summary:
      'How the shop’s computer is: disk, memory, clock, database, certificate, and what should be seen to',
    roles: ['lead', 'owner'],
    params: NONE,
    body: NONE,
    response: z.object({
      findings: z.array(finding),
      measured: z.object({
        disk: room,
        memory: room,
        clockStepMs: z.number(),
        databaseAheadMs: z.number(),
        databaseMs: z.number(),
        certificateDays: z.number().nullable(),
      }),
      /** Of the application, s. */
      upSeconds: z.number(),
    }),
  }),
};
