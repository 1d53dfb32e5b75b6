import { paramsOf, stepTitle, type StepLike } from './step.js';
import { stepKind, type MethodStep } from './all-kinds.js';
import type { ParamSpec, ParamValue } from './parameters.js';

/** One parameter in words; weights and temperatures in it are tokens. */
function paramWords(spec: ParamSpec, value: ParamValue): string {
  switch (spec.type) {
    case 'number':
      return typeof value === 'number' ? spec.words(value) : '';
    case 'flag':
      return typeof value === 'boolean' ? spec.words(value) : '';
    default:
      return typeof value === 'string' ? spec.words(value) : '';
  }
}

/** Every parameter of a step in words, in the order of its kind: for a line, the card and the sheet. */
export function stepWords(step: StepLike): string[] {
  const values = paramsOf(step);
  return Object.entries(stepKind(step.kind).parameters).flatMap(([name, spec]) => {
    const value = values[name];
    if (value === undefined || spec.asked?.(values) === false) return [];
    return [paramWords(spec, value)].filter(Boolean);
  });
}

/** A step with everything it says, in one line: what a comparison of two versions shows. */
export function writeStep(step: MethodStep): string {
  return [
    stepTitle(step),
    ...(step.title && step.title !== stepTitle(step) ? [step.title] : []),
    ...(step.instruction ? [`“${step.instruction}”`] : []),
    ...stepWords(step),
    ...(step.note ? [`note “${step.note}”`] : []),
  ].join(', ');
}
