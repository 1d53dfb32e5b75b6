import { z } from 'zod';

/** A weight on the wire: whole milligrams above 0 and below 100 t. */
export const massMg = z
  .int({ error: 'A weight must be a whole number of milligrams.' })
  .positive({ error: 'A weight must be above 0.' })
  .max(100_000_000_000, { error: 'A weight must be below 100 t.' });

export const fatPct = z
  .number({ error: 'Fat must be a number of percent.' })
  .min(0, { error: 'Fat must be 0 % or more.' })
  .max(100, { error: 'Fat must be 100 % or less.' });

export const reason = z
  .string({ error: 'A reason is needed.' })
  .trim()
  .min(3, { error: 'Give a reason of at least three letters.' })
  .max(300, { error: 'Keep the reason below 300 letters.' });

export const day = z.iso.date({ error: 'A date must read like 2026-03-14.' });
export const instant = z.iso.datetime({ error: 'A time must be an ISO date and time in UTC.' });

export const fatWindow = z
  .object({ minPct: fatPct, maxPct: fatPct })
  .refine((w) => w.minPct <= w.maxPct, { error: 'The window is crossed: its start is above its end.' });

/** What the shop has set of its own limits, as it is answered. */
export const HOUSE_RULES = {
  saltMinGPerKg: z.number().nullable(),
  saltMaxGPerKg: z.number().nullable(),
  nitriteFloorPpm: z.number().nullable(),
  outWarnMinutes: z.number().nullable(),
  outStopMinutes: z.number().nullable(),
};
