import type { MethodStep } from './all-kinds.js';

/** A step as far as it is asked which way it lies on. */
type OnAWay = Pick<MethodStep, 'key' | 'portion'>;

/** Where a portion leaves the way that it comes from. */
export interface Parting {
  key: string;
  /** Key of the step out of which it is weighed. */
  partsAfter: string;
}

/** The portion that a step is done to; null for what nothing parted off. */
export function portionAt(step: Pick<MethodStep, 'portion'>): string | null {
  return step.portion ?? null;
}

/** The portion that another parts from; null where it parts from what nothing parted off. */
export function partsFrom(steps: readonly OnAWay[], { partsAfter }: Parting): string | null {
  const at = steps.find((s) => s.key === partsAfter);
  return at ? portionAt(at) : null;
}

/**
 * The steps that a portion goes through, in their order: what it comes from up to where it parts, then its own.
 *
 * @param steps of all the method, in their order
 * @param portion null for what nothing parted off
 */
export function wayOf<S extends OnAWay>(
  steps: readonly S[],
  partings: readonly Parting[],
  portion: string | null,
): S[] {
  const ways = new Set<string | null>([portion]);
  let own = steps.filter((s) => portionAt(s) === portion);
  let at = partings.find((p) => p.key === portion);
  while (at) {
    const { partsAfter } = at;
    const from = partsFrom(steps, at);
    // A portion that would come from itself goes nowhere; the check of the method says so.
    if (ways.has(from)) break;
    ways.add(from);
    const end = steps.findIndex((s) => s.key === partsAfter);
    own = [...steps.filter((s, i) => i <= end && portionAt(s) === from), ...own];
    at = partings.find((p) => p.key === from);
  }
  return own;
}
