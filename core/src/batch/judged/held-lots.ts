import type { Missing } from '../../findings/missing.js';
import type { AccountFact, BatchFacts, StepFact } from '../facts/facts.js';
import type { BatchMasses } from '../facts/masses.js';

/**
 * What stands at a step and has some of a lot that was held or rejected since: it does not go on. What is held the lead
 * releases, or signs for; what is rejected nobody does.
 */
export function missingHeld(facts: BatchFacts, { matters }: BatchMasses, step: StepFact): Missing[] {
  const isAnyHeld = facts.accounts.some((a) => a.lotStatus === 'hold' || a.lotStatus === 'rejected');
  if (!isAnyHeld || step.placeAccountId === null) return [];
  if (!matters.at(step.placeAccountId).some((m) => m.worst.held)) return [];
  const rejected = lotsOf(facts, 'rejected');
  if (rejected !== '')
    return [
      {
        what: 'held',
        sentence: `It has some of ${rejected}, which is rejected: nothing of it goes on. Weigh all of it out as a loss, or cancel the batch; where the lot is good after all, the lead holds it again and releases it.`,
        final: true,
      },
    ];
  return [
    {
      what: 'held',
      sentence: `It has some of ${lotsOf(facts, 'hold')}, which is on hold since: the lead releases the lot, or signs why this goes on.`,
    },
  ];
}

function lotsOf({ accounts, lines, casings }: BatchFacts, status: AccountFact['lotStatus']): string {
  const used = new Set([...lines.map((l) => l.lotAccountId), ...casings.map((c) => c.accountId)]);
  return accounts
    .filter((a) => a.lotStatus === status && used.has(a.id))
    .map((a) => `${a.name} ${a.lotCode ?? ''}`.trim())
    .join(', ');
}
