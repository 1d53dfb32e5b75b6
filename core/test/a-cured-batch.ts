import type { BatchFacts, BenchEntry, MethodStep } from '../src/index.js';
import { aBatch, afterEntries, ingredientLine } from './a-batch.js';

const step = (key: string, kind: MethodStep['kind']): MethodStep => ({ key, kind }) as MethodStep;
export const METHOD = [
  step('meats', 'weigh-meat'),
  step('spice', 'weigh-ingredients'),
  step('mix', 'mix'),
  step('stuff', 'stuff'),
  step('smoke', 'smoke'),
];
export const CURE = ingredientLine('Cure', 17.5, { role: 'cure', nitritePct: 0.6 });
export const SALT = ingredientLine('Fine salt', 4, { role: 'salt' });
/** A weighing of a line, for a load of the mixer or for all of them. */
export const weigh = (lineId: string, massMg: number, load = 0): BenchEntry => ({
  kind: 'weighing',
  body: { id: `w ${lineId} ${massMg} ${load}`, lineId, massMg, load },
});
/** A step closed by its id. */
export const close = (stepId: string): BenchEntry => ({ kind: 'close', body: { id: `c ${stepId}`, stepId } });

/** 20 kg of meat weighed in, the ingredients due. */
export const meatIn = (more: Parameters<typeof aBatch>[1] = {}): BatchFacts =>
  afterEntries(aBatch(METHOD, { ingredients: [CURE, SALT], ...more }), [
    weigh('line Lean', 15_000_000),
    weigh('line Belly', 5_000_000),
    close('meats'),
  ]);
