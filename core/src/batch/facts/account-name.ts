import { stepTitle } from '../../steps/index.js';
import type { BatchFacts, StepFact } from './facts.js';

/** The name of an account as people of the batch would say it. */
export function accountName(facts: BatchFacts, id: string): string {
  const step = facts.steps.find((s) => s.placeAccountId === id);
  if (step) return stepTitle(step.document) + ofPortion(facts, step);
  if (id === facts.productAccountId) return 'finished goods';
  const portion = facts.portions.find((p) => p.accountId === id);
  if (portion) return portion.name;
  const account = facts.accounts.find((a) => a.id === id);
  if (!account) return id;
  const code = account.lotCode && account.lotCode !== account.name ? ` ${account.lotCode}` : '';
  return `${account.name}${code}`;
}

/** Whose step it is, where something parted off. */
function ofPortion({ portions }: BatchFacts, { document }: StepFact): string {
  const portion = portions.find((p) => p.key === document.portion);
  return portion ? ` (${portion.name})` : '';
}
