import { effective } from '../ledger/balances.js';
import { LOSSES } from '../ledger/losses.js';
import { SHOP_ACCOUNTS } from '../ledger/shop-accounts.js';
import { traitsOf } from '../steps/index.js';
import type { BatchFacts, StepFact, TransferFact } from './facts.js';
import { accountAfter } from './places.js';

/** A move of mass that follows from others. */
export type DerivedMove = Pick<TransferFact, 'id' | 'from' | 'to' | 'amount' | 'reversesId'> & {
  stepId: string;
  reason: string;
};

type Moved = Pick<TransferFact, 'id' | 'from' | 'to' | 'amount' | 'how' | 'reversesId'>;

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
  for (const step of facts.steps) {
    if (step.placeAccountId !== null && !step.leftOut && step.closedAt !== null)
      settleStep(facts, step, step.placeAccountId, moved, post);
  }
  return fresh;
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

function balanceOf(moved: readonly Moved[], account: string): number {
  return moved.reduce(
    (sum, t) => sum + (t.to === account ? t.amount : 0) - (t.from === account ? t.amount : 0),
    0,
  );
}
