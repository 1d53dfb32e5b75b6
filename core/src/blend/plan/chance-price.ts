import type { Solve } from './model.js';
import { plan } from './plan.js';
import type { PlanInput } from './types.js';

/** A chance that no blend with uncertain fats is asked for in earnest: it finds the likeliest. */
const AS_SURE_AS_CAN_BE = 0.999;

export interface ChancePrice {
  at: 'none' | 'wanted' | 'best';
  cost: number;
  chance: number;
  fatPct: number;
}

/**
 * What being surer costs: the cheapest blend with no regard to the chance, at the wanted chance, and
 * at the best chance that can be reached.
 */
export function chancePrices(input: PlanInput, solve: Solve): ChancePrice[] {
  const asks = [
    { at: 'none', confidence: 0 },
    { at: 'wanted', confidence: input.confidence ?? 0 },
    { at: 'best', confidence: AS_SURE_AS_CAN_BE },
  ] as const;
  return asks.flatMap(({ at, confidence }) => {
    const answer = plan({ ...input, confidence }, solve);
    return answer.status === 'optimal'
      ? [{ at, cost: answer.cost, chance: answer.inWindow, fatPct: answer.fatPct }]
      : [];
  });
}
