import type { Finding } from '../recipe/finding.js';
import { STEP_SHAPES } from './catalogue.js';
import type { StepParameters } from './step.js';

/** Lean and fat that are ground apart: both have a step, nothing joined them before, and something does after. */
export function streamsAgree(steps: readonly StepParameters[]): Finding[] {
  const at = (stream: 'lean' | 'fat') => steps.findIndex((s) => s.stream === stream);
  const [lean, fat] = [at('lean'), at('fat')];
  if (lean < 0 && fat < 0) return [];
  const stop = (index: number, sentence: string): Finding[] => [
    { level: 'stop', path: `steps[${index}].stream`, guard: 'method', sentence },
  ];
  if (lean < 0) return stop(fat, 'The fat is ground on its own, but no step grinds the lean.');
  if (fat < 0) return stop(lean, 'The lean is ground on its own, but no step grinds the fat.');
  const last = steps.findLastIndex((s) => s.stream === 'lean' || s.stream === 'fat');
  const holds = (s: StepParameters) => STEP_SHAPES[s.kind].holdsMass && (s.stream ?? 'all') === 'all';
  const early = steps.findIndex((s, i) => i < last && holds(s));
  if (early >= 0) {
    return stop(
      last,
      `“${steps[last]?.title}” takes one stream, but at “${steps[early]?.title}” lean and fat are together.`,
    );
  }
  return steps.some((s, i) => i > last && holds(s))
    ? []
    : stop(last, 'Lean and fat are ground apart, but no step after it brings them together.');
}
