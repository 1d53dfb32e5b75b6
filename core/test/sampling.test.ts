import { mean, medianAbsoluteDeviation, sampleStandardDeviation } from 'simple-statistics';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError, controlChart, sample } from '../src/index.js';

const masses = fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 2, maxLength: 40 });

describe('a sample', () => {
  it('has the mean and the spread that another library computes (package simple-statistics)', () => {
    fc.assert(
      fc.property(masses, (massesG) => {
        const answer = sample({ massesG });
        expect(answer.n).toBe(massesG.length);
        expect(answer.meanG).toBeCloseTo(mean(massesG), 6);
        expect(answer.sdG).toBeCloseTo(sampleStandardDeviation(massesG), 6);
        expect(answer.cvPct).toBeCloseTo((100 * answer.sdG) / answer.meanG, 9);
        expect(answer).not.toHaveProperty('giveawayPct');
      }),
    );
  });

  it('calls far out what lies beyond 3 · 1.4826 median deviations, and nothing below five weights', () => {
    fc.assert(
      fc.property(masses, (massesG) => {
        const { outliers } = sample({ massesG });
        if (massesG.length < 5) {
          expect(outliers).toEqual([]);
          return;
        }
        const middle = [...massesG].sort((a, b) => a - b);
        const median =
          (middle[Math.floor((massesG.length - 1) / 2)]! + middle[Math.floor(massesG.length / 2)]!) / 2;
        const limit = 3 * 1.4826 * medianAbsoluteDeviation(massesG);
        const far = massesG.flatMap((g, i) => (Math.abs(g - median) > limit + 1e-9 ? [i] : []));
        expect(outliers).toEqual(far);
      }),
    );
    // Median 100, deviations 2 2 0 2 2: the limit is 8.8956 g (arithmetic).
    expect(sample({ massesG: [98, 102, 100, 98, 102, 108.8] }).outliers).toEqual([]);
    expect(sample({ massesG: [98, 102, 100, 98, 102, 110] }).outliers).toEqual([5]);
    expect(sample({ massesG: [98, 102, 100, 98, 102, 90] }).outliers).toEqual([5]);
    expect(sample({ massesG: [100, 100, 100, 300] }).outliers).toEqual([]);
    expect(sample({ massesG: [100, 100, 100, 100, 300] }).outliers).toEqual([4]);
  });

  // Tolerable negative errors of 76/211/EEC Annex I, from memory, at both ends of every step.
  it.each([
    [5, 0.45],
    [50, 4.5],
    [51, 4.5],
    [100, 4.5],
    [101, 4.545],
    [200, 9],
    [201, 9],
    [300, 9],
    [301, 9.03],
    [500, 15],
    [501, 15],
    [1000, 15],
    [1001, 15.015],
    [10_000, 150],
  ])('of %d g nominal may have a piece %d g below it, and one in forty beyond', (nominalG, tne) => {
    const rule = (...massesG: number[]) => sample({ massesG, nominalG }).averageRule!;
    const full = new Array<number>(39).fill(nominalG * 1.1);
    const at = nominalG - tne * 0.999;
    expect(rule(...full, at)).toEqual({ pass: true, below: 0, belowTwice: 0 });
    const below = nominalG - tne * 1.001;
    expect(rule(...full, below)).toEqual({ pass: true, below: 1, belowTwice: 0 });
    expect(rule(...full.slice(1), below)).toEqual({ pass: false, below: 1, belowTwice: 0 });
    const twice = nominalG - tne * 2.001;
    expect(rule(...full, twice)).toEqual({ pass: false, below: 1, belowTwice: 1 });
  });

  it('does not pass with a mean below the nominal weight, and gives away what is above it', () => {
    expect(sample({ massesG: [99, 100], nominalG: 100 }).averageRule?.pass).toBe(false);
    expect(sample({ massesG: [100, 100], nominalG: 100 }).averageRule?.pass).toBe(true);
    expect(sample({ massesG: [103, 105], nominalG: 100 }).giveawayPct).toBeCloseTo(4, 12);
    expect(sample({ massesG: [98, 98], nominalG: 100 }).giveawayPct).toBeCloseTo(-2, 12);
  });

  it('refuses what is no weight, by its place', () => {
    for (const wrong of [0, -1, Number.NaN, Infinity])
      expect(() => sample({ massesG: [100, wrong] })).toThrow(/Weight 2/);
    expect(() => sample({ massesG: [100], nominalG: 0 })).toThrow(InputError);
  });
});

describe('an individuals chart', () => {
  it('flags the eighth on one side of the mean and each after it, and begins anew on the mean', () => {
    // Eight below a mean of 10 and eight above it, far enough apart to be inside wide limits.
    const low = [9.9, 8.1, 9.9, 8.1, 9.9, 8.1, 9.9, 8.1];
    const high = low.map((v) => 20 - v);
    expect(controlChart({ values: [...low, ...high] }).flags).toEqual([7, 15]);
    expect(controlChart({ values: [...low.slice(1), ...high.slice(1)] }).flags).toEqual([]);
    const broken = [...low.slice(0, 4), 10, ...low.slice(4), ...high.slice(0, 4), 10, ...high.slice(4)];
    expect(controlChart({ values: broken }).flags).toEqual([]);
  });

  it('flags what lies beyond either limit', () => {
    const steady = [10, 10.1, 9.9, 10, 10.1, 9.9, 10, 10.1, 9.9, 10];
    expect(controlChart({ values: [...steady, 15] }).flags).toContain(10);
    expect(controlChart({ values: [...steady, 5] }).flags).toContain(10);
    expect(controlChart({ values: steady }).flags).toEqual([]);
  });

  it('needs two values, all of them numbers', () => {
    expect(() => controlChart({ values: [1] })).toThrow(/two values/);
    expect(() => controlChart({ values: [1, Number.NaN] })).toThrow(/Value 2/);
    expect(controlChart({ values: [1, 3] })).toMatchObject({ centre: 2, flags: [] });
  });
});
