import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ROUTES } from '@zest/contract';
import { contractResolver, faultsOf, isNeeded, pathOf } from '../src/ui/command/resolver.js';
import { BARE, readLength, readMass, readNumberField, readTemperature } from '../src/ui/read-fields.js';

const METRIC = { units: 'metric', numberStyle: null } as const;
const POUND = { units: 'pound', numberStyle: null } as const;

describe('a figure as it is typed', () => {
  it('is a weight in whole milligrams, in kilograms or grams where no unit is given', () => {
    expect(readMass('12.5', METRIC)).toEqual({ mg: 12_500_000 });
    expect(readMass('12,5', { ...METRIC, numberStyle: 'comma' })).toEqual({ mg: 12_500_000 });
    expect(readMass('12.5', METRIC, 'g')).toEqual({ mg: 12_500 });
    expect(readMass('2 lb', METRIC)).toEqual({ mg: 907_185 });
    expect(readMass('some', METRIC).error).toBeTruthy();
    expect(readMass('3 m', METRIC).mg).toBeUndefined();
  });

  it('is a length of casing in whole millimetres, in metres where no unit is given', () => {
    expect(readLength('34', METRIC)).toEqual({ mm: 34_000 });
    expect(readLength('91.5 m', METRIC)).toEqual({ mm: 91_500 });
    expect(readLength('100 ft', METRIC)).toEqual({ mm: 30_480 });
    expect(readLength('2 kg', METRIC).mm).toBeUndefined();
  });

  it('is a temperature in °C, also where it is typed in °F', () => {
    expect(readTemperature('3', METRIC)).toEqual({ tempC: 3 });
    expect(readTemperature('-18 C', METRIC)).toEqual({ tempC: -18 });
    expect(readTemperature('41 F', METRIC).tempC).toBeCloseTo(5, 9);
    expect(readTemperature('cold', METRIC).error).toBeTruthy();
  });

  it('has the unit that stands beside it, for whoever reckons in pounds', () => {
    expect([BARE.mass(POUND), BARE.mass(POUND, 'g'), BARE.length(POUND), BARE.temperature(POUND)]).toEqual([
      'lb',
      'g',
      'ft',
      '°F',
    ]);
    expect(readMass('12.5', POUND)).toEqual({ mg: 5_669_905 });
    expect(readMass('12.5 kg', POUND)).toEqual({ mg: 12_500_000 });
    expect(readMass('12.5', POUND, 'g')).toEqual({ mg: 12_500 });
    expect(readTemperature('38', POUND).tempC).toBeCloseTo(3.33, 2);
    expect(readTemperature('38 °C', POUND)).toEqual({ tempC: 38 });
    expect(readLength('100', POUND)).toEqual({ mm: 30_480 });
  });

  it('comes back as it was, whatever number it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 90_000_000 }), (mg) => {
        expect(readMass(`${mg / 1000} g`, { ...METRIC, numberStyle: 'point' }).mg).toBe(mg);
      }),
    );
    // One and a thousandth, or one thousand and one: without the person’s own way it is asked.
    expect(readMass('1.001 g', METRIC).mg).toBeUndefined();
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000 }), (n) => {
        expect(readNumberField(String(n / 100), METRIC).value).toBeCloseTo(n / 100, 9);
        expect(
          readNumberField(String(n / 100).replace('.', ','), { ...METRIC, numberStyle: 'comma' }).value,
        ).toBeCloseTo(n / 100, 9);
      }),
    );
  });
});

describe('what the contract says against a form', () => {
  const { body } = ROUTES.sellLot;

  it('stands at the paths of its fields, in the contract’s words', () => {
    expect(faultsOf(body, {}).map((f) => [f.path, f.message])).toEqual([
      ['customer', 'This is needed.'],
      ['massMg', 'This is needed.'],
      ['priceMinorPerKg', 'This is needed.'],
    ]);
    const wrong = { customer: 'Mr Reed', massMg: -5, priceMinorPerKg: 400 };
    expect(faultsOf(body, wrong)).toEqual([{ path: 'massMg', message: 'A weight must be above 0.' }]);
    expect(faultsOf(body, { ...wrong, massMg: 5 })).toEqual([]);
  });

  it('knows what is needed, in rows too, and nothing of what may be left out', () => {
    expect(isNeeded(body, 'massMg')).toBe(true);
    expect(isNeeded(body, 'nothing')).toBe(false);
    expect(isNeeded(ROUTES.receiveGoods.body, 'useBy')).toBe(false);
    expect(pathOf('parts.0.massMg')).toBe('parts[0].massMg');
    expect(pathOf('signed.allergen-milk')).toBe('signed.allergen-milk');
  });

  it('is handed to the form by field, and nothing is left out of what may be sent', async () => {
    const resolve = contractResolver(body, (typed: object) => typed);
    const options = { fields: {}, shouldUseNativeValidation: false };
    const refused = await resolve({ customer: 'Mr Reed' }, undefined, options);
    expect(Object.keys(refused.errors)).toEqual(['massMg', 'priceMinorPerKg']);
    const typed = { customer: 'Mr Reed', massMg: 1000, priceMinorPerKg: 0 };
    expect(await resolve(typed, undefined, options)).toEqual({ values: typed, errors: {} });
  });
});
