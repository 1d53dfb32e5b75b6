import { useQuery } from '@tanstack/react-query';
import type { Parties } from '@zest/contract';
import { queries } from './queries.js';

const NOBODY: Parties = { suppliers: [], customers: [] };

/** Whom the shop has dealt with; nobody while it is not known. */
export function useParties(): Parties {
  return useQuery(queries.parties).data ?? NOBODY;
}
