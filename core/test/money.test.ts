import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BOOK_IDS,
  COUNTRIES,
  formatMoney,
  handHours,
  isCurrency,
  isTimeZone,
  recipeCost,
  workMinor,
} from '../src/index.js';

const point = { system: 'metric', numberStyle: 'point' } as const;
const comma = { system: 'metric', numberStyle: 'comma' } as const;

describe('money', () => {
  it('has the sign and the decimals of its currency, as its reader writes numbers', () => {
    expect(formatMoney(1234, 'GBP', point)).toBe('£12.34');
    expect(formatMoney(1234, 'EUR', comma)).toBe('12,34\u00a0€');
    expect(formatMoney(-250, 'USD', point)).toBe('−$2.50');
    expect(formatMoney(123_456_789, 'USD', point)).toBe('$1\u202f234\u202f567.89');
    expect(formatMoney(1250, 'CHF', point)).toBe('CHF\u00a012.50');
    // The yen has no smaller coin.
    expect(formatMoney(150_000, 'JPY', point)).toBe('¥1\u202f500');
    expect(formatMoney(1234, null, point)).toBe('12.34');
  });

  it('of every currency reads back to what it was, to its smallest coin', () => {
    const currencies = [...new Set(COUNTRIES.map((c) => c.currency))];
    fc.assert(
      fc.property(
        fc.constantFrom(...currencies),
        fc.integer({ min: 0, max: 10_000_000 }),
        (currency, minor) => {
          const text = formatMoney(minor, currency, point);
          const digits = Number(text.replace(/[^\d.]/g, ''));
          expect(Math.abs(digits * 100 - minor)).toBeLessThanOrEqual(50);
        },
      ),
    );
  });
});

describe('a country', () => {
  it('has a currency and zones that there are, and a book that is known or none', () => {
    for (const { code, currency, zones, book } of COUNTRIES) {
      expect([code, /^[A-Z]{2}$/.test(code), isCurrency(currency)]).toEqual([code, true, true]);
      for (const zone of zones) expect([zone, isTimeZone(zone)]).toEqual([zone, true]);
      if (book !== null) expect(BOOK_IDS).toContain(book);
      // ISO 3166-1 as the platform knows it: a name stands for each code.
      expect(new Intl.DisplayNames('en', { type: 'region' }).of(code)).not.toBe(code);
    }
    expect(new Set(COUNTRIES.map((c) => c.code)).size).toBe(COUNTRIES.length);
  });
});

describe('work', () => {
  const stint = fc.record({
    people: fc.integer({ min: 1, max: 50 }),
    minutes: fc.integer({ min: 1, max: 1440 }),
  });
  const said = { at: '2026-03-16T10:00:00.000Z', person: 'Ines' };

  it('costs its hours of hands, rounded once; nothing is known where an hour has no price', () => {
    // Two for an hour and a half and one for 25 minutes: 205 minutes.
    const stints = [
      { people: 2, minutes: 90 },
      { people: 1, minutes: 25 },
    ];
    expect(handHours(stints)).toBeCloseTo(205 / 60, 12);
    expect(workMinor({ stints, minorPerHour: 1850, ...said })).toBe(6321);
    expect(workMinor({ stints, minorPerHour: null, ...said })).toBeNull();
    fc.assert(
      fc.property(fc.array(stint, { maxLength: 8 }), fc.nat(100_000), (some, minorPerHour) => {
        const each = some.map((s) => (s.people * s.minutes * minorPerHour) / 60);
        const all = each.reduce((a, b) => a + b, 0);
        expect(Math.abs((workMinor({ stints: some, minorPerHour, ...said }) ?? NaN) - all)).toBeLessThan(
          0.501,
        );
      }),
    );
  });

  it('and a recipe is dearer by it, two people twice as much; a casing without a price is named', () => {
    const input = { meatMinorPerKg: 400, lines: [], mixPerMeat: 1, productYield: 0.8 };
    const labour = { minutesPerKg: 6, people: 1, minorPerHour: 2000 };
    // Six minutes a kilogram at 20 an hour are 2 a kilogram of mix, 2.50 a finished one.
    expect(recipeCost({ ...input, labour })).toMatchObject({
      perKgMix: 600,
      perKgFinished: 750,
      unpriced: [],
    });
    expect(recipeCost({ ...input, labour: { ...labour, people: 2 } }).perKgMix).toBe(800);
    const casing = { name: 'Hog casing', minorPerM: null, metresPerKgMix: 1.5 };
    expect(recipeCost({ ...input, casings: [casing] })).toMatchObject({
      perKgMix: 400,
      unpriced: ['Hog casing'],
    });
    expect(recipeCost({ ...input, casings: [{ ...casing, minorPerM: 40 }] })).toMatchObject({
      perKgMix: 460,
      unpriced: [],
    });
  });
});
