import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  HEAT_STATES,
  MEAT_STATES,
  lifeOf,
  mayNot,
  neverBetter,
  type LotDeed,
  type LotLife,
} from '../src/index.js';

const DEEDS: LotDeed[] = ['divide', 'join', 'prepare', 'smoke or cook', 'sell', 'freeze or thaw'];
const lot = (more: object = {}) => ({
  name: 'Pork T-1',
  status: 'available' as const,
  balanceMg: 10_000_000,
  reservedMg: 0,
  ...more,
});

describe('what may be done to a lot', () => {
  it('is everything to what is there and available, and nothing to what is rejected or empty', () => {
    for (const deed of DEEDS) {
      expect(mayNot(deed, lot()), deed).toBeNull();
      expect(mayNot(deed, lot({ status: 'rejected' })), deed).toContain('write it off or send it back');
      expect(mayNot(deed, lot({ balanceMg: 0 })), deed).toBe('Pork T-1 is empty.');
    }
  });

  it('of what is held is all but to sell it; of what is set aside all but to join it', () => {
    const stops = (more: object) => DEEDS.filter((deed) => mayNot(deed, lot(more)) !== null);
    expect(stops({ status: 'hold' })).toEqual(['sell']);
    expect(stops({ reservedMg: 1 })).toEqual(['join']);
  });

  it('takes no more than is there, beyond the error of weighing, and says the way out', () => {
    // 10 kg weighed in parts may be off by 50 g and a division of 20 g.
    expect(mayNot('prepare', lot(), 10_070_000)).toBeNull();
    expect(mayNot('prepare', lot(), 10_070_001)).toContain('count the lot first');
  });
});

describe('a lot made of others', () => {
  const day = fc.option(fc.constantFrom('2026-03-15', '2026-03-18', '2026-03-20'), { nil: null });
  const life: fc.Arbitrary<LotLife> = fc.record({
    status: fc.constantFrom('available' as const, 'hold' as const, 'rejected' as const),
    holdReason: fc.constant(null),
    state: fc.constantFrom(...MEAT_STATES),
    heat: fc.constantFrom(...HEAT_STATES),
    useBy: day,
    outMs: fc.nat(1000),
    outSinceMs: fc.option(fc.nat(1000), { nil: null }),
  });
  const held = (l: LotLife) => ['available', 'hold', 'rejected'].indexOf(l.status);
  const thawed = (l: LotLife) => MEAT_STATES.indexOf(l.state);
  const heat = (l: LotLife) => HEAT_STATES.indexOf(l.heat);
  const after = (a: string | null, b: string | null) => b !== null && (a === null || a > b);

  it('is never better than any of them, in whatever order they come', () => {
    fc.assert(
      fc.property(fc.array(life, { minLength: 1, maxLength: 4 }), (parents) => {
        const made = lifeOf(parents);
        for (const parent of parents) {
          expect(held(made)).toBeGreaterThanOrEqual(held(parent));
          expect(thawed(made)).toBeGreaterThanOrEqual(thawed(parent));
          expect(heat(made)).toBeLessThanOrEqual(heat(parent));
          expect(after(made.useBy, parent.useBy)).toBe(false);
          expect(made.outMs).toBeGreaterThanOrEqual(parent.outMs);
          if (parent.outSinceMs !== null) expect(made.outSinceMs).toBeLessThanOrEqual(parent.outSinceMs);
        }
        expect(lifeOf([...parents].reverse())).toEqual(made);
      }),
    );
  });

  it('is what is said of it only as far as that is no better: heat is added, days only by a cook', () => {
    fc.assert(
      fc.property(life, life, (said, made) => {
        const is = neverBetter(said, made);
        expect(held(is)).toBe(Math.max(held(said), held(made)));
        expect(thawed(is)).toBe(Math.max(thawed(said), thawed(made)));
        expect(heat(is)).toBe(Math.max(heat(said), heat(made)));
        if (said.heat === 'cooked' && made.heat !== 'cooked') expect(is.useBy).toBe(said.useBy);
        else expect(after(is.useBy, made.useBy)).toBe(false);
        expect(is.outMs).toBe(Math.max(said.outMs, made.outMs));
      }),
    );
  });

  it('keeps the reason of whichever is held', () => {
    const plain = {
      status: 'available' as const,
      holdReason: null,
      state: 'fresh' as const,
      heat: 'raw' as const,
      useBy: null,
      outMs: 0,
      outSinceMs: null,
    };
    const warm = { ...plain, status: 'hold' as const, holdReason: 'warm' };
    expect(lifeOf([plain, warm]).holdReason).toBe('warm');
    expect(neverBetter(plain, warm).holdReason).toBe('warm');
    expect(neverBetter(warm, plain).holdReason).toBe('warm');
    expect(() => lifeOf([])).toThrow();
  });
});
