import type { Role } from '@zest/contract';

/** What somebody does, in words. */
export const ROLE_WORD: Record<Role, string> = {
  lead: 'production lead',
  bench: 'bench',
  owner: 'owner',
  inspector: 'inspector',
};
