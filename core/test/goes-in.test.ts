import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, goesIn, type BatchFacts, type BenchEntry, type MethodStep } from '../src/index.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;
const METHOD = [
  step('meats', 'weigh-meat'),
  step('dry', 'weigh-ingredients'),
  step('season', 'season', { seasonHow: 'in halves' }),
  step('mix', 'mix', { liquidParts: 3 }),
];
const LINES = [
  ingredientLine('Water', 60, { role: 'liquid', entersAt: 'mix' }),
  ingredientLine('Cheese', 100, { role: 'inclusion', entersAt: 'mix' }),
  ingredientLine('Mace', 0.4, { entersAt: 'mix' }),
  ingredientLine('Cure', 20, { role: 'cure', nitritePct: 0.6, entersAt: 'mix' }),
  ingredientLine('Salt', 2, { role: 'salt', entersAt: 'season' }),
];
const weigh = (name: string, massMg: number, load = 0): BenchEntry => ({
  kind: 'weighing',
  body: { id: `w ${name} ${load}`, lineId: `line ${name}`, massMg, load },
});

/** Twenty kilograms for a mixer of fifteen: two loads. The lines stand at the step they enter. */
function batch(): BatchFacts {
  const facts = aBatch(METHOD, { ingredients: LINES, mixerCapacityKg: 15 });
  return {
    ...facts,
    lines: facts.lines.map((l) => {
      const at = l.document?.entersAt ?? 'season';
      return {
        ...l,
        placeAccountId: facts.steps.find((s) => s.document.key === at)?.placeAccountId ?? l.placeAccountId,
      };
    }),
  };
}
const MEATS = [weigh('Lean', 15_000_000), weigh('Belly', 5_000_000)];
const at = (facts: BatchFacts, key: string) => {
  const view = fold(facts, A_SHOP);
  return goesIn(
    view,
    view.steps.find((s) => s.key === key)!,
  );
};

describe('what goes in now', () => {
  it('stands in the order of the hand: meat, cure, seasoning, liquid, what must stay whole', () => {
    const facts = afterEntries(batch(), [
      ...MEATS,
      ...['Water', 'Cheese', 'Mace', 'Cure'].map((name) => weigh(name, 400_000)),
      { kind: 'out', body: { id: 'o', stepId: 'season', to: 'next', massMg: 20_000_000 } },
    ]);
    expect(at(facts, 'mix').map((g) => g.name)).toEqual(['Meat', 'Cure', 'Mace', 'Water', 'Cheese']);
    expect(at(facts, 'mix')[0]).toMatchObject({ massMg: 20_000_000, perLoadMg: [10_000_000, 10_000_000] });
  });

  it('is called the mix so far once something went into it', () => {
    const facts = afterEntries(batch(), [
      ...MEATS,
      weigh('Salt', 40_000),
      weigh('Mace', 8000),
      { kind: 'out', body: { id: 'o', stepId: 'season', to: 'next', massMg: 20_040_000 } },
    ]);
    expect(at(facts, 'season').map((g) => g.name)).toEqual(['Meat', 'Salt']);
    expect(at(facts, 'mix').map((g) => g.name)).toEqual(['Mix so far', 'Mace']);
  });

  it('is in grams of each load as it was weighed for it, and sums to what was weighed', () => {
    const facts = afterEntries(batch(), [...MEATS, weigh('Cure', 190_000, 1), weigh('Cure', 210_000, 2)]);
    expect(at(facts, 'mix').find((g) => g.name === 'Cure')?.perLoadMg).toEqual([190_000, 210_000]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2_000_000 }), fc.integer({ min: 1, max: 2_000_000 }), (a, b) => {
        const some = afterEntries(batch(), [...MEATS, weigh('Water', a), weigh('Water', b, 2)]);
        const water = at(some, 'mix').find((g) => g.name === 'Water')!;
        expect(water.perLoadMg.reduce((x, y) => x + y, 0)).toBe(a + b);
        expect(water.partsMg).toHaveLength(3);
        expect(water.partsMg.reduce((x, y) => x + y, 0)).toBe(water.perLoadMg[0]);
      }),
      { numRuns: 30 },
    );
  });

  it('is not cut into loads of the mixer where it goes in before: one tub, in halves', () => {
    const facts = afterEntries(batch(), [...MEATS, weigh('Salt', 40_000)]);
    const view = fold(facts, A_SHOP);
    expect(view.loads).toBe(2);
    expect(view.lines.find((l) => l.name === 'Salt')?.perLoadMg).toHaveLength(1);
    expect(view.lines.find((l) => l.name === 'Mace')?.perLoadMg).toHaveLength(2);
    expect(at(facts, 'season')[1]).toMatchObject({ perLoadMg: [40_000], partsMg: [20_000, 20_000] });
  });

  it('keeps a line that was signed past in sight until it is in or given up', () => {
    const facts = afterEntries(batch(), [...MEATS, weigh('Mace', 8000)]);
    expect(at(facts, 'mix').map((g) => g.name)).not.toContain('Cure');
    const past = {
      ...facts,
      steps: facts.steps.map((s) =>
        s.id === 'dry' ? { ...s, closedAt: A_SHOP.now, overrideReason: 'None there' } : s,
      ),
    };
    const cure = () => at(past, 'mix').find((g) => g.name === 'Cure');
    expect(cure()).toMatchObject({ forgotten: true, massMg: 0 });
    const mark: BenchEntry = {
      kind: 'mark',
      body: { id: 'g', stepId: 'mix', kind: 'given-up', lineId: 'line Cure', why: 'goes without' },
    };
    expect(at(afterEntries(past, [mark]), 'mix').map((g) => g.name)).not.toContain('Cure');
    expect(at(afterEntries(past, [mark]), 'mix').map((g) => g.name)).toContain('Water');
  });

  it('is nothing where nothing is written to go in', () => {
    expect(at(afterEntries(batch(), MEATS), 'meats')).toEqual([]);
  });
});
