import { apply, type BatchFacts, type BenchEntry, type MethodStep, type TransferFact } from '../src/index.js';
import { A_SHOP } from './a-batch.js';

/** A shop under the rule book of the United States. */
export const US = { ...A_SHOP, book: 'us' as const };
/** Weighed on to the next place. */
export const onTo = (stepId: string, massMg: number, id = `o ${stepId} ${massMg}`): BenchEntry => ({
  kind: 'out',
  body: { id, stepId, to: 'next', massMg },
});
export const read = (stepId: string, kind: string, value: number): BenchEntry => ({
  kind: 'reading',
  body: { id: `r ${stepId} ${kind} ${value}`, stepId, kind, value },
});
/** A method of steps whose ids are their keys. */
export const method = (...kinds: [string, MethodStep['kind'], object?][]): MethodStep[] =>
  kinds.map(([key, kind, more]) => ({ key, kind, ...more }) as MethodStep);
/** The facts with one more movement of mass. */
export const moved = (
  facts: BatchFacts,
  more: Partial<TransferFact> & Pick<TransferFact, 'from' | 'to' | 'amount'>,
): BatchFacts =>
  apply(facts, {
    kind: 'transfer',
    transfer: {
      ...facts.transfers[0]!,
      id: `t ${facts.transfers.length}`,
      lineId: null,
      stepId: null,
      load: 0,
      withId: null,
      reversesId: null,
      how: 'typed',
      ...more,
    },
  });
/** The same facts with another figure for every lot of a name. */
export const lotsWith = (facts: BatchFacts, name: string, more: object): BatchFacts => ({
  ...facts,
  accounts: facts.accounts.map((a) => (a.name === name ? { ...a, ...more } : a)),
});
