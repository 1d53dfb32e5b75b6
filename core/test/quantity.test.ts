import fc from 'fast-check';
import Qty from 'js-quantities';
import { describe, expect, it } from 'vitest';
import {
  InputError,
  fillTokens,
  formatLength,
  formatMass,
  formatTemperature,
  mgFromG,
  massToken,
  parseQuantity,
  shareOut,
  temperatureToken,
} from '../src/index.js';

const massOf = (text: string, numberStyle?: 'point' | 'comma') => {
  const q = parseQuantity(text, { numberStyle });
  if (q.kind !== 'mass') throw new Error(`${text} is no mass`);
  return q.massMg;
};

const refusal = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) return error.message;
    throw error;
  }
  throw new Error('was not refused');
};

describe('reading quantities', () => {
  it('reads what people type, exactly to the milligram (NIST Handbook 44 App. C)', () => {
    expect(massOf('12 lb 4 oz')).toBe(5_556_507);
    expect(massOf('3 1/2 kg')).toBe(3_500_000);
    expect(massOf('12,4 kg')).toBe(12_400_000);
    expect(massOf('½ kg')).toBe(500_000);
    expect(massOf('1 lb')).toBe(453_592);
    expect(massOf('1 oz')).toBe(28_350);
  });

  it('reads temperatures, lengths and volumes', () => {
    expect(parseQuantity('165F')).toMatchObject({ kind: 'temperature', tempC: expect.closeTo(73.8889, 4) });
    expect(parseQuantity('-2 °C')).toMatchObject({ tempC: -2 });
    expect(parseQuantity('2 in')).toMatchObject({ lengthMm: 50.8 });
    expect(parseQuantity('3/4 cup')).toMatchObject({ volumeMl: 177.441177375 });
  });

  it('rounds a converted entry once, half to even', () => {
    expect(massOf('0.0005 g')).toBe(0);
    expect(massOf('0.0015 g')).toBe(2);
    expect(massOf('0.0025 g')).toBe(2);
  });

  it('refuses a mark before exactly three digits with both readings, unless a style is set', () => {
    const sentence = refusal(() => parseQuantity('1,250 g'));
    expect(sentence).toContain('1.250');
    expect(sentence).toContain('1250');
    expect(massOf('1,250 g', 'comma')).toBe(1250);
    expect(massOf('1,250 g', 'point')).toBe(1_250_000);
    expect(massOf('0.250 kg')).toBe(250_000);
  });

  it.each(['', '5', '-3 kg', 'abc', '4 zz', '1/0 kg', '3 oz 2 lb', '1e9 kg', '12..4 kg'])(
    'refuses %j with a sentence',
    (text) => {
      expect(refusal(() => parseQuantity(text))).toMatch(/Accepted: |divides by zero/);
    },
  );

  it('refuses a liquid in oz and names both readings', () => {
    const sentence = refusal(() => parseQuantity('3 oz', { expect: 'volume' }));
    expect(sentence).toContain('28.35 g');
    expect(sentence).toContain('29.57 mL');
  });

  it.each([
    ['lb', 'lb', 'mg'],
    ['oz', 'oz', 'mg'],
    ['kg', 'kg', 'mg'],
    ['in', 'in', 'mm'],
    ['ft', 'ft', 'mm'],
    ['cup', 'cu', 'ml'],
    ['tbsp', 'tbs', 'ml'],
    ['tsp', 'tsp', 'ml'],
    ['fl oz', 'floz', 'ml'],
  ])('agrees with a second units package on %s', (ours, theirs, base) => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), (tenths) => {
        const q = parseQuantity(`${tenths / 10} ${ours}`, { numberStyle: 'point' });
        const mine =
          q.kind === 'mass'
            ? q.massMg
            : q.kind === 'volume'
              ? q.volumeMl
              : q.kind === 'length'
                ? q.lengthMm
                : NaN;
        const other = new Qty(tenths / 10, theirs).to(base).scalar;
        expect(Math.abs(mine - other)).toBeLessThanOrEqual(Math.max(0.51, other * 2e-6));
      }),
    );
  });

  it('reads back what it writes in kilograms', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1_000_000, max: 2_000_000_000 }), (mg) => {
        const text = formatMass(mg, { system: 'metric', numberStyle: 'point' }, 1);
        expect(massOf(text.replaceAll('\u202f', ''), 'point')).toBe(mg);
      }),
    );
  });
});

describe('writing quantities', () => {
  it('uses grams below a kilogram and kilograms above', () => {
    expect(formatMass(96_000, { system: 'metric' })).toBe('96.0\u00a0g');
    expect(formatMass(12_460_000, { system: 'metric' }, 20_000)).toBe('12.46\u00a0kg');
    expect(formatMass(-500, { system: 'metric' })).toBe('−0.50\u00a0g');
  });

  it('writes pounds and ounces, carrying sixteen ounces over', () => {
    expect(formatMass(5_556_507, { system: 'pound' })).toBe('12\u00a0lb\u00a04.0\u00a0oz');
    expect(formatMass(mgFromG(453.5923), { system: 'pound' })).toMatch(
      /^(1\u00a0lb\u00a00\.0|16\.00)\u00a0oz$/,
    );
  });

  it('follows the number style and the unit system', () => {
    expect(formatMass(12_460_000, { system: 'metric', numberStyle: 'comma' }, 10_000)).toBe('12,46\u00a0kg');
    expect(formatTemperature(4, { system: 'pound' })).toBe('39.2\u00a0°F');
    expect(formatLength(24_300, { system: 'metric' })).toBe('24.30\u00a0m');
  });
});

describe('sentences for readers not yet known', () => {
  it('take the reader’s units', () => {
    const sentence = `${massToken(5_556_507)} is missing; ${temperatureToken(7.5)} is above the stop.`;
    expect(fillTokens(sentence, { system: 'metric' })).toBe(
      '5.56\u00a0kg is missing; 7.5\u00a0°C is above the stop.',
    );
    expect(fillTokens(sentence, { system: 'pound' })).toBe(
      '12\u00a0lb\u00a04.0\u00a0oz is missing; 45.5\u00a0°F is above the stop.',
    );
    expect(fillTokens('nothing here', { system: 'metric' })).toBe('nothing here');
  });
});

describe('sharing out', () => {
  it('sums exactly, gives whole divisions and differs by at most one between equal parts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e9 }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 1000 }),
        (divisions, parts, unit) => {
          const total = divisions * unit;
          const shares = shareOut(total, new Array<number>(parts).fill(1), unit);
          expect(shares.reduce((a, b) => a + b, 0)).toBe(total);
          expect(Math.max(...shares) - Math.min(...shares)).toBeLessThanOrEqual(unit);
          expect(shares.every((s) => s % unit === 0)).toBe(true);
        },
      ),
    );
  });

  it('keeps the sum with unequal weights', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e12 }),
        fc.array(fc.double({ min: 0.001, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 12 }),
        (total, weights) => {
          expect(shareOut(total, weights).reduce((a, b) => a + b, 0)).toBe(total);
        },
      ),
    );
  });

  it('refuses a weight that is not a number', () => {
    expect(() => mgFromG(Infinity)).toThrow(InputError);
    expect(() => shareOut(10, [0, 0])).toThrow(InputError);
  });
});
