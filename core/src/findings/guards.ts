import type { Substance } from '../rules/limits.js';

interface GuardTraits {
  /** What it asks depends on the steps: a change of method in an open batch asks it again. */
  ofMethod?: true;
}

/** Everything that is asked of a recipe, by the name under which the lead signs for it. */
const GUARDS = {
  accelerator: {},
  casing: {},
  changed: {},
  claim: {},
  'cure-in-fresh': { ofMethod: true },
  disguised: {},
  dose: {},
  head: {},
  heat: {},
  inclusion: {},
  line: {},
  lines: {},
  'low-core': { ofMethod: true },
  machine: {},
  method: { ofMethod: true },
  name: {},
  'no-cure': { ofMethod: true },
  packet: {},
  piece: {},
  portion: { ofMethod: true },
  salt: {},
  'shelf-stable': {},
  class: {},
  compound: {},
  species: {},
  'species-rule': {},
  state: { ofMethod: true },
  strength: {},
  sum: {},
  taste: { ofMethod: true },
  twice: {},
  typed: {},
  'two-cures': {},
  window: {},
  'window-open': {},
  words: {},
} as const satisfies Record<string, GuardTraits>;

/** A guard, or the limit of a substance. */
export type Guard = keyof typeof GUARDS | Substance;
/** The same of one product of several: signed for that product alone. */
export type GuardId = Guard | `${Guard}@${string}`;

/** A guard asked of a portion, by which the lead signs for that product alone. */
export function guardOfPortion<G extends string>(guard: G, key: string): `${G}@${string}` {
  return `${guard}@${key}`;
}

/** The guard itself, whichever product it is asked of. */
function guardOf(id: GuardId): Guard {
  return id.split('@', 1)[0] as Guard;
}

/** Whether a change of the steps may have something to do with it. */
export function isOfMethod(id: GuardId): boolean {
  const traits: Readonly<Record<string, GuardTraits>> = GUARDS;
  return traits[guardOf(id)]?.ofMethod === true;
}
