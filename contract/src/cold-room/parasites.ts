import { z } from 'zod';
import type { ParasiteRecord } from '@zest/core';

const reference = z
  .string({ error: 'Name the record: a stamp, a report, a log, the plan.' })
  .trim()
  .min(6, { error: 'Name the record in at least six letters: a stamp, a report, a log, the plan.' })
  .max(120, { error: 'At most 120 letters.' });

/** How the parasites of a lot were answered for. */
export const parasiteRecord = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('frozen'),
    tempC: z
      .number({ error: 'How cold it was kept, in °C.' })
      .min(-80, { error: 'Above −80 °C.' })
      .max(0, { error: 'It was frozen: at 0 °C or below.' }),
    days: z
      .int({ error: 'For how many whole days.' })
      .min(1, { error: 'For at least a day.' })
      .max(3650, { error: 'For at most ten years.' }),
    reference,
  }),
  z.object({ kind: z.literal('tested'), reference }),
  z.object({ kind: z.literal('plan'), reference }),
]) satisfies z.ZodType<ParasiteRecord>;
