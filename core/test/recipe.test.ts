import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  InputError,
  casingNeed,
  controlChart,
  linkFigures,
  loads,
  mixPerMeat,
  nitrite,
  overPour,
  sample,
  scaleRecipe,
} from '../src/index.js';

const line = (name: string, gPerKgMeat: number) => ({ name, dose: { gPerKgMeat } });

describe('scaling per kilogram (arithmetic, common practice)', () => {
  it('gives the worked example', () => {
    const lines = [
      line('salt', 16),
      line('pepper', 3),
      line('sage', 2.5),
      line('mace', 0.4),
      line('sugar', 2.4),
      line('water', 60),
    ];
    const scaled = scaleRecipe({ meatKg: 8, lines });
    expect(scaled.lines.map((l) => l.massG)).toEqual([128, 24, 20, 3.2, 19.2, 480]);
    expect(scaled.mixKg).toBeCloseTo(8.6744, 10);
  });

  it('takes doses on the mix into account on both sides', () => {
    const scaled = scaleRecipe({
      meatKg: 10,
      lines: [line('salt', 15), { name: 'cheese', dose: { pctOfMix: 20 } }],
    });
    expect(scaled.mixPerMeatKg).toBeCloseTo(1.015 / 0.8, 12);
    expect(scaled.lines[1]?.massG).toBeCloseTo(scaled.mixKg * 200, 2);
  });

  it('reads 17.7 % lower on the mix with 20 % inclusions on meat and 15 g/kg salt', () => {
    const scaled = scaleRecipe({ meatKg: 100, lines: [line('salt', 15), line('cheese', 200)] });
    const perKgMix = scaled.lines[0]!.massG / scaled.mixKg;
    expect(perKgMix).toBeCloseTo(12.35, 2);
    expect(100 * (1 - perKgMix / 15)).toBeCloseTo(17.7, 1);
  });

  it('is linear, and loads sum exactly to the line', () => {
    const doses = fc.array(fc.double({ min: 0.1, max: 200, noNaN: true }), { minLength: 1, maxLength: 10 });
    fc.assert(
      fc.property(
        doses,
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 1, max: 7 }),
        fc.constantFrom(0.001, 0.01, 1, 20),
        (list, kg, count, divisionG) => {
          const lines = list.map((d, i) => line(`l${i}`, d));
          const one = scaleRecipe({ meatKg: kg, lines, loads: count, divisionG });
          const double = scaleRecipe({ meatKg: 2 * kg, lines, divisionG });
          one.lines.forEach((l, i) => {
            expect(Math.abs((double.lines[i]?.massG ?? 0) - 2 * l.massG)).toBeLessThanOrEqual(
              1.5 * divisionG + 1e-9,
            );
            const mg = l.perLoadG.map((g) => Math.round(g * 1000));
            expect(mg.reduce((a, b) => a + b, 0)).toBe(Math.round(l.massG * 1000));
            expect(Math.max(...mg) - Math.min(...mg)).toBeLessThanOrEqual(Math.round(divisionG * 1000));
          });
        },
      ),
    );
  });

  it('refuses doses on the mix that leave no meat, and names the line that is wrong', () => {
    expect(() => mixPerMeat([{ pctOfMix: 60 }, { gPerKgMix: 400 }])).toThrow(InputError);
    expect(() => scaleRecipe({ meatKg: 5, lines: [line('a', 1), line('b', -2)] })).toThrow(
      expect.objectContaining({ issues: [expect.objectContaining({ path: 'lines[1].dose.gPerKgMeat' })] }),
    );
    expect(() => scaleRecipe({ meatKg: 0, lines: [] })).toThrow(/more than 0 kg/);
    expect(
      scaleRecipe({ meatKg: 20, lines: [{ name: 'mix', dose: { packet: { seasonsKg: 20, netG: 500 } } }] })
        .lines[0]?.massG,
    ).toBe(500);
  });
});

describe('over-pour (arithmetic)', () => {
  it('160 g where 128 g is due is the dose for 4 kg of meat', () => {
    const ways = overPour({
      meatKg: 3.2,
      name: 'spice',
      lines: [
        { name: 'spice', dueG: 128, actualG: 160 },
        { name: 'salt', dueG: 51.2 },
      ],
    });
    expect(ways.ratio).toBeCloseTo(1.25, 12);
    expect(ways.takeOutG).toBe(32);
    expect(ways.growMeatKg).toBeCloseTo(0.8, 12);
    expect(ways.growLines).toEqual([{ name: 'salt', addG: 64 }]);
    expect(ways.newDoseGPerKg).toBeCloseTo(50, 12);
  });

  it('after growing every line stands at its own dose', () => {
    const poured = fc.array(
      fc.record({
        dueG: fc.double({ min: 1, max: 900, noNaN: true }),
        part: fc.double({ min: 0, max: 2, noNaN: true }),
      }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(poured, fc.double({ min: 1, max: 100, noNaN: true }), (list, meatKg) => {
        const lines = list.map((l, i) => ({ name: String(i), dueG: l.dueG, actualG: l.dueG * l.part }));
        const ways = overPour({ meatKg, name: '0', lines });
        const factor = (meatKg + ways.growMeatKg) / meatKg;
        for (const l of lines) {
          const added = ways.growLines.find((g) => g.name === l.name)?.addG ?? 0;
          expect(l.actualG + added).toBeCloseTo(l.dueG * factor, 5);
        }
      }),
    );
  });
});

describe('ingoing nitrite (9 CFR 424.21(c): ounces to the hundredweight)', () => {
  it('a quarter ounce of sodium nitrite on 100 lb is 156.25 ppm and passes', () => {
    const quarterOz = 28.349523125 / 4;
    const answer = nitrite({ cureG: quarterOz, nitritePct: 100, meatKg: 45.359237, book: 'us' });
    expect(answer.ppmOnMeat).toBeCloseTo(156.25, 9);
    expect(answer.withinLimit).toBe(true);
    expect(
      nitrite({ cureG: 0.875 * 28.349523125, nitritePct: 100, meatKg: 45.359237, book: 'us' }).ppmOnMeat,
    ).toBeCloseTo(546.875, 9);
    expect(
      nitrite({ cureG: 0.75 * 28.349523125, nitritePct: 100, meatKg: 45.359237, book: 'us' }).ppmOnMeat,
    ).toBeCloseTo(468.75, 9);
  });

  it.each([
    [5, 150],
    [6.25, 187.5],
    [6.4, 192],
    [6.75, 202.5],
  ])('3 g/kg of %d %% cure is %d ppm', (nitritePct, ppm) => {
    expect(nitrite({ cureG: 3, nitritePct, meatKg: 1, book: 'us' }).ppmOnMeat).toBeCloseTo(ppm, 9);
  });

  it('2.5 g/kg of 6.25 % passes, 2.51 does not, and the greatest cure is exactly at the limit', () => {
    expect(nitrite({ cureG: 2.5, nitritePct: 6.25, meatKg: 1, book: 'us' }).withinLimit).toBe(true);
    const over = nitrite({ cureG: 2.51, nitritePct: 6.25, meatKg: 1, book: 'us' });
    expect(over.withinLimit).toBe(false);
    expect(nitrite({ cureG: over.maxCureG, nitritePct: 6.25, meatKg: 1, book: 'us' }).withinLimit).toBe(true);
  });

  it('80 mg/kg as ion is 119.98 as sodium nitrite (Reg. 2023/2108); books on the mix need the mix', () => {
    expect(nitrite({ cureG: 1, nitritePct: 6, meatKg: 1, mixKg: 1.1, book: 'eu' }).limitPpm).toBeCloseTo(
      119.98,
      2,
    );
    expect(() => nitrite({ cureG: 1, nitritePct: 6, meatKg: 1, book: 'uk' })).toThrow(
      expect.objectContaining({ issues: [expect.objectContaining({ path: 'mixKg' })] }),
    );
    expect(() => nitrite({ cureG: 1, nitritePct: 0, meatKg: 1, book: 'us' })).toThrow(/strength/);
  });
});

describe('links and casing (common practice)', () => {
  it('30 mm by 140 mm is 102.9 g, 9.7 to the kilogram', () => {
    const one = linkFigures({ calibreMm: 30, lengthMm: 140 });
    expect(one.massG).toBeCloseTo(102.9, 1);
    expect(one.perKg).toBeCloseTo(9.7, 1);
    expect((50 * one.massG) / 1000).toBeCloseTo(5.15, 2);
  });

  it('60 mm takes 2 kg in 680 mm', () => {
    expect(linkFigures({ calibreMm: 60, massG: 2000 }).lengthMm).toBeCloseTo(680, 0);
  });

  it('needs casing for twists and spare, and conserves mass', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.integer({ min: 16, max: 60 }),
        fc.integer({ min: 60, max: 300 }),
        (massKg, calibreMm, lengthMm) => {
          const need = casingNeed({ massKg, calibreMm, lengthMm });
          const each = linkFigures({ calibreMm, lengthMm }).massG;
          expect(need.links * each + need.remainderG).toBeCloseTo(massKg * 1000, 4);
          expect(need.remainderG).toBeLessThan(each + 1e-6);
          expect(need.metres).toBeGreaterThanOrEqual((need.links * lengthMm) / 1000);
        },
      ),
    );
    expect(() => linkFigures({ calibreMm: 30 })).toThrow(InputError);
    expect(() => linkFigures({ calibreMm: 30, lengthMm: 1, massG: 1 })).toThrow(InputError);
  });

  it('counts loads (33 kg in a 12-kg barrel is 3, with 0.9 usable 4)', () => {
    expect(loads({ massKg: 33, capacityKg: 12 })).toEqual({ loads: 3, eachKg: 11 });
    expect(loads({ massKg: 33, capacityKg: 12, usable: 0.9 }).loads).toBe(4);
    expect(loads({ massKg: 24, capacityKg: 12 }).loads).toBe(2);
  });
});

describe('samples and charts', () => {
  it('control limits of NIST/SEMATECH e-Handbook 6.3.2.2', () => {
    const chart = controlChart({ values: [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1] });
    expect(chart.centre).toBeCloseTo(50.81, 6);
    expect(chart.ucl).toBeCloseTo(55.8041, 3);
    expect(chart.lcl).toBeCloseTo(45.8159, 3);
    expect(chart.flags).toEqual([]);
    expect(controlChart({ values: [1, 2, 1, 2, 1, 2, 1, 2, 9] }).flags).toContain(8);
  });

  it('mean, spread, giveaway and the piece that is far out', () => {
    const answer = sample({ massesG: [100, 102, 98, 101, 99, 130], nominalG: 100 });
    expect(answer.meanG).toBeCloseTo(105, 10);
    expect(answer.giveawayPct).toBeCloseTo(5, 10);
    expect(answer.outliers).toEqual([5]);
    expect(answer.averageRule).toEqual({ pass: true, below: 0, belowTwice: 0 });
    expect(sample({ massesG: [100] }).sdG).toBe(0);
    expect(() => sample({ massesG: [] })).toThrow(InputError);
  });
});
