import { correctFat } from '../../blend/correct.js';
import { inWindow } from '../../blend/in-window.js';
import { mixture } from '../../blend/mixture.js';
import type { FatPart } from '../../blend/types.js';
import { traitsOf } from '../../steps/index.js';
import type { BatchFacts } from '../facts/facts.js';
import type { BatchWeighing } from './view.js';
import type { LineView } from '../judged/line-view.js';

type FatView = Pick<
  BatchWeighing,
  'plannedFatPct' | 'fatSd' | 'inWindow' | 'openedFatPct' | 'openedFatSd' | 'fatTest'
>;

/** A meat of the batch, with its fat as it is thought to be now and as it was when its line was written. */
interface MeatPart {
  lotId: string;
  /** The test did not see it: it came later, or goes through another stream. */
  isApart: boolean;
  now: FatPart;
  then: FatPart;
}

/**
 * Fat of a batch's meat block: as its lots are thought to be now, as they were when it was opened,
 * and – once the ground meat was tested – the two together by inverse variance. The test has already
 * taught the lots, so it is set against the figures from before it. Meat that was added as a
 * correction comes on top.
 */
export function batchFat(facts: BatchFacts, lines: readonly LineView[]): FatView {
  const meats = lines.filter((l) => l.kind === 'meat');
  const weighed = meats.some((l) => l.weighedMg > 0) && meats.every((l) => l.weighedMg > 0);
  const parts = meats.map((line): MeatPart => {
    const row = facts.lines.find((l) => l.id === line.id);
    const account = facts.accounts.find((a) => a.id === row?.lotAccountId);
    const massKg = (weighed ? line.weighedMg : line.dueMg) / 1e6;
    const [pct, sd] = [account?.fatPct ?? 0, account?.fatSd ?? 0];
    return {
      lotId: line.lotId,
      isApart: isAfterTest(facts, line.stepId) || isOtherStream(facts, line),
      now: { massKg, fatPct: pct, fatSd: sd },
      then: { massKg, fatPct: row?.fatPct ?? pct, fatSd: row?.fatSd ?? sd },
    };
  });
  const now = mixture(byLot(parts.map((p) => [p.lotId, p.now])));
  const then = mixture(byLot(parts.map((p) => [p.lotId, p.then])));
  const window = { minPct: facts.batch.windowMinPct, maxPct: facts.batch.windowMaxPct };
  const tested = testedFat(facts, parts);
  const best = tested ? { fatPct: tested.posteriorPct, fatSd: tested.posteriorSd } : now;
  return {
    plannedFatPct: now.fatPct,
    fatSd: now.fatSd,
    inWindow: inWindow(best.fatPct, best.fatSd, window),
    openedFatPct: then.fatPct,
    openedFatSd: then.fatSd,
    fatTest: tested,
  };
}

/** Meat of one lot is one uncertainty, however often it was taken. */
function byLot(parts: readonly (readonly [string, FatPart])[]): FatPart[] {
  const lots = new Map<string, FatPart>();
  for (const [lotId, part] of parts) {
    const massKg = (lots.get(lotId)?.massKg ?? 0) + part.massKg;
    lots.set(lotId, { ...part, massKg });
  }
  return [...lots.values()];
}

function testedFat({ fatTest }: BatchFacts, parts: readonly MeatPart[]): FatView['fatTest'] {
  const before = byLot(parts.filter((p) => !p.isApart).map((p) => [p.lotId, p.then]));
  if (!fatTest || before.length === 0) return null;
  const prior = mixture(before);
  const posterior = correctFat(prior, fatTest);
  const all = mixture([
    { massKg: prior.massKg, ...posterior },
    ...parts.filter((p) => p.isApart).map((p) => p.now),
  ]);
  return {
    fatPct: fatTest.fatPct,
    fatSd: fatTest.fatSd,
    posteriorPct: all.fatPct,
    posteriorSd: all.fatSd,
  };
}

/** Meat of the stream that was not tested. */
function isOtherStream({ fatTest }: BatchFacts, line: LineView): boolean {
  return fatTest?.stream !== undefined && fatTest.stream !== null && line.stream !== fatTest.stream;
}

/** Whether a step weighs in a correction that the test did not see: it was not in the mix yet. */
function isAfterTest({ steps, fatTest }: BatchFacts, stepId: string): boolean {
  const step = steps.find((s) => s.id === stepId);
  const corrects = step !== undefined && step.origin !== null && traitsOf(step.document).weighs === 'meat';
  return corrects && (!step.closedAt || !fatTest || step.closedAt > fatTest.at);
}
