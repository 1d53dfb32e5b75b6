import { STEP_KINDS, STEP_SHAPES, type StepKind } from '@zest/core';
import type { BatchSheet, MethodStep } from '@zest/contract';
import { methodStep } from '@zest/contract';

/** The part of a batch's method that is still to come, as the lead may change it. */
export function restOf(sheet: BatchSheet): MethodStep[] {
  return sheet.steps.filter((s) => s.state !== 'closed').map((s) => methodStep.parse(s));
}

/** Puts a new step where its kind usually stands, under a key that the batch does not have yet. */
export function withStep(sheet: BatchSheet, rest: readonly MethodStep[], kind: StepKind): MethodStep[] {
  const keys = new Set([...sheet.steps, ...rest].map((s) => s.key));
  let key: string = kind;
  for (let n = 2; keys.has(key); n += 1) key = `${kind}-${n}`;
  const step: MethodStep = { key, kind, title: STEP_SHAPES[kind].title, say: '' };
  const rank = STEP_KINDS.indexOf(kind);
  const at = rest.findIndex((s) => STEP_KINDS.indexOf(s.kind) > rank);
  const steps = [...rest];
  steps.splice(at < 0 ? steps.length : at, 0, step);
  return steps;
}

/** A step one place earlier or later; the ends stay. */
export function nudged(rest: readonly MethodStep[], key: string, by: -1 | 1): MethodStep[] {
  const from = rest.findIndex((s) => s.key === key);
  const to = from + by;
  const step = rest[from];
  if (!step || to < 0 || to >= rest.length) return [...rest];
  const steps = rest.filter((s) => s.key !== key);
  steps.splice(to, 0, step);
  return steps;
}
