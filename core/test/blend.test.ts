import fc from 'fast-check';
import { cumulativeStdNormalProbability } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { InputError, addBack, correctFat, inWindow, learnFat, mixture, normalCdf } from '../src/index.js';
import { normal, seeded } from './seeded.js';

describe('mixture (alligation, common practice)', () => {
  it('blends fat by mass', () => {
    expect(
      mixture([
        { massKg: 6, fatPct: 4 },
        { massKg: 2, fatPct: 44 },
      ]).fatPct,
    ).toBeCloseTo(14, 12);
    expect(
      mixture([
        { massKg: 2, fatPct: 25 },
        { massKg: 1, fatPct: 55 },
      ]).fatPct,
    ).toBeCloseTo(35, 12);
  });

  it('adds uncertainties as independent, checked by Monte Carlo with 10⁵ draws', () => {
    const parts = [
      { massKg: 20, fatPct: 19, fatSd: 2 },
      { massKg: 11, fatPct: 23, fatSd: 4 },
      { massKg: 3, fatPct: 90, fatSd: 4 },
    ];
    const { fatPct, fatSd, massKg } = mixture(parts);
    const window = { minPct: 23, maxPct: 27 };
    const random = seeded(42);
    const draws = 100_000;
    let inside = 0;
    for (let i = 0; i < draws; i += 1) {
      const fat = parts.reduce(
        (sum, p) => sum + (p.massKg / massKg) * (p.fatPct + p.fatSd * normal(random)),
        0,
      );
      if (fat >= window.minPct && fat <= window.maxPct) inside += 1;
    }
    expect(inWindow(fatPct, fatSd, window)).toBeCloseTo(inside / draws, 2);
    expect(Math.abs(inWindow(fatPct, fatSd, window) - inside / draws)).toBeLessThan(0.005);
  });

  it('lies between its parts and does not depend on scale', () => {
    const part = fc.record({
      massKg: fc.double({ min: 0.01, max: 500, noNaN: true }),
      fatPct: fc.double({ min: 0, max: 100, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 1, maxLength: 10 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (parts, factor) => {
          const { fatPct } = mixture(parts);
          expect(fatPct).toBeGreaterThanOrEqual(Math.min(...parts.map((p) => p.fatPct)) - 1e-9);
          expect(fatPct).toBeLessThanOrEqual(Math.max(...parts.map((p) => p.fatPct)) + 1e-9);
          expect(mixture(parts.map((p) => ({ ...p, massKg: p.massKg * factor }))).fatPct).toBeCloseTo(
            fatPct,
            8,
          );
        },
      ),
    );
  });

  it('names the part that is wrong', () => {
    expect(() =>
      mixture([
        { massKg: 1, fatPct: 20 },
        { massKg: -1, fatPct: 120 },
      ]),
    ).toThrow(
      expect.objectContaining({
        issues: [
          expect.objectContaining({ path: 'parts[1].massKg' }),
          expect.objectContaining({ path: 'parts[1].fatPct' }),
        ],
      }),
    );
    expect(() => mixture([{ massKg: 0, fatPct: 20 }])).toThrow(InputError);
  });
});

describe('chance of being in the window', () => {
  it('agrees with the published table of the normal distribution (package simple-statistics)', () => {
    for (const z of [-3, -1.96, -0.5, 0, 0.31, 1.28, 2.33]) {
      expect(normalCdf(z)).toBeCloseTo(cumulativeStdNormalProbability(z), 3);
    }
    expect(normalCdf(-6)).toBeCloseTo(9.865876450377e-10, 18);
  });

  it('is yes or no when the fat is exactly known', () => {
    const window = { minPct: 23, maxPct: 27 };
    expect(inWindow(27, 0, window)).toBe(1);
    expect(inWindow(27.001, 0, window)).toBe(0);
  });
});

describe('add-back (Pearson’s square, common practice)', () => {
  it('gives the textbook figure', () => {
    expect(addBack({ massKg: 12, fatPct: 18, targetFatPct: 26, addFatPct: 90 })).toEqual({
      addKg: 1.5,
      totalKg: 13.5,
    });
    expect(addBack({ massKg: 12, fatPct: 18, targetFatPct: 18, addFatPct: 18 }).addKg).toBe(0);
  });

  it('reaches the target whenever it lies between the two fats', () => {
    const three = fc.uniqueArray(fc.integer({ min: 0, max: 1000 }), { minLength: 3, maxLength: 3 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), three, fc.boolean(), (tenthsKg, tenthsPct, leaner) => {
        const [low = 0, middle = 0, high = 0] = [...tenthsPct].sort((a, b) => a - b).map((t) => t / 10);
        const [fatPct, addFatPct] = leaner ? [high, low] : [low, high];
        const massKg = tenthsKg / 10;
        const { addKg } = addBack({ massKg, fatPct, targetFatPct: middle, addFatPct });
        const blend = mixture([
          { massKg, fatPct },
          { massKg: addKg, fatPct: addFatPct },
        ]);
        expect(blend.fatPct).toBeCloseTo(middle, 6);
      }),
    );
  });

  it('refuses a target on the wrong side', () => {
    expect(() => addBack({ massKg: 10, fatPct: 30, targetFatPct: 25, addFatPct: 90 })).toThrow(
      /must be below 25 %/,
    );
    expect(() => addBack({ massKg: 10, fatPct: 20, targetFatPct: 25, addFatPct: 25 })).toThrow(InputError);
  });
});

describe('learning from a fat test', () => {
  it('weighs prior and test by inverse variance', () => {
    const { fatPct, fatSd } = correctFat({ fatPct: 25, fatSd: 2 }, { fatPct: 27, fatSd: 1 });
    expect(fatPct).toBeCloseTo(26.6, 10);
    expect(fatSd).toBeCloseTo(Math.sqrt(0.8), 10);
  });

  it('agrees with the batch’s own correction when the lots are put together again', () => {
    const lot = fc.record({
      massKg: fc.double({ min: 1, max: 50, noNaN: true }),
      fatPct: fc.double({ min: 20, max: 60, noNaN: true }),
      fatSd: fc.double({ min: 0.5, max: 4, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(lot, { minLength: 1, maxLength: 6 }),
        fc.double({ min: 25, max: 55, noNaN: true }),
        (lots, tested) => {
          const test = { fatPct: tested, fatSd: 1 };
          const prior = mixture(lots);
          const learned = learnFat(
            lots.map((l, i) => ({ ...l, id: String(i) })),
            test,
          ).lots;
          fc.pre(learned.every((l) => l.fatPct > 0 && l.fatPct < 100));
          const after = mixture(
            lots.map((l, i) => ({ massKg: l.massKg, fatPct: learned[i]?.fatPct ?? NaN })),
          );
          expect(after.fatPct).toBeCloseTo(correctFat(prior, test).fatPct, 6);
        },
      ),
    );
  });
});
