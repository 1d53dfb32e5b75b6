import type { LedgerTransfer } from './types.js';

/** Balance of every account touched: what came in less what went out. Sums to 0 over all accounts. */
export function balances(transfers: Iterable<LedgerTransfer>): Map<string, number> {
  const result = new Map<string, number>();
  for (const { from, to, amount } of transfers) {
    result.set(from, (result.get(from) ?? 0) - amount);
    result.set(to, (result.get(to) ?? 0) + amount);
  }
  return result;
}

/** The transfers that still count: neither taken back nor themselves a taking back. The very list where all do. */
export function effective<T extends LedgerTransfer>(transfers: readonly T[]): readonly T[] {
  const reversed = new Set<string>();
  for (const { reversesId } of transfers) if (reversesId) reversed.add(reversesId);
  if (reversed.size === 0) return transfers;
  return transfers.filter((t) => !t.reversesId && !reversed.has(t.id));
}
