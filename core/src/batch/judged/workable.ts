import { flowsOf } from '../../ledger/flows.js';
import { streamAt, traitsOf } from '../../steps/index.js';
import type { BatchFacts, StepFact } from '../facts/facts.js';
import { factsAtStep } from '../facts/lanes.js';
import { counted } from '../facts/moves.js';

/** Whether one of two steps must be done with before the other, by the streams that go through them. */
function meet(a: StepFact, b: StepFact): boolean {
  const [x, y] = [streamAt(a.document), streamAt(b.document)];
  return x === 'all' || y === 'all' || x === y;
}

/** Steps before this one, on its way, that are not closed and that it has to do with. */
export function openBefore(facts: BatchFacts, step: StepFact): StepFact[] {
  return factsAtStep(facts, step).steps.filter(
    (s) => s.position < step.position && s.closedAt === null && meet(s, step),
  );
}

/**
 * The steps that can be worked at now. A step is, once everything before it on its stream is closed;
 * and also while that is still going on, when some of the mass has been weighed on to it already: half
 * is linked while the other half is being stuffed. Lean and fat ground apart do not wait for each other, nor do portions.
 */
export function workable(facts: BatchFacts): Set<string> {
  if (facts.batch.state !== 'open') return new Set();
  const places = new Set(facts.steps.flatMap((s) => (s.placeAccountId ? [s.placeAccountId] : [])));
  const flows = flowsOf(counted(facts.transfers));
  const isReached = (place: string) => flows.to(place).some((t) => places.has(t.from));
  const open = facts.steps.filter((step) => {
    if (step.closedAt !== null) return false;
    const before = openBefore(facts, step);
    if (before.length === 0) return true;
    const feeds = before.every((s) => traitsOf(s.document).mass !== 'none' && s.placeAccountId !== null);
    return feeds && step.placeAccountId !== null && isReached(step.placeAccountId);
  });
  return new Set(open.map((s) => s.id));
}
