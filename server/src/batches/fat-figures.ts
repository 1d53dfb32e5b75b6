import { correctFat, inWindow, mixture, type FatPart } from '@zest/core';
import type { BatchSheet, SheetLine } from '@zest/contract';
import type { BatchRecord } from './record.js';

/**
 * Fat of a batch's meat block: as its lots are thought to be now, as they were when it was opened,
 * and – once the ground meat was tested – the two together by inverse variance. The test has already
 * taught the lots, so it is set against the figures from before it. Meat that was added as a
 * correction comes on top.
 */
export function batchFat(
  record: BatchRecord,
  lines: readonly SheetLine[],
): Pick<BatchSheet, 'plannedFatPct' | 'fatSd' | 'inWindow' | 'openedFatPct' | 'openedFatSd' | 'fatTest'> {
  const meats = lines.filter((l) => l.kind === 'meat');
  const weighed = meats.some((l) => l.weighedMg > 0) && meats.every((l) => l.weighedMg > 0);
  const parts = meats.map((line) => {
    const row = record.lines.find((l) => l.id === line.id);
    const account = record.accounts.get(row?.lotAccountId ?? '');
    const massKg = (weighed ? line.weighedMg : line.dueMg) / 1e6;
    return {
      isAfterTest: isAfterTest(record, line.stepId),
      now: { massKg, fatPct: account?.fatPct ?? 0, fatSd: account?.fatSd ?? 0 },
      then: {
        massKg,
        fatPct: row?.fatPct ?? account?.fatPct ?? 0,
        fatSd: row?.fatSd ?? account?.fatSd ?? 0,
      },
    };
  });
  const now = mixture(parts.map((p) => p.now));
  const then = mixture(parts.map((p) => p.then));
  const window = { minPct: record.batch.windowMinPct, maxPct: record.batch.windowMaxPct };
  const tested = testedFat(record, parts);
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

function testedFat(
  record: BatchRecord,
  parts: readonly { isAfterTest: boolean; then: FatPart; now: FatPart }[],
): BatchSheet['fatTest'] {
  const test = record.fatTest;
  const before = parts.filter((p) => !p.isAfterTest).map((p) => p.then);
  if (!test || before.length === 0) return null;
  const prior = mixture(before);
  const posterior = correctFat(prior, test);
  const all = mixture([
    { massKg: prior.massKg, ...posterior },
    ...parts.filter((p) => p.isAfterTest).map((p) => p.now),
  ]);
  return { fatPct: test.fatPct, fatSd: test.fatSd, posteriorPct: all.fatPct, posteriorSd: all.fatSd };
}

/** Whether a step weighs in a correction that the test did not see: it was not in the mix yet. */
function isAfterTest(record: BatchRecord, stepId: string): boolean {
  const step = record.steps.find((s) => s.id === stepId);
  const isCorrection = step?.document.key.startsWith('correction-') ?? false;
  const { fatTest } = record;
  return isCorrection && (!step?.closedAt || !fatTest || step.closedAt > fatTest.at);
}
