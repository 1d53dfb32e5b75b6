import { describe, expect, it } from 'vitest';
import {
  fatFormulas,
  fold,
  gaugeFormula,
  lineFormulas,
  mixFormulas,
  stepFormulas,
  type BatchFacts,
  type Formula,
} from '../src/index.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, METHOD, SALT, close, meatIn, weigh } from './a-cured-batch.js';
import { worth } from './read-formula.js';

const WATER = ingredientLine('Water', 30, { role: 'liquid', dose: { gPerKgMix: 30 } });
const LINES = [CURE, SALT, WATER];
const viewOf = (facts: BatchFacts) => fold(facts, A_SHOP);
const seen = (formulas: readonly Formula[], gives: string) => {
  const found = formulas.find((f) => f.gives === gives);
  if (!found)
    throw new Error(`nothing is said of ${gives}, only of ${formulas.map((f) => f.gives).join(', ')}`);
  return found.figures;
};
/** Both sides of a formula, each by what is written. */
const sides = (figures: string) => figures.split('=').map(worth);
const near = ([left = NaN, right = NaN]: number[], part = 1e-3) =>
  expect(Math.abs(left - right)).toBeLessThanOrEqual(part * Math.abs(right) + 1e-9);

const stages = {
  planned: aBatch(METHOD, { ingredients: LINES }),
  weighed: meatIn({ ingredients: LINES, mixerCapacityKg: 12 }),
  made: afterEntries(meatIn({ ingredients: LINES }), [
    weigh('line Cure', 350_000),
    weigh('line Fine salt', 82_000),
    weigh('line Water', 640_000),
    close('spice'),
  ]),
};

describe.each(Object.entries(stages))('the formulas of a batch that is %s', (_, facts) => {
  const view = viewOf(facts);

  it('give what is due of every line, its share and its loads', () => {
    for (const line of view.lines) {
      const formulas = lineFormulas(line, view);
      const due = seen(formulas, 'Due');
      const [left = NaN, right = NaN] = sides(due.replace(/ g per kg/, ''));
      if (line.kind === 'meat') {
        near([left, right]);
      } else {
        expect(right).toBe(line.dueMg);
        const scale = A_SHOP.scales.find((s) => s.id === line.scaleId)!;
        expect(Math.abs(left / 1000 - right)).toBeLessThanOrEqual(scale.divisionMg / 2 + right * 1e-4);
        near(sides(seen(formulas, 'Of the mix')), 5e-3);
      }
      if (line.perLoadMg.length > 1) near(sides(seen(formulas, 'Per load')), 0);
    }
  });

  it('give the mix, the fat and how sure it is', () => {
    near(sides(seen(mixFormulas(view), 'Mix due')));
    const fat = fatFormulas(view);
    const [pct = NaN, shown = NaN] = sides(seen(fat, 'Fat'));
    expect(Math.abs(pct - shown)).toBeLessThanOrEqual(0.000_501);
    expect(Math.abs(shown * 100 - view.plannedFatPct)).toBeLessThanOrEqual(0.0501);
    near(sides(seen(fat, 'Give and take')), 0.06);
    expect(seen(fat, 'Sure to be inside')).toContain(`${(view.inWindow * 100).toFixed(1)} %`);
  });

  it('give the yields and what is still there', () => {
    for (const step of view.steps) {
      for (const formula of stepFormulas(step, view)) near(sides(formula.figures), 2e-3);
    }
  });
});

describe('a formula', () => {
  it('of cure puts its nitrite over the meat, and says what the limit leaves', () => {
    const view = viewOf(stages.made);
    const cure = view.lines.find((l) => l.name === 'Cure')!;
    const formulas = lineFormulas(cure, view);
    const [nitrite = NaN, rest = ''] = seen(formulas, 'Nitrite of this line')
      .split('=')
      .map((side, i) => (i === 0 ? worth(side) : side)) as [number, string];
    expect(nitrite).toBe(2_100);
    expect(rest.split(' in ').map(worth)).toEqual([2_100, view.mixMg]);
    expect((nitrite / view.mixMg) * 1e6).toBeCloseTo(cure.cure!.ppm, 1);
    expect(seen(formulas, 'ppm of nitrite')).toContain(`${cure.cure!.ppm.toFixed(1)} ppm, at most 120.0`);
    expect(worth(seen(formulas, 'At most'))).toBe(cure.cure!.maxMg);
  });

  it('of the mix as made is there once it is made', () => {
    expect(mixFormulas(viewOf(stages.weighed)).map((f) => f.gives)).not.toContain('Mix as made');
    const made = seen(mixFormulas(viewOf(stages.made)), 'Mix as made');
    expect(sides(made)).toEqual([21_072_000, 21_072_000]);
  });

  it('of a tested fat says what the test made of it', () => {
    const tested = { ...stages.weighed, fatTest: { fatPct: 24, fatSd: 0.5, stream: null, at: A_SHOP.now } };
    const view = viewOf(tested);
    const said = seen(fatFormulas(view), 'After the test');
    expect(said).toContain(`gives ${view.fatTest!.posteriorPct.toFixed(1)} ±`);
    expect(fatFormulas(viewOf(stages.weighed)).map((f) => f.gives)).not.toContain('After the test');
  });

  it('of a limit names its rule and its source', () => {
    const [gauge] = viewOf(stages.made).gauges;
    const said = gaugeFormula(gauge!);
    expect(said.figures).toContain(gauge!.source);
    expect(said.figures).toContain(gauge!.written);
    expect(said.rule).toContain(gauge!.basis);
  });
});
