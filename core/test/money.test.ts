import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOOK_IDS, COUNTRIES, formatMoney, isCurrency, isTimeZone } from '../src/index.js';

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
