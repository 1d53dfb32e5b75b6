import { effective } from '../../ledger/balances.js';
import { LOSSES } from '../../ledger/losses.js';
import { SHOP_ACCOUNTS } from '../../ledger/shop-accounts.js';
import { traitsOf } from '../../steps/index.js';
import type { BatchFacts, StepFact, TransferFact } from './facts.js';
import { balanceOf, derivedLoss, type Moved } from './booked.js';
import { accountAfter } from './places.js';
import { lossesBefore } from './spread.js';

/** A move of mass that follows from others. */
export type DerivedMove = Pick<TransferFact, 'id' | 'from' | 'to' | 'amount' | 'reversesId'> & {
  stepId: string;
  reason: string;
};

/**
 * What follows from the entries of a batch and is not booked yet: what passes on by itself when a step
 * closes, what heat and air took, and, once the batch is closed, what is unaccounted. Earlier figures of
 * that kind are reversed and written again, so a correction heals everything behind it.
 *
 * @param newId makes the id of each move
 */
export function settlement(facts: BatchFacts, newId: () => string): DerivedMove[] {
  const moved: Moved[] = [...facts.transfers];
  const fresh: DerivedMove[] = [];
  const post = (move: Omit<DerivedMove, 'id'>) => {
    if (move.amount <= 0) return;
    const one = { ...move, id: newId() };
    fresh.push(one);
    moved.push({ ...one, how: 'derived' });
  };
  const settle = (step: StepFact) => {
    if (step.placeAccountId !== null && !step.leftOut && step.closedAt !== null)
      settleStep(facts, step, step.placeAccountId, moved, post);
  };
  for (const step of facts.steps) {
    if (step.closedAt !== null && !step.leftOut) spreadBefore(facts, step, moved, post).forEach(settle);
    settle(step);
  }
  return fresh;
}

/**
 * What is missing where it was weighed was lost to air and heat on the way there, at steps where nobody weighed.
 * @returns the steps that less goes on from now
 */
function spreadBefore(
  facts: BatchFacts,
  step: StepFact,
  moved: readonly Moved[],
  post: (move: Omit<DerivedMove, 'id'>) => void,
): StepFact[] {
  const losses = lossesBefore(facts, step, moved);
  for (const { step: at, place, lossAccount, lossMg } of losses) {
    const old = derivedLoss(moved, at);
    if ((old?.amount ?? 0) === lossMg) continue;
    const [from, to, stepId] = [place, lossAccount, at.id];
    if (old) {
      const reason = 'Computed again after a correction.';
      post({ stepId, from: to, to: from, amount: old.amount, reversesId: old.id, reason });
    }
    const reason = 'Taken by air and heat, seen at the next weight.';
    post({ stepId, from, to, amount: lossMg, reversesId: null, reason });
  }
  return losses.map(({ step: at }) => at);
}

function settleStep(
  facts: BatchFacts,
  step: StepFact,
  place: string,
  moved: readonly Moved[],
  post: (move: Omit<DerivedMove, 'id'>) => void,
): void {
  const about = { stepId: step.id, reversesId: null };
  const next = accountAfter(facts, step);
  const left = balanceOf(moved, place);
  if (left === 0) return;
  const to = next === null ? undefined : derivedTarget(step, moved, next);
  if (to !== undefined) {
    const old = effective(moved).find((t) => t.from === place && t.to === to && t.how === 'derived');
    if (old) {
      const reason = 'Computed again after a correction.';
      post({ ...about, from: to, to: place, amount: old.amount, reversesId: old.id, reason });
    }
    const reason = 'What was left when the step closed.';
    post({ ...about, from: place, to, amount: (old?.amount ?? 0) + left, reason });
  }
  const rest = balanceOf(moved, place);
  if (facts.batch.state !== 'closed') return;
  post({
    ...about,
    from: place,
    to: SHOP_ACCOUNTS.unaccounted,
    amount: rest,
    reason: 'Not explained when the batch closed.',
  });
  post({
    ...about,
    from: SHOP_ACCOUNTS.scaleDifference,
    to: place,
    amount: -rest,
    reason: 'More came out than went in when the batch closed.',
  });
}

/** Where mass that nobody weighed out of a closed step has gone; undefined when that is unknown. */
function derivedTarget(step: StepFact, moved: readonly Moved[], next: string): string | undefined {
  const { mass, remainder } = traitsOf(step.document);
  const weighedOut = effective(moved).some(
    (t) => t.from === step.placeAccountId && t.to === next && t.how !== 'derived',
  );
  if (mass === 'passes on' && !weighedOut) return next;
  return remainder ? LOSSES[remainder].account : undefined;
}
