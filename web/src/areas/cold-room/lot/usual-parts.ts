import type { Preparation } from '@zest/core';
import type { PrepareLot } from '@zest/contract';

const USUAL: Record<Preparation, readonly string[]> = {
  'trim out': ['bone', 'skin', 'sinew', 'purge'],
  thaw: ['drip'],
  roast: ['steam'],
  peel: ['peel'],
  dice: ['ends'],
  soak: [],
  drain: ['water'],
};

/** What usually comes off, for the bin until somebody says otherwise; a part that weighs nothing is none. */
export function usualParts(how: Preparation): PrepareLot['parts'] {
  return USUAL[how].map((name) => ({ name, massMg: 0, to: 'bin' }));
}
