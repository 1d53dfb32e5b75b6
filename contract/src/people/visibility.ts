import type { z } from 'zod';
import type { Role } from '../wire/route.js';

/** What not everybody sees, and who does. */
export const SEEN_BY = {
  money: ['lead', 'owner'],
  supplier: ['lead', 'owner', 'inspector'],
} as const satisfies Record<string, readonly Role[]>;
export type Kept = keyof typeof SEEN_BY;

/** Whether a role sees it. */
export function sees(role: Role, what: Kept): boolean {
  return (SEEN_BY[what] as readonly Role[]).includes(role);
}

/** Marks a field of an answer that only some roles see; to others it goes empty. */
export function kept<T extends z.ZodType>(what: Kept, schema: T): T {
  return schema.meta({ kept: what });
}
