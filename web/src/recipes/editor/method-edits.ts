import { STEP_KINDS, STEP_SHAPES, type StepKind } from '@zest/core';
import type { EditorDocument } from '../new-document.js';

export type EditorStep = EditorDocument['steps'][number];

/** A step of a kind with a key that is free, placed where such a step usually stands. */
export function addStep(document: EditorDocument, kind: StepKind): EditorDocument {
  const keys = new Set(document.steps.map((s) => s.key));
  let key: string = kind;
  for (let n = 2; keys.has(key); n += 1) key = `${kind}-${n}`;
  const step: EditorStep = { key, kind, title: STEP_SHAPES[kind].title, say: '' };
  const rank = STEP_KINDS.indexOf(kind);
  const at = document.steps.findIndex((s) => STEP_KINDS.indexOf(s.kind) > rank);
  const steps = [...document.steps];
  steps.splice(at < 0 ? steps.length : at, 0, step);
  return { ...document, steps };
}

/** Moves a step one place; the ends stay. */
export function nudgeStep(document: EditorDocument, key: string, by: -1 | 1): EditorDocument {
  const from = document.steps.findIndex((s) => s.key === key);
  const to = from + by;
  const step = document.steps[from];
  if (!step || to < 0 || to >= document.steps.length) return document;
  const steps = document.steps.filter((s) => s.key !== key);
  steps.splice(to, 0, step);
  return { ...document, steps };
}

/** Sets one parameter; undefined takes it out. */
export function setParameter<K extends keyof EditorStep>(
  document: EditorDocument,
  key: string,
  name: K,
  value: EditorStep[K] | undefined,
): EditorDocument {
  return {
    ...document,
    steps: document.steps.map((step) => {
      if (step.key !== key) return step;
      const { [name]: _old, ...rest } = step;
      return (value === undefined ? rest : { ...rest, [name]: value }) as EditorStep;
    }),
  };
}

type NumberKey =
  | 'plateMm'
  | 'pass'
  | 'stopAboveC'
  | 'stopBelowC'
  | 'minutes'
  | 'minMinutes'
  | 'maxMinutes'
  | 'hours'
  | 'liquidParts'
  | 'lotKg'
  | 'hornMm'
  | 'chamberC'
  | 'targetLossPct'
  | 'expectedYieldPct'
  | 'sampleSize'
  | 'fatFromPct';

export interface NumberParameter {
  name: NumberKey;
  label: string;
}

const n = (name: NumberKey, label: string): NumberParameter => ({ name, label });
const YIELD = n('expectedYieldPct', 'Usually comes out, %');
const STOP_ABOVE = n('stopAboveC', 'Not above, °C');
const MINUTES = n('minutes', 'Minutes');

/** The numbers that a step of a kind asks for. */
export const NUMBERS: Partial<Record<StepKind, readonly NumberParameter[]>> = {
  chill: [STOP_ABOVE],
  grind: [n('plateMm', 'Plate, mm'), n('pass', 'Pass'), n('fatFromPct', 'Fat is from, %'), STOP_ABOVE],
  season: [MINUTES],
  mix: [
    MINUTES,
    n('minMinutes', 'At least, min'),
    n('maxMinutes', 'At most, min'),
    n('liquidParts', 'Liquid in parts'),
    STOP_ABOVE,
  ],
  emulsify: [n('lotKg', 'Lots of, kg'), MINUTES, STOP_ABOVE, n('liquidParts', 'Liquid in parts')],
  include: [MINUTES, STOP_ABOVE],
  taste: [n('stopBelowC', 'Core of the patty at least, °C')],
  stuff: [n('hornMm', 'Horn, mm')],
  link: [n('sampleSize', 'Weigh so many')],
  form: [n('sampleSize', 'Weigh so many')],
  rest: [n('hours', 'Hours'), STOP_ABOVE, YIELD],
  'dry-skin': [MINUTES, n('chamberC', 'Chamber, °C'), YIELD],
  smoke: [MINUTES, n('chamberC', 'Chamber, °C'), YIELD],
  cook: [n('stopBelowC', 'Core at least, °C'), n('chamberC', 'Chamber, °C'), n('hours', 'Hours'), YIELD],
  'water-cook': [n('stopBelowC', 'Core at least, °C'), n('chamberC', 'Bath, °C'), MINUTES, YIELD],
  cool: [STOP_ABOVE, YIELD],
  bloom: [MINUTES, YIELD],
  hang: [n('hours', 'Hours'), n('targetLossPct', 'Loses, %'), YIELD],
  cut: [YIELD],
  freeze: [STOP_ABOVE],
};

/** What is said of a step in one line. */
export function stepWords(step: EditorStep): string {
  return [
    step.plateMm ? `${step.plateMm} mm plate` : '',
    step.pass ? `pass ${step.pass}` : '',
    step.stream && step.stream !== 'all' ? `${step.stream} only` : '',
    step.stream === 'fat' && step.fatFromPct ? `from ${step.fatFromPct} % fat` : '',
    step.mixedBy === 'hand' ? 'by hand' : '',
    step.bind ? (step.bind === 'short' ? 'mixed short' : 'until sticky') : '',
    step.minutes ? `${step.minutes} min` : '',
    step.minMinutes && step.maxMinutes ? `${step.minMinutes}–${step.maxMinutes} min` : '',
    step.hours ? `${step.hours} h` : '',
    step.lotKg ? `lots of ${step.lotKg} kg` : '',
    step.liquidParts ? `liquid in ${step.liquidParts}` : '',
    step.seasonHow ?? '',
    step.chamberC === undefined ? '' : `${step.chamberC} °C around it`,
    step.stopAboveC === undefined ? '' : `not above ${step.stopAboveC} °C`,
    step.stopBelowC === undefined ? '' : `core ${step.stopBelowC} °C`,
    step.fill ? `filled ${step.fill}` : '',
    step.prick ? 'pricked' : '',
    step.shape ?? '',
    step.twist ?? '',
    step.cooling ?? '',
    step.targetLossPct ? `loses ${step.targetLossPct} %` : '',
    step.expectedYieldPct ? `${step.expectedYieldPct} % comes out` : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
