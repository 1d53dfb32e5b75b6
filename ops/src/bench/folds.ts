import { fold, playEntry, type BatchFacts, type ShopFacts } from '@zest/core';
import { quantile } from './events.js';
import { time } from './plans.js';

export interface FoldTimes {
  /** Median of a batch folded from its facts, ms. */
  wholeMs: number;
  /** Median of one more weight played onto it and folded, ms. */
  oneMoreMs: number;
}

const CASES = 40;

/** Times of the fold over the facts of a batch as a browser gets them; each time the facts are other ones. */
export function measureFolds(facts: BatchFacts, shop: ShopFacts, lineId: string): FoldTimes {
  const whole: number[] = [];
  const oneMore: number[] = [];
  let now = facts;
  for (let i = 0; i < CASES; i += 1) {
    const anew = { ...facts, transfers: [...facts.transfers] };
    whole.push(time(() => fold(anew, shop)));
    const by = { person: 'Bram', at: shop.now, newId: () => `more ${i}` };
    const entry = { kind: 'weighing' as const, body: { id: `weight ${i}`, lineId, massMg: 1000 } };
    oneMore.push(
      time(() => {
        now = playEntry(now, entry, by);
        fold(now, shop);
      }),
    );
  }
  return { wholeMs: quantile(whole, 0.5), oneMoreMs: quantile(oneMore, 0.5) };
}
