import { effective } from './balances.js';
import type { LedgerTransfer } from './types.js';

/** What a kilogram (or metre) out of an account costs, in minor units of money. */
export type PriceList = ReadonlyMap<string, { minorPerUnit: number; unitAmount: number }>;

/**
 * Cost of everything that went into a batch, in minor units, rounded once.
 * @param prices by source account; `unitAmount` is what the price is for, in the account's measure
 *   (1 000 000 for a price per kg, 1000 for a price per metre)
 */
export function batchCost(
  transfers: readonly LedgerTransfer[],
  prices: PriceList,
): { totalMinor: number; byAccount: Map<string, number> } {
  const byAccount = new Map<string, number>();
  for (const t of effective(transfers)) {
    const source = prices.get(t.from);
    if (source) addTo(byAccount, t.from, (t.amount / source.unitAmount) * source.minorPerUnit);
    const target = prices.get(t.to);
    if (target) addTo(byAccount, t.to, -(t.amount / target.unitAmount) * target.minorPerUnit);
  }
  const totalMinor = Math.round([...byAccount.values()].reduce((a, b) => a + b, 0));
  return { totalMinor, byAccount };
}

function addTo(map: Map<string, number>, key: string, value: number): void {
  map.set(key, (map.get(key) ?? 0) + value);
}
