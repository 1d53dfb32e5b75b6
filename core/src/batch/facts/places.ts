import {
  firstPlaceIndex,
  nextPlaceIndex,
  portionAt,
  streamAt,
  streamOf,
  traitsOf,
  type MethodStep,
} from '../../steps/index.js';
import type { BatchFacts, StepFact } from './facts.js';
import { productOf, type Ways } from './lanes.js';

interface PlacedStep {
  document: MethodStep;
  placeAccountId: string | null;
  leftOut?: boolean;
}

/** The steps that are there: not taken out, and with a place of their own where mass can stand. */
function placed<S extends PlacedStep>(steps: readonly S[]): S[] {
  return steps.filter((s) => !s.leftOut && s.placeAccountId !== null);
}

/** The place a meat is weighed into: the first of its stream, which its fat decides, of the way that is worked on. */
export function placeForMeat(steps: readonly PlacedStep[], fatPct: number | null): string | undefined {
  const lane = steps[0] ? portionAt(steps[0].document) : null;
  const there = placed(steps).filter((s) => portionAt(s.document) === lane);
  const documents = there.map((s) => s.document);
  return there[firstPlaceIndex(documents, streamOf(documents, fatPct))]?.placeAccountId ?? undefined;
}

/** The step that what comes out of a step goes on to; undefined after the last, for the finished goods. */
export function stepAfter(facts: Pick<BatchFacts, 'steps'>, step: StepFact): StepFact | undefined {
  const lane = portionAt(step.document);
  const there = facts.steps.filter(
    (s) => portionAt(s.document) === lane && !s.leftOut && (s.placeAccountId !== null || s.id === step.id),
  );
  return there[
    nextPlaceIndex(
      there.map((s) => s.document),
      there.indexOf(step),
    )
  ];
}

/** Where mass that is weighed out of a step goes on to: the next place of its lane, or what is finished of it. */
export function accountAfter(ways: Ways, step: StepFact): string | null {
  return stepAfter(ways, step)?.placeAccountId ?? productOf(ways, portionAt(step.document));
}

/** A grind that the meat of the batch goes through. */
function isGrind(step: StepFact): boolean {
  return traitsOf(step.document).machine === 'grinder' && step.placeAccountId !== null && !step.leftOut;
}

/**
 * The grind whose plate meat has to go through before it comes to a place: the last of those that are closed, where none
 * is still to come there. Undefined where it will be ground with the rest, or nothing is.
 */
export function grindMissed({ steps }: BatchFacts, placeAccountId: string): StepFact | undefined {
  const at = steps.find((s) => s.placeAccountId === placeAccountId)?.position ?? 0;
  const grinds = steps.filter(isGrind);
  if (grinds.some((s) => s.closedAt === null && s.position >= at)) return undefined;
  return grinds.findLast((s) => s.closedAt !== null);
}

/** The grinds before the ingredients behind which no other grind of their stream comes. */
export function lastGrinds(facts: BatchFacts): StepFact[] {
  const weighUp = facts.steps.find((s) => traitsOf(s.document).weighs === 'ingredients')?.position ?? 0;
  const grinds = facts.steps.filter((s) => isGrind(s) && s.position < weighUp);
  return grinds.filter((g) => {
    const after = stepAfter(facts, g);
    return after === undefined || !grinds.includes(after);
  });
}

/** A stream of its own into which no meat of this batch goes: there is nothing to do at it. */
export function isEmptyStream(facts: BatchFacts, step: StepFact, inMg: number): boolean {
  if (streamAt(step.document) === 'all' || inMg > 0) return false;
  return !facts.lines.some((l) => l.placeAccountId === step.placeAccountId);
}
