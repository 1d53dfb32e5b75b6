import type { Substance } from '../rules/limits.js';

/** Everything that is asked of a recipe besides its limits, by the name under which the lead signs for it. */
type Asked =
  | 'accelerator'
  | 'casing'
  | 'changed'
  | 'claim'
  | 'class'
  | 'compound'
  | 'cure-in-fresh'
  | 'cure-wait'
  | 'disguised'
  | 'dose'
  | 'head'
  | 'heat'
  | 'high-limit'
  | 'inclusion'
  | 'line'
  | 'lines'
  | 'loosened'
  | 'low-core'
  | 'machine'
  | 'method'
  | 'name'
  | 'no-cure'
  | 'open-limit'
  | 'packet'
  | 'piece'
  | 'portion'
  | 'salt'
  | 'shelf-stable'
  | 'species'
  | 'species-rule'
  | 'state'
  | 'strength'
  | 'sum'
  | 'taste'
  | 'twice'
  | 'two-cures'
  | 'typed'
  | 'window'
  | 'window-open'
  | 'words';

/** A guard, or the limit of a substance. */
export type Guard = Asked | Substance;
/** The same of one product of several: signed for that product alone. */
export type GuardId = Guard | `${Guard}@${string}`;

/** A guard asked of a portion, by which the lead signs for that product alone. */
export function guardOfPortion<G extends string>(guard: G, key: string): `${G}@${string}` {
  return `${guard}@${key}`;
}
