import { STEP_NAMES, stepKind, type MethodStep, type StepName } from './all-kinds.js';
import { traitsOf } from './step.js';
import type { Params, ParamValue } from './parameters.js';

/** Steps of a method in their order. */
type Steps = readonly MethodStep[];

/** A bare step of a kind; its parameters are open. */
export function newStep(kind: StepName, key: string, parameters: Params = {}): MethodStep {
  return { key, kind, ...parameters } as MethodStep;
}

/**
 * Puts a new step where its kind usually stands, under a key that is free.
 *
 * @param taken further keys that must not be used, such as those of steps already closed
 */
export function withStep(steps: Steps, kind: StepName, taken: readonly string[] = []): MethodStep[] {
  const keys = new Set([...steps.map((s) => s.key), ...taken]);
  let key: string = kind;
  for (let n = 2; keys.has(key); n += 1) key = `${kind}-${n}`;
  const rank = STEP_NAMES.indexOf(kind);
  const at = steps.findIndex((s) => STEP_NAMES.indexOf(s.kind) > rank);
  const next = [...steps];
  next.splice(at < 0 ? steps.length : at, 0, newStep(kind, key));
  return next;
}

/** Moves a step one place; the ends stay. */
export function nudgeStep(steps: Steps, key: string, by: -1 | 1): MethodStep[] {
  const from = steps.findIndex((s) => s.key === key);
  const to = from + by;
  const step = steps[from];
  if (!step || to < 0 || to >= steps.length) return [...steps];
  const next = steps.filter((s) => s.key !== key);
  next.splice(to, 0, step);
  return next;
}

/** Sets a parameter, the title, the instruction or the note of one step; undefined takes it out. */
export function setOnStep(
  steps: Steps,
  key: string,
  name: string,
  value: ParamValue | undefined,
): MethodStep[] {
  return steps.map((step) => {
    if (step.key !== key) return step;
    const rest = Object.fromEntries(Object.entries(step).filter(([n]) => n !== name));
    return (value === undefined ? rest : { ...rest, [name]: value }) as MethodStep;
  });
}

/** Sets parameters of every step whose kind has them. */
export function setWhereKnown(
  steps: Steps,
  parameters: Params,
  only: (step: MethodStep) => boolean,
): MethodStep[] {
  return steps.map((step) => {
    const known = stepKind(step.kind).parameters;
    if (!only(step) || !Object.keys(parameters).every((name) => name in known)) return step;
    return { ...step, ...parameters } as MethodStep;
  });
}

/** Key of the step at which a line of a role usually goes in; empty where there is none. */
export function entryStep(steps: Steps, role: string): string {
  const keyWhere = (is: (s: MethodStep) => boolean) => steps.find(is)?.key;
  const mixer = keyWhere((s) => traitsOf(s).machine === 'mixer' || traitsOf(s).machine === 'cutter');
  const seasons = keyWhere((s) => traitsOf(s).seasons === true);
  if (role === 'liquid') return mixer ?? seasons ?? '';
  if (role === 'inclusion') return keyWhere((s) => traitsOf(s).includes === true) ?? mixer ?? '';
  return seasons ?? mixer ?? '';
}
