import { z } from 'zod';

/** Problem details (RFC 9457) with the fields at fault. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  instance: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** On a stale write: the state as it is now. */
  current: z.unknown().optional(),
});
export type Problem = z.infer<typeof problem>;
