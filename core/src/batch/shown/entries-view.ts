import { accountName } from '../facts/account-name.js';
import type { BatchFacts } from '../facts/facts.js';
import type { EntryView } from './view.js';

/** Every entry of the ledger that belongs to the batch, with what was taken back of it. */
export function entriesView(facts: BatchFacts): EntryView[] {
  const reversed = new Set(facts.transfers.flatMap((t) => (t.reversesId ? [t.reversesId] : [])));
  const measure = new Map(facts.accounts.map((a) => [a.id, a.measure]));
  const names = new Map<string, string>();
  const name = (id: string) => {
    const known = names.get(id) ?? accountName(facts, id);
    names.set(id, known);
    return known;
  };
  return facts.transfers.map((t) => ({
    id: t.id,
    at: t.at,
    person: t.person ?? '',
    sentBy: t.sentBy ?? null,
    proven: t.proven === true,
    retimed: t.retimed === true,
    stepId: t.stepId,
    from: name(t.from),
    to: name(t.to),
    amount: t.amount,
    measure: measure.get(t.from) ?? 'mg',
    how: t.how,
    lineId: t.lineId,
    reversesId: t.reversesId,
    reversed: reversed.has(t.id),
    reason: t.reason,
    load: t.load,
  }));
}
