import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrivalLimit, isColder, isWarmer, readingKind } from '../src/index.js';

const toC = (fahrenheit: number) => ((fahrenheit - 32) * 5) / 9;

describe('a temperature against its limit, as a thermometer shows both', () => {
  it('lets 40 °F pass a limit of 4.4 °C, which is 39.9 °F and the same figure', () => {
    const { maxC } = arrivalLimit({ book: 'us', species: 'beef', state: 'fresh', form: 'whole' });
    expect(isWarmer(toC(40), maxC)).toBe(false);
    expect(isWarmer(toC(40.2), maxC)).toBe(true);
    expect(isColder(toC(159.8), 71)).toBe(false);
    expect(isColder(70.9, 71)).toBe(true);
  });

  it('is judged so at the bench', () => {
    const judge = (value: number) =>
      readingKind('temperature').judge({ kind: 'temperature', aboveC: 4.4 }, [value]);
    expect(judge(toC(40))).toBeNull();
    expect(judge(4.5)).toContain('above the stop');
  });

  it('is never both, and what is neither shows the same figure', () => {
    const temp = fc.double({ min: -40, max: 150, noNaN: true });
    fc.assert(
      fc.property(temp, temp, (a, b) => {
        expect(isWarmer(a, b) && isColder(a, b)).toBe(false);
        if (!isWarmer(a, b) && !isColder(a, b)) expect(Math.abs(a - b)).toBeLessThanOrEqual(0.1 + 1e-9);
        expect(isWarmer(a, b)).toBe(isColder(b, a));
      }),
    );
  });
});
