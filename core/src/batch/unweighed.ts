import { flowsOf } from '../ledger/flows.js';
import { portionAt, type MethodStep } from '../steps/index.js';
import type { BatchFacts, StepFact, TransferFact } from './facts.js';

/**
 * Steps right before one that nobody weighed anything out of: it passed on by itself, and what air and heat took there is
 * first seen where it is weighed.
 *
 * @param facts of the product that the step is done to
 */
export function unweighedBefore(
  { steps }: Pick<BatchFacts, 'steps'>,
  live: readonly TransferFact[],
  step: StepFact,
): MethodStep[] {
  const isWeighed = (s: StepFact) =>
    flowsOf(live)
      .from(s.placeAccountId)
      .some((t) => t.how !== 'derived' && t.stepId !== null);
  const before = steps.filter((s) => s.position < step.position && !s.leftOut && s.placeAccountId !== null);
  const last = before.findLastIndex(
    (s) => portionAt(s.document) !== portionAt(step.document) || isWeighed(s),
  );
  return before.slice(last + 1).map((s) => s.document);
}
