import { isLoss } from '../../ledger/losses.js';
import { flowsOf } from '../../ledger/flows.js';
import { portionAt } from '../../steps/index.js';
import type { BatchFacts, StepFact, TransferFact } from './facts.js';

/** Whether somebody weighed what went on from a step; what was named as lost there is no weight of the rest. */
export function isWeighedOn(live: readonly TransferFact[], { placeAccountId }: StepFact): boolean {
  const left = flowsOf(live).from(placeAccountId);
  return left.some((t) => t.how !== 'derived' && t.stepId !== null && !isLoss(t.to));
}

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
): StepFact[] {
  const before = steps.filter((s) => s.position < step.position && !s.leftOut && s.placeAccountId !== null);
  const last = before.findLastIndex(
    (s) => portionAt(s.document) !== portionAt(step.document) || isWeighedOn(live, s),
  );
  return before.slice(last + 1);
}
