import { FIXED_ACCOUNTS } from '../../ledger/shop-accounts.js';
import {
  plainAccount,
  type AccountFact,
  type BatchFacts,
  type MarkFact,
  type ReadingFact,
  type TransferFact,
} from './facts.js';

/** One more thing that is known of a batch. */
export type Fact =
  | { kind: 'transfer'; transfer: TransferFact }
  | { kind: 'reading'; reading: ReadingFact }
  | { kind: 'mark'; mark: MarkFact }
  | { kind: 'acceptance'; lineId: string; weighedMg: number }
  | { kind: 'notice'; sentence: string }
  | { kind: 'account'; account: AccountFact }
  | { kind: 'closed'; stepId: string; at: string; by: string; overrideReason: string | null; leftOut?: true };

/** The facts with one more; what is known already under its id changes nothing. */
export function apply(facts: BatchFacts, fact: Fact): BatchFacts {
  switch (fact.kind) {
    case 'transfer':
      return knows(facts.transfers, fact.transfer.id) ? facts : moved(facts, fact.transfer);
    case 'reading':
      return knows(facts.readings, fact.reading.id)
        ? facts
        : { ...facts, readings: [...facts.readings, fact.reading] };
    case 'mark':
      return knows(facts.marks, fact.mark.id) ? facts : { ...facts, marks: [...facts.marks, fact.mark] };
    case 'acceptance': {
      const { lineId, weighedMg } = fact;
      return { ...facts, acceptances: [...facts.acceptances, { lineId, weighedMg }] };
    }
    case 'notice':
      return { ...facts, notices: [{ id: null, sentence: fact.sentence, seenBy: null }, ...facts.notices] };
    case 'account':
      return knows(facts.accounts, fact.account.id)
        ? facts
        : { ...facts, accounts: [...facts.accounts, fact.account] };
    case 'closed':
      return closed(facts, fact);
  }
}

function knows(list: readonly { id: string }[], id: string): boolean {
  return list.some((one) => one.id === id);
}

/** Stock follows the ledger: what leaves a lot is no longer in it. */
function moved(facts: BatchFacts, transfer: TransferFact): BatchFacts {
  const { from, to, amount } = transfer;
  return {
    ...facts,
    transfers: [...facts.transfers, transfer],
    accounts: [...facts.accounts, ...unknownYet(facts, transfer)].map((a) => {
      if (a.balance === null || (a.id !== from && a.id !== to)) return a;
      return { ...a, balance: a.balance + (a.id === to ? amount : -amount) };
    }),
    casings: facts.casings.map((c) => ({ ...c, leftMm: c.leftMm - flow(c.accountId, transfer) })),
  };
}

/** Accounts of every shop that the batch had nothing to do with before. */
function unknownYet({ accounts }: BatchFacts, { from, to }: TransferFact): AccountFact[] {
  return FIXED_ACCOUNTS.filter((a) => (a.id === from || a.id === to) && !knows(accounts, a.id)).map(
    plainAccount,
  );
}

/** What a transfer takes out of an account; below 0 what it brings. */
function flow(account: string | undefined, { from, to, amount }: TransferFact): number {
  return account === from ? amount : account === to ? -amount : 0;
}

function closed(facts: BatchFacts, fact: Extract<Fact, { kind: 'closed' }>): BatchFacts {
  const steps = facts.steps.map((step) =>
    step.id === fact.stepId && step.closedAt === null
      ? {
          ...step,
          closedAt: fact.at,
          closedBy: fact.by,
          overrideReason: fact.overrideReason,
          leftOut: fact.leftOut ?? step.leftOut,
          version: step.version + 1,
        }
      : step,
  );
  const done = steps.every((s) => s.closedAt !== null);
  return {
    ...facts,
    steps,
    batch: done && facts.batch.state === 'open' ? { ...facts.batch, state: 'closed' } : facts.batch,
  };
}
