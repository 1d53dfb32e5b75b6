import { STEP_SHAPES, type StepKind } from './catalogue.js';
import type { StepParameters } from './step.js';

export type Stream = NonNullable<StepParameters['stream']>;
type StreamStep = Pick<StepParameters, 'stream' | 'fatFromPct'> & { kind: StepKind };

/** From this fat on meat belongs to the fat stream unless the method says otherwise, % (common practice). */
const FAT_FROM_PCT = 45;

/** Whether what is in a stream goes through a step; what is in none goes through all of them. */
export function takesStream(step: Pick<StreamStep, 'stream'>, stream: Stream): boolean {
  const own = step.stream ?? 'all';
  return own === 'all' || stream === 'all' || own === stream;
}

/**
 * The stream a meat goes into: lean and fat where the method grinds them apart, else the one there is.
 *
 * @param fatPct fat of the lot, %; null where it has none on record, as a lot that is all lean
 */
export function streamOf(steps: readonly StreamStep[], fatPct: number | null): Stream {
  const apart = steps.filter((s) => s.stream === 'fat' || s.stream === 'lean');
  if (apart.length === 0) return 'all';
  const from = apart.find((s) => s.stream === 'fat')?.fatFromPct ?? FAT_FROM_PCT;
  return (fatPct ?? 0) >= from ? 'fat' : 'lean';
}

/** Index of the first step whose place a meat of this stream comes to; −1 where none holds mass. */
export function firstPlaceIndex(steps: readonly StreamStep[], stream: Stream): number {
  return steps.findIndex((s) => STEP_SHAPES[s.kind].holdsMass && takesStream(s, stream));
}

/** Index of the step that what comes out of step `at` goes on to; −1 after the last. */
export function nextPlaceIndex(steps: readonly StreamStep[], at: number): number {
  const stream = steps[at]?.stream ?? 'all';
  return steps.findIndex((s, i) => i > at && STEP_SHAPES[s.kind].holdsMass && takesStream(s, stream));
}
