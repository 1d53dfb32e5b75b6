import { flowsOf } from '../../ledger/flows.js';
import { batchCost } from '../../ledger/cost.js';
import { accountName } from '../facts/account-name.js';
import type { AccountFact, BatchFacts } from '../facts/facts.js';
import type { BatchMasses } from '../facts/masses.js';
import { counted } from '../facts/moves.js';
import type { BatchCosts, PiecesView } from './view.js';
import { productCosts } from './products.js';
import { workMinor } from '../facts/work.js';

const WORK = 'Work';

/** What went in as money, and what a kilogram and a piece of it cost; minor units. What has no price is named. */
export function costView(
  facts: BatchFacts,
  masses: BatchMasses,
  pieces: PiecesView | null,
): BatchCosts['cost'] {
  const bought = facts.accounts.filter(isBought);
  // What comes into a lot is no money back: found there so that more could be drawn, or kept of this batch.
  const lots = new Set(facts.accounts.flatMap((a) => (a.kind === 'lot' ? [a.id] : [])));
  const prices = new Map(
    bought.flatMap((a) =>
      a.priceMinor === null
        ? []
        : [[a.id, { minorPerUnit: a.priceMinor, unitAmount: UNIT[a.measure] ?? 1 }] as const],
    ),
  );
  const goods = batchCost(
    counted(facts.transfers).filter((t) => !lots.has(t.to)),
    prices,
  );
  const massMg = masses.productMg > 0 ? masses.productMg : standingMg(masses);
  // What was kept as a lot of its own takes along what it cost so far.
  const keptMinor = masses.matters.setAside.costMinor;
  const count = pieces?.count ?? 0;
  const parts = new Map<string, number>();
  for (const [id, minor] of goods.byAccount) {
    const name = accountName(facts, id);
    parts.set(name, (parts.get(name) ?? 0) + minor);
  }
  const work = facts.work && workMinor(facts.work);
  if (work) parts.set(WORK, work);
  const totalMinor = goods.totalMinor + (work ?? 0);
  const unpriced = bought.filter((a) => a.priceMinor === null && flowsOf(masses.live).from(a.id).length > 0);
  return {
    totalMinor,
    perKgMinor: massMg > 0 ? (totalMinor - keptMinor) / (massMg / 1e6) : null,
    // Links of several products are not alike.
    perLinkMinor: count > 0 && facts.portions.length === 0 ? (totalMinor - keptMinor) / count : null,
    products: [...productCosts(facts, masses, prices, work ?? 0)].map(([key, perKgMinor]) => ({
      key,
      perKgMinor,
    })),
    keptMinor: Math.round(keptMinor),
    parts: [...parts].map(([name, minor]) => ({ name, minor })).sort((a, b) => b.minor - a.minor),
    unpriced: [
      ...new Set(unpriced.map((a) => accountName(facts, a.id))),
      ...(facts.work && work === null ? [WORK] : []),
    ],
    work: facts.work,
  };
}

/** A price is per kilogram, or per metre of casing. */
const UNIT: Readonly<Record<string, number>> = { mg: 1_000_000, mm: 1000 };

/** Bought by the shop; what the batch itself makes has no price of its own. */
function isBought({ lotKind }: AccountFact): boolean {
  return lotKind !== null && lotKind !== 'product' && lotKind !== 'rework';
}

/** What came into the last step that anything came into, while nothing is finished. */
function standingMg({ ribbon }: BatchMasses): number {
  const standing = ribbon.findLast((s) => s.inMg > 0);
  return standing === ribbon[ribbon.length - 1] ? 0 : (standing?.inMg ?? 0);
}
