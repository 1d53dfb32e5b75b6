import { effective } from '../../ledger/balances.js';
import { portionAt } from '../../steps/index.js';
import { apply, type Fact } from './apply.js';
import type { BatchFacts, StepFact } from './facts.js';
import { firstOf, partingStep, portionsAt } from './lanes.js';
import { stepAfter } from './places.js';
import { settlement } from './settle.js';

/** Why a step is left out that nothing came to. */
const NOTHING_CAME = 'Nothing came this way.';

/**
 * The facts once a step is closed: what nothing will come to any more is left out, and the batch is finished when
 * every portion of it is.
 */
export function closing(
  facts: BatchFacts,
  fact: Omit<Extract<Fact, { kind: 'closed' }>, 'kind' | 'leftOut'>,
): BatchFacts {
  const closed = apply(facts, { kind: 'closed', ...fact });
  return emptySteps(closed).reduce(
    (next, { id }) =>
      apply(next, { ...fact, kind: 'closed', stepId: id, overrideReason: NOTHING_CAME, leftOut: true }),
    closed,
  );
}

/** Steps of portions that nothing came into, and of what everything parted off from, once what they come from is closed. */
function emptySteps(facts: BatchFacts): StepFact[] {
  if (facts.portions.length === 0) return [];
  const all = [...facts.transfers, ...settlement(facts, () => '')];
  const came = new Set(effective(all).map((t) => t.to));
  const isEmpty = (account: string | null | undefined) => typeof account === 'string' && !came.has(account);
  const open = facts.steps.filter((s) => s.closedAt === null);
  const ended = new Set<StepFact>();
  for (const portion of facts.portions) {
    const from = partingStep(facts, portion);
    if (from && from.closedAt !== null && isEmpty(firstOf(facts, portion.key)))
      open.filter((s) => portionAt(s.document) === portion.key).forEach((s) => ended.add(s));
  }
  for (const from of facts.steps) {
    const parted = portionsAt(facts, from).some((p) => !isEmpty(firstOf(facts, p.key)));
    if (from.closedAt === null || !parted || !isEmpty(stepAfter(facts, from)?.placeAccountId)) continue;
    open
      .filter((s) => s.position > from.position && portionAt(s.document) === portionAt(from.document))
      .forEach((s) => ended.add(s));
  }
  return [...ended];
}
