import { z } from 'zod';
import { EVERYONE, HANDS, NONE, route } from './route.js';

export const SCALE_IDS = ['floor', 'bench', 'dose'] as const;
export const scaleId = z.enum(SCALE_IDS, { error: 'The scale must be floor, bench or dose.' });
const byScale = z.object({ id: scaleId });

export const scale = z.object({
  id: scaleId,
  name: z.string(),
  capacityMg: z.int(),
  divisionMg: z.int(),
  tubMg: z.int(),
  connected: z.boolean(),
});
export type Scale = z.infer<typeof scale>;

/** What a scale shows now, as streamed to screens. */
export interface ScaleReadingMessage {
  scaleId: Scale['id'];
  id: string;
  netMg: number;
  stable: boolean;
  overload: boolean;
  connected: boolean;
}

export const deviceRoutes = {
  listScales: route({
    method: 'GET',
    path: '/scales',
    summary: 'The scales of the shop',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(scale),
  }),
  tareScale: route({
    method: 'POST',
    path: '/scales/:id/tare',
    summary: 'Set what stands on a scale as its zero',
    roles: HANDS,
    params: byScale,
    body: NONE,
    response: NONE,
  }),
  playScale: route({
    method: 'POST',
    path: '/scales/:id/play',
    summary: 'Demonstration only: put a load on a simulated scale, or pull its plug',
    roles: HANDS,
    params: byScale,
    body: z.discriminatedUnion('action', [
      z.object({ action: z.literal('put'), massMg: z.int().min(0).max(200_000_000) }),
      z.object({ action: z.literal('add'), massMg: z.int().min(-200_000_000).max(200_000_000) }),
      z.object({ action: z.literal('unplug') }),
      z.object({ action: z.literal('plug') }),
    ]),
    response: NONE,
  }),
};
