import fc from 'fast-check';
import Qty from 'js-quantities';
import { describe, expect, it } from 'vitest';
import {
  backScale,
  expectedYield,
  measure,
  mixPerMeat,
  scaleRecipe,
  taste,
  withoutYield,
  type DoseLine,
  type MethodStep,
} from '../src/index.js';

const lines: DoseLine[] = [
  { name: 'salt', dose: { gPerKgMeat: 18 } },
  { name: 'water', dose: { gPerKgMeat: 60 } },
  { name: 'cheese', dose: { pctOfMix: 5 } },
];

describe('scaling back from what is wanted', () => {
  it('goes through every yield and the mix to the meat', () => {
    expect(backScale({ wanted: { finishedKg: 9 }, yields: [0.9], lines: [] }).meatKg).toBeCloseTo(10, 9);
    const links = backScale({ wanted: { links: 200, linkG: 100 }, yields: [0.98, 0.9, 0.99], lines });
    const mixKg = 20 / (0.98 * 0.9 * 0.99);
    expect(links.mixKg).toBeCloseTo(mixKg, 9);
    expect(links.meatKg).toBeCloseTo(mixKg / mixPerMeat(lines.map((l) => l.dose)), 9);
    expect(links.lines[0]!.massG).toBeCloseTo(18 * links.meatKg, 2);
  });

  it('and forward again is a round trip, for any yields', () => {
    const part = fc.integer({ min: 50, max: 105 }).map((n) => n / 100);
    fc.assert(
      fc.property(fc.array(part, { maxLength: 5 }), fc.integer({ min: 1, max: 5000 }), (yields, tenths) => {
        const finishedKg = tenths / 10;
        const back = backScale({ wanted: { finishedKg }, yields, lines });
        const forward = scaleRecipe({ meatKg: back.meatKg, lines });
        expect(forward.mixKg * yields.reduce((a, b) => a * b, 1)).toBeCloseTo(finishedKg, 6);
      }),
    );
  });

  it('names the wish or the yield that cannot be', () => {
    const paths = (wanted: Parameters<typeof backScale>[0]['wanted'], yields: number[] = []) => {
      try {
        backScale({ wanted, yields, lines: [] });
        return [];
      } catch (error) {
        return (error as { issues: { path: string }[] }).issues.map((i) => i.path);
      }
    };
    expect(paths({ finishedKg: 0 })).toEqual(['wanted.finishedKg']);
    expect(paths({ links: -1, linkG: 0 })).toEqual(['wanted.links', 'wanted.linkG']);
    expect(paths({ finishedKg: 1 }, [0.9, 0, 3])).toEqual(['yields[1]', 'yields[2]']);
  });
});

describe('a measure', () => {
  it('is grams by the density, with the volumes of NIST Handbook 44 App. C', () => {
    for (const [text, quantity] of [
      ['1 cup', '1 cup'],
      ['3/4 cup', '0.75 cup'],
      ['2 tbsp', '2 tablespoon'],
      ['4 tsp', '4 teaspoon'],
      ['250 mL', '250 ml'],
    ] as const) {
      const answer = measure({ text, densityGPerMl: 1 });
      expect('massG' in answer && answer.massG).toBeCloseTo(Qty(quantity).to('ml').scalar, 2);
    }
  });

  it('of a form nobody has named is a range: the same cup of salt is 137 g or 290 g (common practice)', () => {
    const answer = measure({ text: '1 cup', densityRange: [0.58, 1.23] });
    if (!('rangeG' in answer)) throw new Error('A range is expected.');
    expect(answer.rangeG[0]).toBeCloseTo(137.2, 1);
    expect(answer.rangeG[1]).toBeCloseTo(291, 0);
  });

  it('that is a weight is taken as it is, and what is neither is refused', () => {
    expect(measure({ text: '12 g' })).toEqual({ massG: 12 });
    expect(() => measure({ text: '3 in', densityGPerMl: 1 })).toThrow('a measure such as 3/4 cup');
    expect(() => measure({ text: '1 cup' })).toThrow('Give the density');
    expect(() => measure({ text: '1 cup', densityGPerMl: 1, densityRange: [1, 2] })).toThrow(
      'Give the density',
    );
    expect(() => measure({ text: '1 cup', densityRange: [2, 1] })).toThrow('from the least');
    expect(() => measure({ text: '1 cup', densityGPerMl: 12 })).toThrow('from 0.02 to 3');
  });
});

describe('a correction after tasting', () => {
  it('of too much needs plain meat: 10.843 kg of mix at 1.0843, 18 to 15 g/kg, needs 2 kg (common practice)', () => {
    const answer = taste({
      remainingMixKg: 10.843,
      mixPerMeatKg: 1.0843,
      fromGPerKg: 18,
      toGPerKg: 15,
      lines: [{ name: 'pepper', gPerKgMeat: 3 }],
    });
    expect(answer.remainingMeatKg).toBeCloseTo(10, 9);
    expect(answer.addMeatKg).toBeCloseTo(2, 9);
    expect(answer.topUps).toEqual([{ name: 'pepper', addG: expect.closeTo(6, 9) as number }]);
  });

  it('reaches the wanted dose whichever way it goes', () => {
    const dose = fc.integer({ min: 1, max: 400 }).map((n) => n / 10);
    fc.assert(
      fc.property(dose, dose, fc.integer({ min: 1, max: 900 }), (from, to, tenths) => {
        const mixPerMeatKg = 1.1;
        const answer = taste({ remainingMixKg: tenths / 10, mixPerMeatKg, fromGPerKg: from, toGPerKg: to });
        const meat = answer.remainingMeatKg;
        const grams = from * meat + (answer.addG ?? 0);
        expect(grams / (meat + (answer.addMeatKg ?? 0))).toBeCloseTo(to, 6);
      }),
    );
  });

  it('cannot take out what is in', () => {
    const base = { remainingMixKg: 5, mixPerMeatKg: 1.1, fromGPerKg: 18 };
    expect(() => taste({ ...base, toGPerKg: 0 })).toThrow('nothing can be taken out');
    expect(() => taste({ ...base, toGPerKg: 15, mixPerMeatKg: 0.9 })).toThrow('at least a kilogram');
    expect(() => taste({ ...base, toGPerKg: 15, remainingMixKg: 0 })).toThrow('more than 0 kg');
  });
});

describe('what comes out of a method', () => {
  const cook = { key: 'cook', kind: 'cook', stopBelowC: 71 } as MethodStep;
  const hang = { key: 'hang', kind: 'hang', hours: 600, targetLossPct: 34 } as MethodStep;

  it('is not known where a step that cooks, smokes or dries says nothing of it', () => {
    expect(withoutYield([cook])).toEqual(['Cook']);
    expect(withoutYield([{ ...cook, expectedYieldPct: 92 } as MethodStep])).toEqual([]);
    expect(withoutYield([{ key: 'rest', kind: 'rest', hours: 2 } as MethodStep])).toEqual([]);
  });

  it('of what hangs is what the loss that it waits for leaves', () => {
    expect(withoutYield([hang])).toEqual([]);
    expect(expectedYield([hang])).toBeCloseTo(0.66, 12);
    expect(expectedYield([hang, { ...cook, expectedYieldPct: 50 } as MethodStep])).toBeCloseTo(0.33, 12);
  });
});
