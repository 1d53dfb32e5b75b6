import { firstPlaceIndex, nextPlaceIndex, streamOf } from '@zest/core';
import type { MethodStep } from '@zest/contract';
import type { BatchRecord, StepRow } from './record.js';

interface PlacedStep {
  document: MethodStep;
  placeAccountId: string | null;
  leftOut?: boolean;
}

/** The place a meat is weighed into: the first of its stream, which its fat decides. */
export function placeForMeat(steps: readonly PlacedStep[], fatPct: number | null): string | undefined {
  const there = steps.filter((s) => !s.leftOut);
  const documents = there.map((s) => s.document);
  return there[firstPlaceIndex(documents, streamOf(documents, fatPct))]?.placeAccountId ?? undefined;
}

/** The step that what comes out of a step goes on to; undefined after the last, for the finished goods. */
export function stepAfter(record: BatchRecord, step: StepRow): StepRow | undefined {
  const there = record.steps.filter((s) => !s.leftOut);
  return there[
    nextPlaceIndex(
      there.map((s) => s.document),
      there.indexOf(step),
    )
  ];
}

/** The grinds before the dry goods behind which no other grind of their stream comes. */
export function lastGrinds(record: BatchRecord): StepRow[] {
  const dry = record.steps.find((s) => s.document.kind === 'weigh-dry')?.position ?? 0;
  const grinds = record.steps.filter((s) => s.document.kind === 'grind' && s.position < dry && !s.leftOut);
  return grinds.filter((g) => {
    const after = stepAfter(record, g);
    return after === undefined || !grinds.includes(after);
  });
}

/** A stream of its own into which no meat of this batch goes: there is nothing to do at it. */
export function isEmptyStream(record: BatchRecord, step: StepRow, inMg: number): boolean {
  const { stream = 'all' } = step.document;
  if (stream === 'all' || inMg > 0) return false;
  return !record.lines.some((l) => l.placeAccountId === step.placeAccountId);
}
