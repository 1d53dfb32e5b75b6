import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { canHaveChilled, fatAfter, partLot, weighedApartMg } from '../src/index.js';

const whole = { massMg: 10_000_000, fatPct: 20, fatSd: 1.5, form: 'whole' as const };
const parts = (
  part: readonly [number, number],
  rest: readonly [number, number],
  more: { mode?: 'divide' | 'sort'; form?: 'whole' | 'ground' } = {},
) =>
  partLot({
    mode: more.mode ?? 'divide',
    whole: { ...whole, form: more.form ?? 'whole' },
    part: { massMg: part[0] * 1e6, fatPct: part[1] },
    rest: { massMg: rest[0] * 1e6, fatPct: rest[1] },
  });

describe('the parts of a lot', () => {
  it('are less surely known than the whole, ground and unmixed still less, sorted by eye the least', () => {
    expect(parts([4, 20], [6, 20])[0]).toEqual({ fatPct: 20, fatSd: Math.hypot(1.5, 1) });
    expect(parts([4, 20], [6, 20], { form: 'ground' })[1]).toEqual({ fatPct: 20, fatSd: 2.5 });
    expect(parts([6, 10], [4, 35], { mode: 'sort' }).map((p) => p.fatSd)).toEqual([4, 4]);
  });

  it('weigh what the lot weighs, but for the error of the scale', () => {
    expect(parts([4.03, 20], [6, 20])).toHaveLength(2);
    expect(() => parts([4, 20], [5, 20])).toThrow(/together, the lot/);
    expect(() => parts([4, 20], [6.2, 20])).toThrow(/Weigh both again/);
  });

  it('have together the fat of the lot, and differ where they were sorted', () => {
    expect(() => parts([5, 40], [5, 20], { mode: 'sort' })).toThrow('30.0 % fat; the lot is 20.0 % ± 1.5');
    expect(() => parts([5, 20], [5, 20], { mode: 'sort' })).toThrow('one part is fatter than the other');
  });

  it('however they are cut, keep the fat of the lot within its doubt and never become surer', () => {
    const cut = fc.record({
      kg: fc.double({ min: 0.5, max: 9.5, noNaN: true }),
      pct: fc.double({ min: 0, max: 100, noNaN: true }),
      restPct: fc.double({ min: 0, max: 100, noNaN: true }),
      fatSd: fc.double({ min: 0, max: 6, noNaN: true }),
    });
    fc.assert(
      fc.property(cut, ({ kg, pct, restPct, fatSd }) => {
        const [massMg, restMg] = [Math.round(kg * 1e6), 10_000_000 - Math.round(kg * 1e6)];
        const mean = (massMg * pct + restMg * restPct) / 10_000_000;
        const make = () =>
          partLot({
            mode: 'sort',
            whole: { ...whole, fatSd },
            part: { massMg, fatPct: pct },
            rest: { massMg: restMg, fatPct: restPct },
          });
        const fits = Math.abs(mean - 20) <= Math.max(2, 2 * fatSd) && pct !== restPct;
        if (!fits) expect(make).toThrow();
        else for (const part of make()) expect(part.fatSd).toBeGreaterThan(fatSd);
      }),
    );
    expect(weighedApartMg(0)).toBeGreaterThan(0);
  });
});

describe('the fat of what is left after trimming', () => {
  const before = { fatPct: 30, fatSd: 2, knownBy: 'lab' as const };
  const after = (offs: { name: string; kg: number; fatPct?: number }[], saidPct?: number) =>
    fatAfter({
      before,
      usableMg: 8e6,
      parts: offs.map(({ name, kg, fatPct }) => ({ name, massMg: kg * 1e6, fatPct })),
      saidPct,
    });

  it('is what the parts left: 3 kg of fat in 10 kg, 1.8 kg of it gone, is 1.2 kg in 8 kg', () => {
    expect(after([{ name: 'back fat', kg: 2, fatPct: 90 }])).toEqual({
      fatPct: 15,
      fatSd: Math.hypot(2, 2),
      knownBy: 'computed',
    });
  });

  it('stays as it was where only bone, skin and drip came off', () => {
    expect(
      after([
        { name: 'bone', kg: 1.5 },
        { name: 'drip', kg: 0.5 },
      ]),
    ).toEqual(before);
  });

  it('is asked where fat of an unknown kind came off, and where it cannot be', () => {
    expect(() => after([{ name: 'fat edge', kg: 1 }])).toThrow(/say how fat what is left/);
    expect(() => after([{ name: 'flank', kg: 6, fatPct: 90 }])).toThrow(/cannot have been as fat/);
    expect(after([{ name: 'fat edge', kg: 1 }], 22)).toEqual({ fatPct: 22, fatSd: 4, knownBy: 'eye' });
  });

  it('is what the eye says only as near to what follows from the parts as the eye is', () => {
    const off = [{ name: 'back fat', kg: 2, fatPct: 90 }];
    // It follows that 15 % is left, ± 2.8: twice that is what the eye may be off by.
    expect(after(off, 20)).toEqual({ fatPct: 20, fatSd: 4, knownBy: 'eye' });
    expect(() => after(off, 21)).toThrow(/15.0 % fat, and the eye says 21 %/);
    expect(() => after([{ name: 'bone', kg: 1 }], 4)).toThrow(/30.0 % fat/);
  });
});

describe('a temperature typed soon after a warm one', () => {
  const MIN = 60_000;
  it('is believed as far as meat can have chilled, and no further', () => {
    const warm = { tempC: 12, at: 0 };
    expect(canHaveChilled(warm, { tempC: 11, at: 5_000 })).toBe(true);
    expect(canHaveChilled(warm, { tempC: 3, at: 5_000 })).toBe(false);
    expect(canHaveChilled(warm, { tempC: 3, at: 21 * MIN })).toBe(true);
    expect(canHaveChilled(warm, { tempC: 3, at: -60 * MIN })).toBe(false);
    expect(canHaveChilled(null, { tempC: 3, at: 0 })).toBe(true);
  });

  it('is the sooner believed the longer it has stood, whatever the figures', () => {
    const at = fc.integer({ min: 0, max: 600 }).map((m) => m * MIN);
    const temp = fc.double({ min: -5, max: 40, noNaN: true });
    fc.assert(
      fc.property(temp, temp, at, at, (was, is, a, b) => {
        const [sooner, later] = [Math.min(a, b), Math.max(a, b)];
        const before = { tempC: was, at: 0 };
        if (canHaveChilled(before, { tempC: is, at: sooner }))
          expect(canHaveChilled(before, { tempC: is, at: later })).toBe(true);
        if (is >= was) expect(canHaveChilled(before, { tempC: is, at: 0 })).toBe(true);
      }),
    );
  });
});
