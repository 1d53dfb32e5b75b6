import { SHOP_ACCOUNTS } from '../../ledger/shop-accounts.js';
import { flowsOf, totalOf } from '../../ledger/flows.js';
import { once } from '../../ledger/once.js';
import { ribbon, type Composition, type Material, type RibbonStation } from '../../ledger/ribbon.js';
import type { LedgerAccount } from '../../ledger/types.js';
import { yields, type YieldAnswer } from '../../ledger/yields.js';
import { portionAt, stepTitle, streamAt } from '../../steps/index.js';
import type { AccountFact, BatchFacts, TransferFact } from './facts.js';
import { laneKeys, productAccounts, productOf } from './lanes.js';
import { counted } from './moves.js';
import { batchMatters, type BatchMatters } from './matters.js';

/** Everything about a batch's mass that is computed from its transfers. */
export interface BatchMasses {
  /** Transfers of mass that still count. */
  live: readonly TransferFact[];
  yields: YieldAnswer;
  ribbon: RibbonStation[];
  meatMg: number;
  productMg: number;
  unaccountedMg: number;
  /** What the masses are made of, wherever they are. */
  matters: BatchMatters;
}

/** Folds the transfers of a batch, once for the same facts; cost grows with transfers. */
export const batchMasses: (facts: BatchFacts) => BatchMasses = once(massesOf);

function massesOf(facts: BatchFacts): BatchMasses {
  const accounts = ledgerAccounts(facts);
  const measure = new Map(facts.accounts.map((a) => [a.id, a.measure]));
  const ofMass = facts.transfers.filter((t) => measure.get(t.from) === 'mg');
  const live = counted(ofMass);
  const flows = flowsOf(live);
  const meatAccounts = new Set(facts.lines.filter((l) => l.kind === 'meat').map((l) => l.lotAccountId));
  const answer = yields({ accounts, meatBlock: [...meatAccounts], transfers: live });
  const written =
    totalOf(flows.to(SHOP_ACCOUNTS.unaccounted)) - totalOf(flows.from(SHOP_ACCOUNTS.scaleDifference));
  return {
    live,
    yields: answer,
    ribbon: ribbon(accounts, live, materials(facts.accounts)),
    meatMg: totalOf([...meatAccounts].flatMap((id) => flows.from(id))),
    productMg: totalOf(productAccounts(facts).flatMap((id) => flows.to(id))),
    unaccountedMg: answer.unaccountedMg + written,
    matters: batchMatters(facts, live),
  };
}

/** Sum of the amounts that pass a test. */
export function sumWhere(
  transfers: readonly TransferFact[],
  test: (transfer: TransferFact) => boolean,
): number {
  return transfers.reduce((sum, t) => (test(t) ? sum + t.amount : sum), 0);
}

function ledgerAccounts(facts: BatchFacts): LedgerAccount[] {
  const steps = new Map(facts.steps.map((s) => [s.placeAccountId, s]));
  const used = new Set<string | null>([
    ...flowsOf(facts.transfers).accounts,
    ...facts.steps.map((s) => s.placeAccountId),
    ...facts.lines.map((l) => l.lotAccountId),
  ]);
  const products = new Map(laneKeys(facts).map((key) => [productOf(facts, key), key]));
  const portion = (key: string | null | undefined) => facts.portions.find((p) => p.key === key) ?? null;
  return facts.accounts
    .filter((a) => used.has(a.id) && a.measure === 'mg')
    .map((a) => {
      const step = steps.get(a.id);
      return {
        id: a.id,
        kind: a.kind,
        name: step ? stepTitle(step.document) : a.name,
        measure: a.measure,
        product: products.has(a.id),
        portion: portion(products.get(a.id)),
        ...(step
          ? {
              closed: step.closedAt !== null,
              position: step.position,
              stream: streamAt(step.document),
              portion: portion(portionAt(step.document)),
            }
          : {}),
      };
    });
}

/** What each stock account brings into the mix, by material. */
function materials(accounts: readonly AccountFact[]): Map<string, Composition> {
  const parts = new Map<string, Composition>();
  for (const account of accounts) {
    if (account.fatPct !== null) {
      parts.set(account.id, { lean: 1 - account.fatPct / 100, fat: account.fatPct / 100 });
    } else if (account.id === SHOP_ACCOUNTS.casingMass) {
      parts.set(account.id, { casing: 1 });
    } else if (account.role !== null) {
      parts.set(account.id, { [materialOf(account.role)]: 1 });
    }
  }
  return parts;
}

/** The material of the ribbon that a role is drawn as. */
export function materialOf(role: string): Material {
  if (role === 'cure' || role === 'inclusion' || role === 'fat') return role;
  return role === 'liquid' ? 'water' : 'spice';
}
