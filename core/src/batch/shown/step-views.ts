import { casingUsedMm } from './casing.js';
import { countingHint } from './pieces.js';
import { fillsOf } from '../../bench/fills.js';
import { lossHint } from '../../bench/hints.js';
import { countMarks, marksOf } from '../../bench/marks.js';
import type { PlannedLanes } from '../../recipe/planned-lanes.js';
import { soakMinutesOf } from '../../casing/materials.js';
import type { RibbonStation } from '../../ledger/ribbon.js';
import {
  asksOf,
  countingAt,
  holdsMass,
  hoursOf,
  loadsOf,
  portionAt,
  readyChecks,
  stepInstruction,
  stepKind,
  stepRule,
  stepTitle,
  stepWords,
  streamAt,
  traitsOf,
  type ReadingAsk,
  type ReadyCheck,
  type Situation,
} from '../../steps/index.js';
import { bringsCure, type BatchCure } from '../judged/cure.js';
import { missingHeld } from '../judged/held-lots.js';
import { cureDoor, cureOverAtScale } from '../judged/cure-door.js';
import type { BatchFacts, ShopFacts, StepFact } from '../facts/facts.js';
import { stepGate } from '../judged/gate.js';
import { sumWhere, type BatchMasses } from '../facts/masses.js';
import { atStep } from '../facts/moves.js';
import type { LaneSeen, LanesSeen } from './lane-figures.js';
import { firstOf, hasParted, plannedIn, portionsAt } from '../facts/lanes.js';
import { missingCold } from '../judged/out-of-cold.js';
import { isEmptyStream, stepAfter } from '../facts/places.js';
import type { LineView } from '../judged/line-view.js';
import type { Missing } from '../../findings/missing.js';
import type { PartView, StepView } from './view.js';
import { unweighedBefore } from '../facts/unweighed.js';
import { openBefore, workable } from '../judged/workable.js';

/** What the steps of a batch are folded from. */
export interface StepsInput {
  facts: BatchFacts;
  masses: BatchMasses;
  lines: readonly LineView[];
  /** Mixer loads of the batch. */
  loads: number;
  /** The mix as it is due. */
  mixMg: number;
  /** Its products, each as if there were no other. */
  seen: LanesSeen;
  /** Nitrite as weighed. */
  cure: BatchCure;
  shop: ShopFacts;
}

/** The same for the product that a step is done to. */
interface LaneInput extends StepsInput, LaneSeen {
  /** All of them, with the ways that part off. */
  whole: BatchFacts;
  planned: PlannedLanes | null;
}

/** A step with what was found out about it on the way. */
interface StepNow {
  step: StepFact;
  inMg: number;
  outMg: number;
  balanceMg: number;
  loads: number;
  asks: ReadingAsk[];
  ready: ReadyCheck[];
}

/** The steps of a batch with their masses, what each still needs, and what is said about it. */
export function stepViews(input: StepsInput): StepView[] {
  const open = workable(input.facts);
  const { facts, mixMg } = input;
  const planned = facts.portions.length === 0 ? null : plannedIn(facts, mixMg);
  const { main, portions } = input.seen;
  return input.facts.steps.map((step) => {
    const lane = portions.get(step.document.portion ?? '') ?? main;
    const seen = { ...input, ...lane, whole: input.facts, planned };
    return stepView(seen, now(seen, step), open.has(step.id));
  });
}

function now(input: LaneInput, step: StepFact): StepNow {
  const { facts, masses } = input;
  const station = stationOf(masses, step);
  const weighed = sumWhere(atStep(masses.live, step.id), (t) => t.lineId !== null);
  const inMg = station?.inMg ?? weighed;
  const situation = situationOf(input, step, inMg);
  return {
    step,
    inMg,
    outMg: station?.outMg ?? weighed,
    balanceMg: station?.balanceMg ?? 0,
    loads: loadsOf(step.document, situation),
    asks: isEmptyStream(facts, step, inMg) ? [] : asksHere(input, step, situation),
    ready: readyChecks(step.document, situation),
  };
}

function stationOf(masses: BatchMasses, step: StepFact): RibbonStation | undefined {
  return masses.ribbon.find((s) => s.accountId === step.placeAccountId);
}

/** The readings of a step; a patty is done where the batch says so when the method does not. */
function asksHere({ taste }: LaneInput, step: StepFact, situation: Situation): ReadingAsk[] {
  const asks = asksOf(step.document, situation);
  if (!traitsOf(step.document).tastes) return asks;
  return asks.map((ask) => (ask.kind === 'core' ? { ...ask, belowC: taste.doneC } : ask));
}

function situationOf({ facts, loads, shop }: StepsInput, step: StepFact, inMg: number): Situation {
  const { casing } = facts.batch.recipe;
  const soak = facts.marks.findLast((m) => m.kind === 'timer' && m.timer === 'soak' && m.minutes > 0);
  return {
    cured: facts.lines.some(bringsCure),
    inMg,
    mixerLoads: loads,
    mustBeCleared: facts.batch.meetsOther && traitsOf(step.document).clearedBetweenOwners === true,
    ...(casing
      ? {
          casing: {
            name: casing.name,
            calibreMm: casing.calibreMm,
            soakMinutes: soakMinutesOf(casing.material),
          },
        }
      : {}),
    soakingSinceMs: soak ? Date.parse(soak.at) : null,
    nowMs: Date.parse(shop.now),
  };
}

function stepView(input: LaneInput, at: StepNow, isOpen: boolean): StepView {
  const { facts, masses } = input;
  const { step, inMg, outMg, balanceMg } = at;
  const { document } = step;
  const traits = traitsOf(document);
  const place = step.placeAccountId ?? '';
  const stream = streamAt(document);
  return {
    id: step.id,
    key: document.key,
    kind: document.kind,
    title: stepTitle(document),
    instruction: stepInstruction(document),
    rule: stepRule(document),
    words: stepWords(document),
    note: document.note ?? null,
    document,
    origin: step.origin,
    position: step.position,
    state: step.closedAt ? 'closed' : isOpen ? 'open' : 'waiting',
    closedAt: step.closedAt,
    closedBy: step.closedBy,
    overrideReason: step.overrideReason,
    missing: step.closedAt ? [] : gateOf(input, at, isOpen),
    inMg,
    outMg,
    balanceMg,
    stepYield: masses.yields.stepYields[place] ?? null,
    // One stream or one portion alone says nothing of the whole batch.
    runningYield:
      stream === 'all' && !hasParted(input.whole, step) ? (masses.yields.runningYields[place] ?? null) : null,
    holdsMass: holdsMass(document) && step.placeAccountId !== null,
    stream,
    losses: [...stepKind(document.kind).losses],
    asks: at.asks,
    ready: at.ready.map((r) => ({ key: r.key, words: r.words, caution: r.caution ?? false })),
    counting: countingAt(document) ?? null,
    fills: fillsNow(facts, step, inMg),
    loads: at.loads,
    hint: step.closedAt ? null : hintOf(input, at),
    leftOut: step.leftOut,
    caution: traits.caution ?? null,
    nextTitle: step.placeAccountId === null ? null : titleOf(stepAfter(facts, step)),
    portion: portionAt(document),
    parts: partsOf(input, step),
    version: step.version,
  };
}

/** Portions that are weighed out of a step, with what is meant for each. */
function partsOf({ whole, masses, planned }: LaneInput, step: StepFact): PartView[] {
  return portionsAt(whole, step).map((p) => {
    const first = whole.steps.find((s) => s.placeAccountId === firstOf(whole, p.key));
    return {
      key: p.key,
      name: p.name,
      plannedMg: Math.round(planned?.parted.get(p.key) ?? 0),
      outMg:
        masses.ribbon.find((r) => r.accountId === step.placeAccountId)?.parted.find((o) => o.key === p.key)
          ?.massMg ?? 0,
      nextTitle: titleOf(first),
    };
  });
}

function titleOf(step: StepFact | undefined): string | null {
  return step ? stepTitle(step.document) : null;
}

/** Less has come out than this shop's machine usually lets out, said while it can be mended. */
function hintOf({ facts, shop }: StepsInput, at: StepNow): string | null {
  const { step, inMg, outMg, balanceMg } = at;
  const counted = countingHint(facts, step, outMg);
  return (
    counted ??
    lossHint({
      look: traitsOf(step.document).keeps?.look,
      inMg,
      outMg,
      explainedMg: inMg - outMg - balanceMg,
      usual: shop.learned.usual[step.document.kind],
    })
  );
}

/** Fills of the stuffer for what came in, with those that were ticked. */
function fillsNow({ batch, marks }: BatchFacts, step: StepFact, inMg: number): StepView['fills'] {
  const capacityKg = batch.recipe.stufferCapacityKg;
  if (traitsOf(step.document).machine !== 'stuffer' || capacityKg === undefined || inMg <= 0) return null;
  const mine = marks.filter((m) => m.stepId === step.id);
  return fillsOf(inMg, capacityKg, countMarks(mine, 'fill'));
}

/** Time a step must still take, ms: its hours run from when what comes before it was done. */
function timeLeft({ batch, steps }: BatchFacts, step: StepFact, shop: ShopFacts): number {
  const takes = hoursOf(step.document);
  if (takes === undefined) return 0;
  const before = steps.filter((s) => s.position < step.position).map((s) => s.closedAt ?? batch.openedAt);
  const begun = Math.max(...[batch.openedAt, ...before].map((at) => Date.parse(at)));
  return begun + takes * 3_600_000 - Date.parse(shop.now);
}

/** What the step still needs before it may close. */
function gateOf(input: LaneInput, at: StepNow, isOpen: boolean): Missing[] {
  const { facts, lines, taste, cold, cure, shop } = input;
  const { step } = at;
  if (isEmptyStream(facts, step, at.inMg)) return [];
  const traits = traitsOf(step.document);
  const marks = facts.marks.filter((m) => m.stepId === step.id);
  return stepGate({
    step: step.document,
    asks: at.asks,
    lines: lines.filter((l) => l.stepId === step.id),
    readings: facts.readings.filter((r) => r.stepId === step.id),
    loads: at.loads,
    skippedLoads: marksOf(marks, 'load-skipped').map((m) => m.load),
    ...(at.ready.length > 0 ? { ready: marks.some((m) => m.kind === 'ready') } : {}),
    ...(traits.tastes || traits.tastedBefore ? { taste } : {}),
    held: missingHeld(facts, input.masses, step),
    cure: [...cureDoor(facts, step, cure), ...cureOverAtScale(facts, step, cure)],
    cold: isOpen ? missingCold(facts, step, cold, shop) : [],
    leftMs: isOpen ? timeLeft(facts, step, shop) : 0,
    ...(traits.machine === 'stuffer' && facts.casings.length > 0
      ? { casingUsed: casingUsedMm(facts, step.id) > 0 }
      : {}),
    inMg: at.inMg,
    outMg: at.outMg,
    balanceMg: at.balanceMg,
    isLast: stepAfter(facts, step) === undefined,
    usual: shop.learned.usual[step.document.kind],
    parts: partsOf(input, step),
    unweighed: unweighedBefore(facts, input.masses.live, step).map((s) => s.document),
    stillOpen: isOpen ? openBefore(facts, step).map((s) => stepTitle(s.document)) : [],
  });
}
