import { batchCost } from '../ledger/cost.js';
import { accountName } from './entries-view.js';
import type { BatchFacts } from './facts.js';
import type { BatchMasses } from './masses.js';
import type { BatchCosts, PiecesView } from './view.js';

/** What went in as money, and what a kilogram and a piece of it cost; minor units. */
export function costView(
  facts: BatchFacts,
  masses: BatchMasses,
  pieces: PiecesView | null,
): BatchCosts['cost'] {
  const prices = new Map(
    facts.accounts.flatMap((a) =>
      a.priceMinor !== null && a.lotKind !== 'product' && a.lotKind !== 'rework'
        ? [[a.id, { minorPerUnit: a.priceMinor, unitAmount: a.measure === 'mm' ? 1000 : 1_000_000 }] as const]
        : [],
    ),
  );
  const { totalMinor, byAccount } = batchCost(facts.transfers, prices);
  const massMg = masses.productMg > 0 ? masses.productMg : standingMg(masses);
  const count = pieces?.count ?? 0;
  const parts = new Map<string, number>();
  for (const [id, minor] of byAccount) {
    const name = accountName(facts, id);
    parts.set(name, (parts.get(name) ?? 0) + minor);
  }
  return {
    totalMinor,
    perKgMinor: massMg > 0 ? totalMinor / (massMg / 1e6) : null,
    perLinkMinor: count > 0 ? totalMinor / count : null,
    parts: [...parts].map(([name, minor]) => ({ name, minor })).sort((a, b) => b.minor - a.minor),
  };
}

/** What came into the last step that anything came into, while nothing is finished. */
function standingMg({ ribbon }: BatchMasses): number {
  const standing = ribbon.findLast((s) => s.inMg > 0);
  return standing === ribbon[ribbon.length - 1] ? 0 : (standing?.inMg ?? 0);
}
