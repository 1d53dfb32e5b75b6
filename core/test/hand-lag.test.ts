import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_LAG, learnLag, stopShortMg, type HandLag } from '../src/index.js';

/** A hand that always lets the same part of the dose run on after it is told to stop. */
const pourBy = (runsOn: number) => (lag: HandLag, dueMg: number) =>
  learnLag(lag, { dueMg, takenMg: stopShortMg(dueMg, lag) + runsOn * dueMg, rested: false });

describe('the lag of a hand', () => {
  it('is nothing before the first dose, and then where the hand has to stop', () => {
    expect(stopShortMg(500_000, NO_LAG)).toBe(500_000);
    const once = learnLag(NO_LAG, { dueMg: 500_000, takenMg: 520_000, rested: false });
    expect(once).toEqual({ part: 0.04, takes: 1 });
    expect(stopShortMg(500_000, once)).toBe(480_000);
  });

  it('brings any steady hand onto the due weight within a dozen doses, however different the doses', () => {
    const dues = fc.array(fc.integer({ min: 1000, max: 5_000_000 }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.09, noNaN: true }), dues, (runsOn, list) => {
        const lag = list.reduce(pourBy(runsOn), NO_LAG);
        const last = list.at(-1)!;
        expect(Math.abs(stopShortMg(last, lag) + runsOn * last - last)).toBeLessThanOrEqual(last * 0.002 + 1);
      }),
    );
  });

  it('is taken back where the hand had to pour again, and never asks to stop before nine tenths', () => {
    const known: HandLag = { part: 0.06, takes: 4 };
    expect(learnLag(known, { dueMg: 100_000, takenMg: 100_000, rested: true }).part).toBeLessThan(0.06);
    fc.assert(
      fc.property(
        fc.array(fc.record({ takenMg: fc.nat(10_000_000), rested: fc.boolean() }), { maxLength: 30 }),
        (pours) => {
          const lag = pours.reduce((now, p) => learnLag(now, { dueMg: 100_000, ...p }), NO_LAG);
          expect(stopShortMg(100_000, lag)).toBeGreaterThanOrEqual(90_000);
          expect(stopShortMg(100_000, lag)).toBeLessThanOrEqual(100_000);
        },
      ),
    );
    expect(learnLag(known, { dueMg: 0, takenMg: 5, rested: false })).toBe(known);
  });
});
