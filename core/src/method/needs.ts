import { STEP_SHAPES, type ReadingKind, type StepKind } from './catalogue.js';
import type { StepParameters } from './step.js';

/** Least minutes a cured mix is worked by hand; a machine spreads cure faster (common practice). */
const HAND_MINUTES = 10;

interface NeedFacts {
  kind: StepKind;
  mixedBy?: StepParameters['mixedBy'];
  minMinutes?: number | undefined;
  /** The batch carries cure. */
  cured?: boolean | undefined;
}

/** Cure is spread by hand: it goes in dissolved, at two times. */
function curedByHand({ kind, mixedBy, cured }: NeedFacts): boolean {
  return kind === 'mix' && mixedBy === 'hand' && cured === true;
}

/** The readings without which a step does not close. */
export function needsOf(facts: NeedFacts): ReadingKind[] {
  return [...(curedByHand(facts) ? (['addition'] as const) : []), ...STEP_SHAPES[facts.kind].needs];
}

/** The least minutes of a step; a cured mix worked by hand has some even where the method names none. */
export function leastMinutes(facts: NeedFacts): number | undefined {
  return curedByHand(facts) ? Math.max(facts.minMinutes ?? 0, HAND_MINUTES) : facts.minMinutes;
}

/** Whether the dissolved cure has gone in at both its times, from the parts that were ticked. */
export function bothAdditions(parts: readonly number[]): boolean {
  return parts.includes(1) && parts.includes(2);
}
