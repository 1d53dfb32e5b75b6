import type { LOSSES } from '../src/index.js';
import {
  batchMasses,
  fold,
  productOf,
  type BatchFacts,
  type BenchEntry,
  type MethodStep,
  type Portion,
} from '../src/index.js';
import { aBatch, afterEntries } from './a-batch.js';
import { CURE, SALT, close, weigh } from './a-cured-batch.js';
import { US, method } from './on-the-way.js';

/** A portion that is raw and parts by half, unless it is said otherwise. */
export const portion = (key: string, partsAfter: string, more: Partial<Portion> = {}): Portion => ({
  key,
  name: `The ${key}`,
  partsAfter,
  plan: { by: 'share', pct: 50 },
  state: 'raw',
  claims: [],
  casing: null,
  linkMassG: null,
  linkLengthMm: null,
  ...more,
});
export const intoPortion = (stepId: string, key: string, massMg: number, n = 0): BenchEntry => ({
  kind: 'out',
  body: { id: `p ${stepId} ${key} ${massMg} ${n}`, stepId, to: 'next', portion: key, massMg },
});
export const lost = (stepId: string, reason: keyof typeof LOSSES, massMg: number): BenchEntry => ({
  kind: 'out',
  body: { id: `l ${stepId} ${reason} ${massMg}`, stepId, to: 'loss', reason, massMg },
});

export const TRUNK = method(['meats', 'weigh-meat'], ['spice', 'weigh-ingredients'], ['mix', 'mix']);
/** 20 kg of meat, 350 g of cure and 80 g of salt: 20.43 kg of mix. */
export const MIX_MG = 20_430_000;
export function mixed(rest: MethodStep[], portions: Portion[], trunk: MethodStep[] = TRUNK): BatchFacts {
  const facts = aBatch([...trunk, ...rest], { ingredients: [CURE, SALT], portions });
  return afterEntries(facts, [
    weigh('line Lean', 15_000_000),
    weigh('line Belly', 5_000_000),
    close('meats'),
    weigh('line Cure', 350_000),
    weigh('line Fine salt', 80_000),
    close('spice'),
  ]);
}
export const of = (key: string, ...kinds: Parameters<typeof method>): MethodStep[] =>
  method(...kinds).map((s) => ({ ...s, portion: key }));

export const STICKS_AND_LOG = () =>
  mixed(
    [
      ...method(['stuff', 'stuff'], ['smoke', 'smoke', { expectedYieldPct: 90 }]),
      ...of('log', ['fill', 'stuff'], ['scald', 'water-cook', { stopBelowC: 71 }]),
    ],
    [portion('log', 'mix', { state: 'cooked' })],
  );
export const products = (facts: BatchFacts) => fold(facts, US).products;
export const matterOf = (facts: BatchFacts, key: string | null) =>
  batchMasses(facts).matters.together(productOf(facts, key));

/** 350 g of cure of 0.6 % are 2.1 g of nitrite and 347.9 g of salt; with 80 g: 427.9 g on 20.43 kg (arithmetic). */
export const SALT_G = 427.9 / 20.43;
export const NITRITE = 2100 / 20.43;
export const closeAll = (facts: BatchFacts, ...ids: string[]) => afterEntries(facts, ids.map(close));
