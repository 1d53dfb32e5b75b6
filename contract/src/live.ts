import { z } from 'zod';
import { id } from './route.js';

/** A change that screens may want to read again. */
const change = z.discriminatedUnion('topic', [
  z.object({ topic: z.literal('batch'), batchId: id }),
  z.object({ topic: z.literal('lots') }),
]);
export type Change = z.infer<typeof change>;

/** Server-sent events: `change` carries a Change, `scale` a ScaleReadingMessage, `beat` nothing. */
export const LIVE_PATH = '/api/v1/events';
