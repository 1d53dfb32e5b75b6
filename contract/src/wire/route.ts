import { z } from 'zod';

export const ROLES = ['lead', 'bench', 'owner', 'inspector'] as const;
export type Role = (typeof ROLES)[number];

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** One address of the HTTP interface: what goes in, what comes out and who may call it. */
export interface Route<
  P extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  method: Method;
  /** Below /api/v1, with `:name` for parameters. */
  path: string;
  summary: string;
  /** Roles that may call it; `anyone` needs no sign-in. */
  roles: readonly Role[] | 'anyone';
  params: P;
  body: B;
  response: R;
}

export const NONE = z.object({});
export const id = z.uuid({ error: 'An id must be a UUID.' });
export const byId = z.object({ id });

export function route<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  definition: Route<P, B, R>,
): Route<P, B, R> {
  return definition;
}

export const EVERYONE: readonly Role[] = [...ROLES];
export const HANDS: readonly Role[] = ['lead', 'bench'];
export const LEAD: readonly Role[] = ['lead'];
