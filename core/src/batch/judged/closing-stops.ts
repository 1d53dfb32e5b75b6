import type { BatchFacts, ShopFacts } from '../facts/facts.js';
import { newObjections, objections, type Objection } from './objections.js';

/**
 * What nobody may accept of a batch as it would be, and what was not so when it was planned: by its weights, as they
 * are, and its lines, as they were meant.
 */
export function stopsOf(facts: BatchFacts, shop: ShopFacts): Objection[] {
  const stops = objections(facts, shop).filter((o) => o.level === 'stop');
  if (stops.length === 0) return [];
  return newObjections(objections(asPlanned(facts), shop), stops);
}

/** The batch before anything was weighed: every line as it is due. */
function asPlanned(facts: BatchFacts): BatchFacts {
  return { ...facts, transfers: [], steps: facts.steps.map((s) => ({ ...s, closedAt: null })) };
}
