import { massToken } from '../../quantity/tokens.js';
import { sample } from '../../sampling/sample.js';
import { figureOf, readingsOf, traitsOf } from '../../steps/index.js';
import type { BatchFacts, StepFact } from '../facts/facts.js';
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

/** Count times mean may be so far off the mass that went on: more is a wrong count or a wrong sample. */
const OFF_PART = 0.05;

/** A sentence where the pieces of a step do not make the mass that went on from it; null where they do. */
export function countingHint(facts: BatchFacts, step: StepFact, outMg: number): string | null {
  if (!traitsOf(step.document).pieces || outMg <= 0) return null;
  const mine = facts.readings.filter((r) => r.stepId === step.id);
  const count = figureOf(readingsOf(mine, 'count'), 'count');
  const masses = readingsOf(mine, 'sample').map((r) => r.value);
  if (count === undefined || masses.length === 0) return null;
  const meanMg = masses.reduce((a, b) => a + b, 0) / masses.length;
  const impliedMg = Math.round(count * meanMg);
  if (Math.abs(impliedMg - outMg) <= outMg * OFF_PART) return null;
  return `${count} pieces of ${massToken(Math.round(meanMg))} are ${massToken(impliedMg)}, and ${massToken(outMg)} went on: count or weigh again.`;
}
