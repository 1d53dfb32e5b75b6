import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  asMeant,
  brokenSpeciesRules,
  isMeant,
  mixture,
  plan,
  planDay,
  takeOff,
  type PlanInput,
  type PlanTrim,
  type Solve,
} from '../src/index.js';
import { optimalPlan, testSolver } from './solver.js';

let solve: Solve;
beforeAll(async () => {
  solve = await testSolver();
});

const trim = (id: string, fatPct: number, availableKg: number, more: Partial<PlanTrim> = {}): PlanTrim => ({
  id,
  fatPct,
  fatSd: 2,
  pricePerKg: 3,
  availableKg,
  ...more,
});

describe('what is taken off a mass', () => {
  it('brings it to the wanted fat, and no more than lies there', () => {
    const share = fc.record({
      massKg: fc.double({ min: 0.5, max: 200, noNaN: true }),
      fatPct: fc.double({ min: 1, max: 99, noNaN: true }),
      targetFatPct: fc.double({ min: 1, max: 99, noNaN: true }),
      offFatPct: fc.double({ min: 0, max: 100, noNaN: true }),
      part: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(share, ({ part, ...rest }) => {
        const thereKg = part * rest.massKg;
        const offKg = takeOff({ ...rest, thereKg });
        if (offKg === undefined) return;
        expect(offKg).toBeGreaterThanOrEqual(0);
        expect(offKg).toBeLessThanOrEqual(thereKg);
        const fatKg = (rest.massKg * rest.fatPct - offKg * rest.offFatPct) / 100;
        expect(fatKg).toBeCloseTo(((rest.massKg - offKg) * rest.targetFatPct) / 100, 6);
      }),
    );
  });

  it('is nothing where the fat is right, and no answer where it would take all or more than there is', () => {
    const asked = { massKg: 30, fatPct: 30, targetFatPct: 25, offFatPct: 50, thereKg: 12 };
    expect(takeOff(asked)).toBe(6);
    expect(takeOff({ ...asked, thereKg: 6 })).toBe(6);
    expect(takeOff({ ...asked, targetFatPct: 30 })).toBe(0);
    expect(takeOff({ ...asked, thereKg: 5.9 })).toBeUndefined();
    expect(takeOff({ ...asked, offFatPct: 20 })).toBeUndefined();
    expect(takeOff({ ...asked, offFatPct: 30, thereKg: 30 })).toBeUndefined();
  });
});

describe('one lot in two parts', () => {
  const parts: PlanInput = {
    batchKg: 20,
    window: { minPct: 20, maxPct: 30 },
    trims: [
      trim('a', 25, 10, { lockedKg: 10, fatSd: 4 }),
      trim('a weighed', 25, 10, { lockedKg: 10, fatSd: 4, lot: 'a' }),
    ],
  };

  it('is one uncertainty', () => {
    expect(optimalPlan(parts, solve).fatSd).toBeCloseTo(4, 9);
    const two = { ...parts, trims: parts.trims.map((t) => ({ ...t, lot: undefined })) };
    expect(optimalPlan(two, solve).fatSd).toBeCloseTo(Math.sqrt(8), 9);
  });

  it('is as sure a blend as the lot whole, with the best chance too', () => {
    const other = trim('b', 40, 20, { fatSd: 1 });
    const lean = { fatSd: 3, pricePerKg: 2 };
    const split = [
      trim('a weighed', 15, 6, { ...lean, lockedKg: 6, lot: 'a' }),
      trim('a', 15, 14, lean),
      other,
    ];
    for (const confidence of [0.5, 0.7, 0.8, 0.97]) {
      const ask = { batchKg: 20, window: { minPct: 22, maxPct: 28 }, confidence };
      const whole = optimalPlan({ ...ask, trims: [trim('a', 15, 20, lean), other] }, solve);
      const inParts = optimalPlan({ ...ask, trims: split }, solve);
      expect(inParts.confidenceMet).toBe(whole.confidenceMet);
      expect(inParts.inWindow).toBeCloseTo(whole.inWindow, 3);
      expect(inParts.cost).toBeCloseTo(whole.cost, 2);
    }
  });

  it('in a planned day is what mixing says of it', () => {
    const { batches } = planDay(
      {
        stock: [trim('a', 25, 10, { fatSd: 4 })],
        batches: [
          {
            id: 'one',
            batchKg: 20,
            window: { minPct: 20, maxPct: 30 },
            weighed: [{ ...trim('a', 25, 10, { fatSd: 4 }), massKg: 10 }],
          },
        ],
      },
      solve,
    );
    const mixed = mixture([{ massKg: 20, fatPct: 25, fatSd: 4 }]);
    expect(batches[0]).toMatchObject({ status: 'optimal', fatPct: 25 });
    expect(batches[0]?.status === 'optimal' && batches[0].fatSd).toBeCloseTo(mixed.fatSd ?? NaN, 9);
  });
});

describe('the species a recipe means', () => {
  it('are those it names, until it names none', () => {
    const rules = [
      { species: 'pork', minPct: 70 },
      { species: 'beef', maxPct: 30 },
      { species: 'lamb', maxPct: 0 },
    ];
    expect(['pork', 'beef', 'lamb', 'venison'].map((s) => isMeant(rules, s))).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(isMeant([], 'venison')).toBe(true);
    expect(isMeant([{ species: 'lamb', maxPct: 0 }], 'venison')).toBe(true);
    expect(isMeant([{ species: 'venison' }], 'pork')).toBe(false);
    expect(asMeant(rules, ['venison', 'pork', 'venison'])).toEqual([
      ...rules,
      { species: 'venison', maxPct: 0 },
    ]);
  });

  it('and no other, are in a blend that breaks no rule', () => {
    const rules = [{ species: 'pork', minPct: 70 }];
    const pork = { species: 'pork', massKg: 8 };
    expect(brokenSpeciesRules(rules, [pork, { species: 'venison', massKg: 2 }])).toEqual([
      'The recipe does not mean venison; this blend has 20.0 %.',
    ]);
    expect(brokenSpeciesRules(rules, [pork, { species: 'venison', massKg: 0 }])).toEqual([]);
  });
});

describe('a search that its time stopped', () => {
  const boxes = (confidence: number): PlanInput => ({
    batchKg: 40,
    window: { minPct: 20, maxPct: 26 },
    confidence,
    trims: [
      trim('a', 10, 40, { boxKg: 7, pricePerKg: 5, balance: true, looseKg: 5 }),
      trim('b', 20, 40, { boxKg: 9, pricePerKg: 3, balance: true, looseKg: 4 }),
      trim('c', 45, 40, { boxKg: 6, pricePerKg: 1, balance: true, looseKg: 4 }),
    ],
  });
  const hurried: Solve = (model, effort) => {
    const answer = solve(model, effort);
    const isWhole = model.columns.some((c) => c.whole);
    return answer.status === 'optimal' && isWhole ? { ...answer, stopped: true } : answer;
  };

  it('says what no blend can cost less than, and says nothing where it was proven', () => {
    for (const confidence of [0, 0.8]) {
      const proven = optimalPlan(boxes(confidence), solve);
      expect(proven.stopped).toBeUndefined();
      const stopped = plan(boxes(confidence), hurried);
      if (stopped.status !== 'optimal') throw new Error('a blend exists');
      expect(stopped.stopped?.leastCost).toBeLessThanOrEqual(proven.bareCost + 1e-6);
      expect(stopped.stopped?.leastCost).toBeGreaterThan(proven.bareCost / 2);
    }
  });

  it('promises nothing where more than cost was asked for', () => {
    const aged = plan({ ...boxes(0), objective: { cost: 1, age: 1 } }, hurried);
    expect(aged).toMatchObject({ stopped: { leastCost: null } });
  });
});
