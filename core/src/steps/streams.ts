import type { Finding } from '../findings/finding.js';
import { finding } from './kind.js';
import type { MethodStep } from './all-kinds.js';
import { holdsMass, numberOf, stepTitle, wordOf, type StepLike } from './step.js';

export type Stream = 'all' | 'lean' | 'fat';

/** From this fat on meat belongs to the fat stream unless the method says otherwise, % (common practice). */
const FAT_FROM_PCT = 45;

/** The stream that goes through a step; all of the meat where the method does not part it. */
export function streamAt(step: StepLike): Stream {
  const own = wordOf(step, 'stream');
  return own === 'lean' || own === 'fat' ? own : 'all';
}

/** Whether what is in a stream goes through a step; what is in none goes through all of them. */
export function takesStream(step: StepLike, stream: Stream): boolean {
  const own = streamAt(step);
  return own === 'all' || stream === 'all' || own === stream;
}

/**
 * The stream a meat goes into: lean and fat where the method grinds them apart, else the one there is.
 *
 * @param fatPct fat of the lot, %; null where it has none on record, as a lot that is all lean
 */
export function streamOf(steps: readonly StepLike[], fatPct: number | null): Stream {
  if (steps.every((s) => streamAt(s) === 'all')) return 'all';
  const fat = steps.find((s) => streamAt(s) === 'fat');
  const from = (fat && numberOf(fat, 'fatFromPct')) ?? FAT_FROM_PCT;
  return (fatPct ?? 0) >= from ? 'fat' : 'lean';
}

/** Index of the first step whose place a meat of this stream comes to; −1 where none holds mass. */
export function firstPlaceIndex(steps: readonly StepLike[], stream: Stream): number {
  return steps.findIndex((s) => holdsMass(s) && takesStream(s, stream));
}

/** Index of the step that what comes out of step `at` goes on to; −1 after the last. */
export function nextPlaceIndex(steps: readonly StepLike[], at: number): number {
  const from = steps[at];
  const stream = from ? streamAt(from) : 'all';
  return steps.findIndex((s, i) => i > at && holdsMass(s) && takesStream(s, stream));
}

/** Lean and fat that are ground apart: both have a step, nothing joined them before, and something does after. */
export function streamsAgree(steps: readonly MethodStep[]): Finding[] {
  const at = (stream: Stream) => steps.findIndex((s) => streamAt(s) === stream);
  const [lean, fat] = [at('lean'), at('fat')];
  if (lean < 0 && fat < 0) return [];
  const stop = (index: number, sentence: string): Finding[] => [
    finding('stop', `steps[${index}].stream`, 'method', sentence),
  ];
  if (lean < 0) return stop(fat, 'The fat is ground on its own, but no step grinds the lean.');
  if (fat < 0) return stop(lean, 'The lean is ground on its own, but no step grinds the fat.');
  const last = steps.findLastIndex((s) => streamAt(s) !== 'all');
  const joins = (s: MethodStep) => holdsMass(s) && streamAt(s) === 'all';
  const early = steps.find((s, i) => i < last && joins(s));
  const parted = steps[last];
  if (early && parted) {
    return stop(
      last,
      `“${stepTitle(parted)}” takes one stream, but at “${stepTitle(early)}” lean and fat are together.`,
    );
  }
  return steps.some((s, i) => i > last && joins(s))
    ? []
    : stop(last, 'Lean and fat are ground apart, but no step after it brings them together.');
}
