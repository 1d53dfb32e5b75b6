import { flowsOf } from '../../ledger/flows.js';
import { batchCost } from '../../ledger/cost.js';
import { basisMg, type Matter } from '../../matter/index.js';
import { portionAt } from '../../steps/index.js';
import type { BatchCure } from '../judged/cure.js';
import { isUncured } from '../judged/cure-door.js';
import type { BatchFacts, StepFact, TransferFact } from '../facts/facts.js';
import {
  factsOfLane,
  firstOf,
  laneKeys,
  partingStep,
  plannedIn,
  portionsAt,
  productOf,
} from '../facts/lanes.js';
import type { BatchMasses } from '../facts/masses.js';
import { atStep, counted, intoIt } from '../facts/moves.js';
import { stepAfter } from '../facts/places.js';
import type { ProductView } from './view.js';

/** What a batch makes, what nothing parted off first: how much was meant, came and is finished of each. */
export function productViews(
  facts: BatchFacts,
  masses: BatchMasses,
  mixMg: number,
  cure: BatchCure,
): ProductView[] {
  const { portions } = facts;
  const planned = plannedIn(facts, mixMg);
  const meatMg = meatOfProducts(facts, masses);
  return laneKeys(facts).map((key) => {
    const lane = factsOfLane(facts, key);
    const account = productOf(facts, key);
    const finishedMg = intoIt(masses.live, account);
    const ownMeatMg = meatMg.get(key) ?? 0;
    const portion = portions.find((p) => p.key === key);
    const from = portion && partingStep(facts, portion);
    return {
      key,
      name: lane.batch.recipeName,
      meantState: lane.batch.recipe.state,
      partsAtStepId: from?.id ?? null,
      plannedMg: Math.round((key === null ? planned.finished.get(key) : planned.parted.get(key)) ?? 0),
      inMg: key === null ? masses.meatMg : intoIt(masses.live, firstOf(facts, key)),
      finishedMg,
      yield: ownMeatMg > 0 && finishedMg > 0 ? finishedMg / ownMeatMg : null,
      uncured: isUncured(lane, cure),
      done: lane.steps.every((s) => s.closedAt !== null),
    };
  });
}

/** Meat that became each product: what was kept as a lot of its own is neither lost nor in it. */
function meatOfProducts(facts: BatchFacts, masses: BatchMasses): Map<string | null, number> {
  const keptMg = basisMg(masses.matters.setAside, 'meat block');
  if (facts.portions.length === 0) return new Map([[null, masses.meatMg - keptMg]]);
  const kept = keptFrom(facts, masses, (m) => basisMg(m, 'meat block'));
  const own = (step: StepFact) => -(kept.get(step.id) ?? 0);
  return sharedOut(facts, masses, { start: masses.meatMg, own, of: (m) => basisMg(m, 'meat block') });
}

/** What a kilogram of each product cost, minor units; null of one that nothing is finished of. */
export function productCosts(
  facts: BatchFacts,
  masses: BatchMasses,
  prices: Parameters<typeof batchCost>[1],
  workMinor: number,
): Map<string | null, number | null> {
  const lots = new Set(facts.accounts.flatMap((a) => (a.kind === 'lot' ? [a.id] : [])));
  const bought = counted(facts.transfers).filter((t) => !lots.has(t.to));
  const kept = keptFrom(facts, masses, (m) => m.costMinor);
  const own = (step: StepFact) => costOf(atStep(bought, step.id)) - (kept.get(step.id) ?? 0);
  const costOf = (some: readonly TransferFact[]) => batchCost(some, prices).totalMinor;
  const start = workMinor + costOf(bought.filter((t) => t.stepId === null));
  const shares = sharedOut(facts, masses, { start, own, of: (m) => m.costMinor });
  return new Map(
    [...shares].map(([key, minor]) => {
      const account = productOf(facts, key);
      const massMg = intoIt(masses.live, account);
      return [key, massMg > 0 ? minor / (massMg / 1e6) : null];
    }),
  );
}

/** What is shared out along the ways of a batch. */
interface Shared {
  /** Before its first step. */
  start: number;
  /** What comes in or goes out at a step. */
  own: (step: StepFact) => number;
  /** The measure by which a parting is shared out. */
  of: (matter: Matter) => number;
}

/**
 * So much of a batch along its ways: what came in up to a parting is shared by what went there, what comes in behind it
 * belongs to its own product. So is what was lost.
 */
function sharedOut(
  facts: BatchFacts,
  { matters }: Pick<BatchMasses, 'matters'>,
  { start, own, of }: Shared,
): Map<string | null, number> {
  const shares = new Map<string | null, number>();
  const measure = (from: StepFact, to: string | null) => of(matters.passed(from.placeAccountId, to));
  const go = (key: string | null, broughtWith: number) => {
    let left = broughtWith;
    for (const from of facts.steps.filter((s) => portionAt(s.document) === key)) {
      left += own(from);
      const here = portionsAt(facts, from).filter((p) => !shares.has(p.key));
      if (here.length === 0) continue;
      const on = stepAfter(facts, from)?.placeAccountId ?? productOf(facts, key);
      const parts = here.map((p) => ({ key: p.key, size: measure(from, firstOf(facts, p.key)) }));
      const whole = parts.reduce((sum, p) => sum + p.size, measure(from, on));
      const pool = left;
      for (const part of parts) {
        const share = whole > 0 ? (pool * part.size) / whole : 0;
        left -= share;
        shares.set(part.key, 0);
        go(part.key, share);
      }
    }
    shares.set(key, left);
  };
  go(null, start);
  return shares;
}

/** What was kept as lots of their own, by the step out of which it was taken. */
function keptFrom(
  facts: BatchFacts,
  { live, matters }: Pick<BatchMasses, 'live' | 'matters'>,
  of: (matter: Matter) => number,
): Map<string, number> {
  const products = new Set(laneKeys(facts).map((key) => productOf(facts, key)));
  const kept = new Map<string, number>();
  for (const { id } of facts.accounts.filter((a) => a.kind === 'lot' && !products.has(a.id))) {
    const from = flowsOf(live).to(id)[0]?.from;
    const step = facts.steps.find((s) => s.placeAccountId === from);
    if (step) kept.set(step.id, (kept.get(step.id) ?? 0) + of(matters.together(id)));
  }
  return kept;
}
