import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  HEAT_STATES,
  MEAT_STATES,
  lifeOf,
  heldFor,
  LOT_DEEDS,
  mayNot,
  mayNotBecome,
  neverBetter,
  THAWED_DAYS,
  thawedDayWrong,
  type LotDeed,
  type LotLife,
} from '../src/index.js';

const lot = (more: object = {}) => ({
  name: 'Pork T-1',
  status: 'available' as const,
  balanceMg: 10_000_000,
  reservedMg: 0,
  ...more,
});

describe('what may be done to a lot', () => {
  it('is everything to what is there and available, and nothing to what is rejected or empty', () => {
    const stops = (more: object) => LOT_DEEDS.filter((deed) => mayNot(deed, lot(more)) !== null);
    const but = (...left: LotDeed[]) => LOT_DEEDS.filter((deed) => !left.includes(deed));
    expect(stops({})).toEqual([]);
    expect(stops({ status: 'rejected' })).toEqual(but('bring back', 'give back'));
    expect(stops({ balanceMg: 0 })).toEqual(but('bring back'));
    expect(mayNot('divide', lot({ status: 'rejected' }))).toContain('write it off or send it back');
    expect(mayNot('divide', lot({ balanceMg: 0 }))).toBe('Pork T-1 is empty.');
  });

  it('of what is held is all but to sell it; of what is set aside all but to join it', () => {
    const stops = (more: object) => LOT_DEEDS.filter((deed) => mayNot(deed, lot(more)) !== null);
    expect(stops({ status: 'hold' })).toEqual(['sell']);
    expect(stops({ reservedMg: 1 })).toEqual(['join']);
  });

  it('takes no more than is there, beyond the error of weighing, and says the way out', () => {
    // 10 kg weighed in parts may be off by 50 g and a division of 20 g.
    expect(mayNot('prepare', lot(), 10_070_000)).toBeNull();
    expect(mayNot('prepare', lot(), 10_070_001)).toContain('count the lot first');
  });
});

describe('what a lot may become', () => {
  it('is available only out of a hold, by the way that the sentence names', () => {
    const STATUS = ['available', 'hold', 'rejected'] as const;
    const ways = STATUS.flatMap((status) =>
      STATUS.filter((to) => mayNotBecome(to, { name: 'T-1', status }) === null).map((to) => [status, to]),
    );
    expect(ways).toEqual([
      ['available', 'hold'],
      ['available', 'rejected'],
      ['hold', 'available'],
      ['hold', 'rejected'],
      ['rejected', 'hold'],
    ]);
    expect(mayNotBecome('hold', { name: 'T-1', status: 'hold' })).toBe('T-1 is already on hold.');
    expect(mayNotBecome('available', { name: 'T-1', status: 'rejected' })).toContain('put it on hold');
  });

  it('is held for one more reason, unless there is none or it is rejected', () => {
    const held = { status: 'hold' as const, holdReason: 'warm' };
    const rejected = { status: 'rejected' as const, holdReason: 'smells' };
    expect(heldFor('out too long', { status: 'available', holdReason: null })).toEqual({
      status: 'hold',
      holdReason: 'out too long',
    });
    expect(heldFor('out too long', held).holdReason).toBe('out too long');
    expect(heldFor(null, held)).toEqual(held);
    expect(heldFor('out too long', rejected)).toEqual(rejected);
  });
});

describe('the last day of what is thawed', () => {
  const wrong = (useBy: string, had: string | null, frozenOn: string | null = null) =>
    thawedDayWrong(useBy, { useBy: had, frozenOn }, '2026-03-16');

  it('is near, and none that it had lost before it was frozen', () => {
    expect(THAWED_DAYS).toBe(3);
    expect(wrong('2026-03-19', null)).toBeNull();
    expect(wrong('2026-03-20', null)).toContain('2026-03-19 is its last day');
    expect(wrong('2026-03-15', null)).toContain('cannot be before');
    expect(wrong('2026-03-17', '2026-03-17')).toBeNull();
    expect(wrong('2026-03-17', '2026-03-10')).toContain('nobody wrote down');
    const unknown = { useBy: '2026-03-10', frozenOn: null };
    expect(thawedDayWrong('2026-03-17', unknown, '2026-03-16', true)).toBeNull();
    expect(wrong('2026-03-17', '2026-03-10', '2026-03-10')).toBeNull();
    expect(wrong('2026-03-17', '2026-03-10', '2026-03-11')).toContain('past its day');
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
        const isThawed = said.state === 'thawed' && made.state === 'frozen';
        if (isThawed || (said.heat === 'cooked' && made.heat !== 'cooked')) expect(is.useBy).toBe(said.useBy);
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
