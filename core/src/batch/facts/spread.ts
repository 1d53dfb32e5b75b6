import { effective } from '../../ledger/balances.js';
import { LOSSES } from '../../ledger/losses.js';
import { shareOut } from '../../quantity/share-out.js';
import { expectedLosses, mostTaken, mostTakenBefore, traitsOf } from '../../steps/index.js';
import { balanceOf, derivedLoss, type Moved } from './booked.js';
import type { BatchFacts, StepFact } from './facts.js';
import { factsAtStep } from './lanes.js';
import { counted } from './moves.js';
import { isWeighedOn, unweighedBefore } from './unweighed.js';

/** What a step where nobody weighed lost to air and heat, mg. */
export interface StepLoss {
  step: StepFact;
  place: string;
  lossAccount: string;
  lossMg: number;
}

/**
 * What air and heat took at the steps before one where it was weighed on, nobody having weighed at them: what is missing
 * there, shared out as the method has it, and no more than it explains. What is beyond that is missing where it was seen.
 *
 * @param moved everything that is booked, with what is derived already
 */
export function lossesBefore(facts: BatchFacts, step: StepFact, moved: readonly Moved[]): StepLoss[] {
  const live = counted(facts.transfers);
  if (step.placeAccountId === null || !isWeighedOn(live, step)) return [];
  const before = unweighedBefore(factsAtStep(facts, step), live, step);
  if (before.length === 0 || before.some((s) => s.closedAt === null)) return [];
  const documents = before.map((s) => s.document);
  const booked = before.map((s) => derivedLoss(moved, s)?.amount ?? 0);
  const bookedMg = booked.reduce((sum, mg) => sum + mg, 0);
  const ownMg = derivedLoss(moved, step)?.amount ?? 0;
  const cameMg = bookedMg + incomingMg(moved, step.placeAccountId);
  const missingMg = balanceOf(moved, step.placeAccountId) + ownMg + bookedMg;
  const { remainder } = traitsOf(step.document);
  const mostPart = remainder ? mostTaken(step.document, documents) : mostTakenBefore(documents);
  const takenMg = Math.max(0, Math.min(missingMg, Math.floor(cameMg * mostPart)));
  const shares = sharesOf([...documents, ...(remainder ? [step.document] : [])], takenMg);
  return before.flatMap((s, i) => {
    const { remainder: way } = traitsOf(s.document);
    if (s.placeAccountId === null || !way) return [];
    return [{ step: s, place: s.placeAccountId, lossAccount: LOSSES[way].account, lossMg: shares[i] ?? 0 }];
  });
}

/** By what the method expects of each; where it says nothing, by the last of them to which air or heat comes. */
function sharesOf(steps: readonly StepFact['document'][], takenMg: number): number[] {
  const expected = expectedLosses(steps);
  if (expected.some((part) => part > 0)) return shareOut(takenMg, expected);
  const last = steps.findLastIndex((s) => traitsOf(s).remainder);
  return steps.map((_, i) => (i === last ? takenMg : 0));
}

function incomingMg(moved: readonly Moved[], place: string): number {
  return effective(moved).reduce((sum, t) => (t.to === place ? sum + t.amount : sum), 0);
}
