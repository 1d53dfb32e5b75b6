import { z } from 'zod';
import { id } from './route.js';
import { scaleReading } from './devices.js';

/** A change that screens may want to read again. */
export const change = z.discriminatedUnion('topic', [
  z.object({ topic: z.literal('batch'), batchId: id }),
  z.object({ topic: z.literal('lots') }),
]);
export type Change = z.infer<typeof change>;

/** Names of the server-sent events and what each carries. */
export const LIVE_EVENTS = { change, scale: scaleReading } as const;
export const LIVE_PATH = '/api/v1/events';
