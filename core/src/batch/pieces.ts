import { sample } from '../sampling/sample.js';
import { figureOf, readingsOf, traitsOf } from '../steps/index.js';
import type { BatchFacts } from './facts.js';
import type { PiecesView } from './view.js';

/** The pieces of a batch: how many, and what a sample of them weighs; null before the first. */
export function piecesView(facts: BatchFacts): PiecesView | null {
  const ids = new Set(facts.steps.filter((s) => traitsOf(s.document).pieces).map((s) => s.id));
  const mine = facts.readings.filter((r) => ids.has(r.stepId));
  const counted = readingsOf(mine, 'count');
  const masses = readingsOf(mine, 'sample').map((r) => r.value / 1000);
  if (counted.length === 0 && masses.length === 0) return null;
  const spread = masses.length > 0 ? sample({ massesG: masses }) : undefined;
  return {
    count: figureOf(counted, 'count') ?? 0,
    meanG: spread?.meanG ?? null,
    sdG: spread?.sdG ?? null,
    cvPct: spread?.cvPct ?? null,
    n: masses.length,
    outliers: spread?.outliers ?? [],
  };
}
