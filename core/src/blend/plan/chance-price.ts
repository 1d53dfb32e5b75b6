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
  return inOrder(
    asks.flatMap(({ at, confidence }) => {
      const answer = plan({ ...input, confidence }, solve);
      return answer.status === 'optimal'
        ? [{ at, cost: answer.cost, chance: answer.inWindow, fatPct: answer.fatPct }]
        : [];
    }),
  );
}

/**
 * A search that stopped early may have found less than it was asked for, or a dearer blend than a surer one is. Then
 * the better answer is the answer: being surer never costs less, and as sure as can be is never less sure.
 */
function inOrder(prices: readonly ChancePrice[]): ChancePrice[] {
  const surest: ChancePrice[] = [];
  for (const price of prices) {
    const before = surest.at(-1);
    surest.push(before && price.chance < before.chance ? { ...before, at: price.at } : price);
  }
  return surest
    .reverse()
    .reduce<ChancePrice[]>((done, price) => {
      const surer = done.at(-1);
      return [...done, surer && surer.cost < price.cost ? { ...surer, at: price.at } : price];
    }, [])
    .reverse();
}
