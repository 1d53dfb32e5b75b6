import { pieceMassG } from '../../recipe/piece.js';
import { casingView } from './casing.js';
import type { BatchCure } from '../judged/cure.js';
import { isUncured } from '../judged/cure-door.js';
import type { BatchFacts, ShopFacts } from '../facts/facts.js';
import { batchLabel } from './label.js';
import { factsOfLane, plannedIn } from '../facts/lanes.js';
import { batchGauges } from '../judged/limits.js';
import type { BatchMasses } from '../facts/masses.js';
import { outOfCold } from '../judged/out-of-cold.js';
import { piecesView } from './pieces.js';
import { batchTasting } from '../judged/tasting.js';
import type { BatchView, LaneFigures } from './view.js';
import type { LineView } from '../judged/line-view.js';

/** A product of a batch as if there were no other, with what decides its steps. */
export interface LaneSeen {
  facts: BatchFacts;
  taste: LaneFigures['taste'];
  /** Time out of the cold. */
  cold: LaneFigures['cold'];
}

/** Every product of a batch. */
export interface LanesSeen {
  /** What nothing parted off. */
  main: LaneSeen;
  /** By their key. */
  portions: ReadonlyMap<string, LaneSeen>;
}

export function lanesSeen(facts: BatchFacts, { live }: BatchMasses): LanesSeen {
  const see = (key: string | null): LaneSeen => {
    const lane = factsOfLane(facts, key);
    return { facts: lane, taste: batchTasting(lane, live), cold: outOfCold(lane) };
  };
  return { main: see(null), portions: new Map(facts.portions.map(({ key }) => [key, see(key)])) };
}

interface Folded {
  masses: BatchMasses;
  lines: readonly LineView[];
  meatMg: number;
  mixMg: number;
  cure: BatchCure;
  shop: ShopFacts;
}

/** What is asked of one product of a batch: by its own way, and by everything that went into all of it. */
export function laneFigures(
  whole: BatchFacts,
  { facts, taste, cold }: LaneSeen,
  { masses, lines, meatMg, mixMg, cure, shop }: Folded,
): LaneFigures {
  return {
    gauges: batchGauges(facts, masses, lines, meatMg, shop),
    label: batchLabel(facts, masses, isUncured(facts, cure)),
    casing: casingView(facts, masses, meantInto(whole, mixMg)),
    linkMassG: pieceMassG(facts.batch.recipe),
    pieces: piecesView(facts),
    taste,
    cold,
  };
}

/** What is meant to come into a step; all of the mix where nothing parts off. */
function meantInto(facts: BatchFacts, mixMg: number): (stepKey: string | undefined) => number {
  if (facts.portions.length === 0) return () => mixMg;
  const { into } = plannedIn(facts, mixMg);
  return (key) => Math.round(key === undefined ? mixMg : (into.get(key) ?? 0));
}

/**
 * The batch as whoever works at a step sees it: its product, and what is asked of that, are those that the step is done
 * to.
 */
export function seenFrom(view: BatchView, step: { portion: string | null } | undefined): BatchView {
  if (view.portions.length === 0) return view;
  const key = step?.portion ?? null;
  const product = view.products.find((p) => p.key === key);
  const { key: _key, ...figures } = view.portions.find((p) => p.key === key) ?? { key };
  return { ...view, ...figures, ...(product ? { product: product.name, uncured: product.uncured } : {}) };
}
