import { flowsOf, totalOf } from '../../ledger/flows.js';
import { beyondScaleError } from '../../ledger/yields.js';
import { massToken } from '../../quantity/tokens.js';
import { costView } from './cost.js';
import { entriesView } from './entries-view.js';
import type { BatchCure } from '../judged/cure.js';
import { isForgotten, isUncured, uncuredSentence } from '../judged/cure-door.js';
import type { BatchFacts, BatchHead, ShopFacts } from '../facts/facts.js';
import { batchFat } from './fat.js';
import { laneFigures, lanesSeen, type LaneSeen } from './lane-figures.js';
import { factsOfLane, laneKeys } from '../facts/lanes.js';
import { batchLines } from '../judged/lines.js';
import { batchMasses, type BatchMasses } from '../facts/masses.js';
import { outOfChill } from '../../rules/house.js';
import { basisMg, speciesOf } from '../../matter/index.js';
import { lotMatter } from '../facts/stuff.js';
import { productViews } from './products.js';
import { stepViews } from './step-views.js';
import type { BatchSummary, BatchView, StepView } from './view.js';
import type { LineView } from '../judged/line-view.js';

/**
 * A batch from its facts: everything that is shown of it and everything it is judged by. The server,
 * the bench without network and the tests all look at a batch through this one function.
 *
 * Cost: grows with transfers × steps; 2 000 entries take some tens of milliseconds.
 */
export function fold(facts: BatchFacts, shop: ShopFacts): BatchView {
  const masses = batchMasses(facts);
  const { lines, mixMg, madeMixMg, loads, basis, meatMg, cure } = batchLines(facts, masses, shop);
  const seen = lanesSeen(facts, masses);
  const figures = (lane: LaneSeen) => laneFigures(facts, lane, { masses, lines, meatMg, mixMg, cure, shop });
  const main = figures(seen.main);
  const portions = [...seen.portions].map(([key, lane]) => ({ key, ...figures(lane) }));
  const steps = stepViews({ facts, masses, lines, loads, seen, mixMg, cure, shop });
  const products = productViews(facts, masses, mixMg, cure);
  const { batch } = facts;
  return {
    ...summary(facts, shop, { masses, lines, steps, cure }),
    ...main,
    n: facts.n,
    recipe: {
      id: batch.recipeId,
      name: batch.recipeName,
      versionNo: batch.versionNo,
      state: batch.recipe.state,
    },
    window: { minPct: batch.windowMinPct, maxPct: batch.windowMaxPct },
    owner: batch.owner,
    hotness: batch.hotness,
    signed: batch.signed,
    cure,
    ...batchFat(facts, lines),
    lines,
    steps,
    readings: facts.readings,
    marks: facts.marks,
    outOfChill: outOfChill(shop),
    species: everySpeciesOf(masses, facts),
    learned: shop.learned.figures,
    notices: facts.notices,
    entries: entriesView(facts),
    meatBasis: basis,
    mixMg,
    madeMixMg,
    loads,
    products,
    portions,
    cost: costView(facts, masses, main.pieces),
    version: batch.version,
    scales: shop.scales,
  };
}

/** The short form for lists and the day, without what only the whole view needs. */
export function summarise(facts: BatchFacts, shop: ShopFacts): BatchSummary {
  const masses = batchMasses(facts);
  const { lines, loads, mixMg, cure } = batchLines(facts, masses, shop);
  return summary(facts, shop, {
    masses,
    lines,
    cure,
    steps: stepViews({ facts, masses, lines, loads, seen: lanesSeen(facts, masses), mixMg, cure, shop }),
  });
}

type Called = Pick<
  BatchHead,
  'id' | 'number' | 'recipeName' | 'state' | 'plannedFor' | 'openedAt' | 'plannedMeatMg'
>;

/** What a batch is, whatever was done to it. */
function calledAs({ id, number, recipeName, state, plannedFor, openedAt, plannedMeatMg }: Called) {
  return { id, number, product: recipeName, state, plannedFor, openedAt, plannedMeatMg };
}

/** The short form of a batch that cannot be folded: what it is, and that a figure in it cannot be. */
export function unreadableSummary(batch: Called, why: string): BatchSummary {
  return {
    ...calledAs(batch),
    stepTitle: null,
    stepId: null,
    waitsFor: null,
    trouble: `Its figures cannot be worked out: ${why}`,
    uncured: false,
    meatMg: 0,
    outMg: 0,
    unaccountedMg: 0,
    packedYield: null,
    ribbon: [],
  };
}

interface Folded {
  masses: BatchMasses;
  lines: LineView[];
  steps: StepView[];
  cure: BatchCure;
}

function summary(facts: BatchFacts, shop: ShopFacts, folded: Folded): BatchSummary {
  const { batch } = facts;
  const { masses, steps } = folded;
  const open = steps.find((s) => s.state === 'open');
  return {
    ...calledAs(batch),
    stepTitle: open?.title ?? null,
    stepId: open?.id ?? null,
    waitsFor: open ? (open.missing[0]?.sentence ?? 'Ready to close this step.') : null,
    trouble: batch.state === 'cancelled' ? null : trouble(facts, shop, folded),
    uncured: laneKeys(facts).some((key) => isUncured(factsOfLane(facts, key), folded.cure)),
    meatMg: masses.meatMg,
    outMg: masses.productMg,
    unaccountedMg: masses.unaccountedMg,
    packedYield: packedYield(masses),
    ribbon: masses.ribbon,
  };
}

/** Product over the meat that it was made of: what was kept as a lot of its own is neither lost nor in it. */
function packedYield({ meatMg, productMg, matters }: BatchMasses): number | null {
  const ownMg = meatMg - basisMg(matters.setAside, 'meat block');
  return ownMg > 0 && productMg > 0 ? productMg / ownMg : null;
}

/** The first thing the lead should look at. */
function trouble(facts: BatchFacts, shop: ShopFacts, { masses, lines, cure }: Folded): string | null {
  const closed = new Set(facts.steps.flatMap((s) => (s.closedAt ? [s.id] : [])));
  const over = lines.find((l) => l.weighedMg > l.highMg && !l.accepted && !closed.has(l.stepId));
  if (over) return `${over.name} is ${massToken(over.weighedMg - over.dueMg)} over its due weight.`;
  if (cure.state === 'over') return 'Its nitrite is above the limit.';
  if (isForgotten(facts, cure)) return uncuredSentence(cure);
  const station = masses.ribbon.find((s) => s.closed && missingMass(facts, shop, s.accountId, s.balanceMg));
  if (station) {
    const word = station.balanceMg > 0 ? 'is missing' : 'too much came out';
    return `${massToken(Math.abs(station.balanceMg))} ${word} at ${station.name}.`;
  }
  const [unseen, ...others] = facts.notices.filter((n) => n.seenBy === null);
  if (!unseen) return null;
  return others.length === 0 ? unseen.sentence : `${unseen.sentence} And ${others.length} more.`;
}

/** So much of what went in may be lost in the error of weighing it tub by tub. */
const NOISE_PART = 0.005;

/** Whether a closed step's balance is beyond the error of its scales and of weighing in tubs. */
function missingMass(facts: BatchFacts, shop: ShopFacts, placeId: string, balanceMg: number): boolean {
  if (balanceMg === 0) return false;
  const flows = flowsOf(facts.transfers);
  const touching = [...flows.from(placeId), ...flows.to(placeId)];
  const divisions = touching.reduce((sum, t) => sum + divisionOf(shop, t), 0);
  const inMg = totalOf(flows.to(placeId));
  return beyondScaleError(balanceMg, Math.max(divisions, inMg * NOISE_PART)) !== 0;
}

/** A typed weight is believed to a gram at best, mg. */
const TYPED_MG = 1000;

/** The division a weight is known to; a typed one is as good as the finest scale that could have held it. */
function divisionOf(
  { scales }: ShopFacts,
  t: { how: string; deviceId: string | null; amount: number },
): number {
  if (t.how === 'derived') return 0;
  const shown = scales.find((s) => s.id === t.deviceId);
  if (shown) return shown.divisionMg;
  const coarsest = Math.max(...scales.map((s) => s.divisionMg));
  const holding = scales.filter((s) => s.capacityMg - s.tubMg >= t.amount && s.divisionMg >= TYPED_MG);
  return Math.min(coarsest, ...holding.map((s) => s.divisionMg));
}

/** Species of its meats as weighed in, and before that of the lots that are meant. */
function everySpeciesOf({ matters }: BatchMasses, { lines, accounts }: BatchFacts): string[] {
  const weighed = speciesOf(matters.weighedIn).map((s) => s.species);
  const meats = new Set(lines.flatMap((l) => (l.kind === 'meat' ? [l.lotAccountId] : [])));
  const meant = accounts.flatMap((a) => (meats.has(a.id) ? speciesOf(lotMatter(a, 1e6)) : []));
  return [...new Set([...weighed, ...meant.map((s) => s.species)])];
}
