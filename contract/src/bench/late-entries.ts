import { z } from 'zod';
import { batchChanged } from '../batches/batches.js';
import { stint } from '../batches/batch-facts.js';
import { instant, reason } from '../wire/fields.js';
import { LEAD, NONE, byId, id, route } from '../wire/route.js';

/** What of a late entry's body the lead is shown. */
export const lateFigures = z.object({
  massMg: z.number().optional(),
  lengthMm: z.number().optional(),
  kind: z.string().optional(),
  value: z.number().nullish(),
  lineId: z.string().optional(),
  stepId: z.string().nullish(),
  deviceTime: z.string().optional(),
});

const sayWork = z.object({
  id,
  stints: z
    .array(stint)
    .min(1, { error: 'Say who worked how long.' })
    .max(12, { error: 'At most 12 lines of work.' }),
});
export type SayWork = z.infer<typeof sayWork>;

/** An entry that came after its batch was finished. */
const lateEntry = z.object({
  id,
  batchId: id,
  batchNumber: z.int(),
  product: z.string(),
  kind: z.string(),
  /** The line or the step that it is about. */
  of: z.string(),
  /** What it says, as it was sent. */
  figures: lateFigures,
  person: z.string(),
  sentBy: z.string().nullable(),
  proven: z.boolean(),
  receivedAt: instant,
});
export type LateEntry = z.infer<typeof lateEntry>;

const lateDecision = z.object({ id, entryId: id, taken: z.boolean(), reason });
export type LateDecision = z.infer<typeof lateDecision>;

export const lateRoutes = {
  lateEntries: route({
    method: 'GET',
    path: '/late-entries',
    summary: 'Entries that came after their batch was finished and wait for the lead',
    roles: LEAD,
    params: NONE,
    body: NONE,
    response: z.array(lateEntry),
  }),
  decideLate: route({
    method: 'POST',
    path: '/batches/:id/late-entries',
    summary: 'Take a late entry into its finished batch, or not, with a reason',
    roles: LEAD,
    params: byId,
    body: lateDecision,
    response: batchChanged,
  }),
  sayWork: route({
    method: 'POST',
    path: '/batches/:id/work',
    summary: 'Say what work a batch took, people and minutes; the newest word holds',
    roles: LEAD,
    params: byId,
    body: sayWork,
    response: batchChanged,
  }),
  seeNotice: route({
    method: 'POST',
    path: '/batches/:id/notices-seen',
    summary: 'Say that a card of the batch was seen',
    roles: LEAD,
    params: byId,
    body: z.object({ id, noticeId: id }),
    response: batchChanged,
  }),
};
