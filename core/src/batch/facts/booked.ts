import { effective } from '../../ledger/balances.js';
import { LOSSES } from '../../ledger/losses.js';
import { traitsOf } from '../../steps/index.js';
import type { StepFact, TransferFact } from './facts.js';

/** What is booked, or is about to be. */
export type Moved = Pick<TransferFact, 'id' | 'from' | 'to' | 'amount' | 'how' | 'reversesId'>;

/** What came into an account less what left it. */
export function balanceOf(moved: readonly Moved[], account: string): number {
  return moved.reduce(
    (sum, t) => sum + (t.to === account ? t.amount : 0) - (t.from === account ? t.amount : 0),
    0,
  );
}

/** What air and heat took at a step, as it was worked out and still counts. */
export function derivedLoss(moved: readonly Moved[], step: StepFact): Moved | undefined {
  const { remainder } = traitsOf(step.document);
  if (!remainder) return undefined;
  const { account } = LOSSES[remainder];
  const isIt = (t: Moved) => t.from === step.placeAccountId && t.to === account && t.how === 'derived';
  return effective(moved).find(isIt);
}
