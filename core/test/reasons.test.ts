import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  alternatives,
  chancePrices,
  fatSensitivity,
  inWindow,
  mixture,
  plan,
  reallyDifferent,
  savingsOfLimits,
  type PlanInput,
  type PlanOptimal,
  type Solve,
} from '../src/index.js';
import { normal, seeded } from './seeded.js';
import { randomStock, smallPlan } from './stocks.js';
import { optimalPlan, testSolver } from './solver.js';

let solve: Solve;
beforeAll(async () => {
  solve = await testSolver();
});

const optimal = (input: PlanInput): PlanOptimal => optimalPlan(input, solve);

describe('the next best blends', () => {
  it('are three, in their rules, really different from the plan and from each other, and no cheaper', () => {
    for (let seed = 1; seed <= 6; seed += 1) {
      const input = smallPlan(randomStock(seed, 14), { confidence: 0.8, divisionKg: 0.02, dropBelowKg: 0.5 });
      const first = optimal(input);
      const others = alternatives(input, first, solve);
      expect(others.length).toBe(3);
      const all = [first, ...others];
      all.forEach((a, i) => all.slice(i + 1).forEach((b) => expect(reallyDifferent(a, b)).toBe(true)));
      for (const other of others) {
        expect(other.cost).toBeGreaterThanOrEqual(first.cost * 0.995);
        expect(other.fatPct).toBeGreaterThanOrEqual(22 - 0.01);
        expect(other.fatPct).toBeLessThanOrEqual(27 + 0.01);
      }
    }
  });

  it('leave locked trims where they are', () => {
    const stock = randomStock(4, 10).map((t, i) => (i === 2 ? { ...t, lockedKg: 3 } : t));
    const input = smallPlan(stock);
    for (const other of alternatives(input, optimal(input), solve)) {
      expect(other.uses.find((u) => u.id === 't2')?.massMg).toBe(3_000_000);
    }
  });

  it('differ when the trims differ, or when 15 % of the mass has moved, and not by less', () => {
    const blend = (a: number, b: number, c = 0): PlanOptimal => ({
      ...optimal({
        batchKg: 1,
        window: { minPct: 0, maxPct: 100 },
        trims: [{ id: 'x', fatPct: 1, pricePerKg: 1, availableKg: 2 }],
      }),
      uses: [
        { id: 'a', massMg: a, sharePct: 0 },
        { id: 'b', massMg: b, sharePct: 0 },
        ...(c > 0 ? [{ id: 'c', massMg: c, sharePct: 0 }] : []),
      ],
    });
    expect(reallyDifferent(blend(50, 50), blend(64, 36))).toBe(false);
    expect(reallyDifferent(blend(50, 50), blend(65, 35))).toBe(true);
    expect(reallyDifferent(blend(50, 50), blend(49, 50, 1))).toBe(true);
  });
});

describe('what limits a blend', () => {
  const lean = { id: 'lean', fatPct: 10, pricePerKg: 8, availableKg: 20 };
  const fat = { id: 'fat', fatPct: 50, pricePerKg: 2, availableKg: 20 };
  const two: PlanInput = { batchKg: 10, window: { minPct: 23, maxPct: 27 }, trims: [lean, fat] };

  it('is named with what one unit more would save', () => {
    // 1 point of 10 kg is 0.25 kg of fat instead of lean at 6 less: 1.50.
    const worth = savingsOfLimits(two, optimal(two), solve);
    expect(worth.map((w) => w.limit)).toEqual([{ kind: 'window', end: 'max' }]);
    expect(worth[0]?.saves).toBeCloseTo(1.5, 4);
  });

  it('is the lot that is used up, the lock, the species rule or the number of trims', () => {
    const cheap = { id: 'cheap', fatPct: 25, pricePerKg: 1, availableKg: 4, species: 'pork' };
    const withCheap = { ...two, trims: [lean, fat, cheap] };
    const rules = (input: PlanInput) => savingsOfLimits(input, optimal(input), solve).map((w) => w.limit);
    expect(rules(withCheap)).toContainEqual({ kind: 'stock', lotId: 'cheap' });
    expect(rules({ ...two, trims: [{ ...lean, lockedKg: 6.5 }, fat] })).toContainEqual({
      kind: 'lock',
      lotId: 'lean',
    });
    expect(rules({ ...withCheap, maxTrims: 2 })).toContainEqual({ kind: 'maxTrims' });
    expect(rules({ ...withCheap, speciesRules: [{ species: 'pork', maxPct: 20 }] })).toContainEqual({
      kind: 'species',
      species: 'pork',
    });
    expect(rules({ ...two, trims: [lean, { ...fat, boxKg: 3.4 }] })).toContainEqual({ kind: 'boxes' });
  });

  it('never promises more than the plan with that limit moved costs less', () => {
    const input = smallPlan(randomStock(9, 12), { maxTrims: 3 });
    const answer = optimal(input);
    for (const { saves } of savingsOfLimits(input, answer, solve)) {
      expect(saves).toBeGreaterThan(0);
      expect(saves).toBeLessThan(answer.cost);
    }
  });
});

describe('a fat figure that is off', () => {
  const window = { minPct: 23, maxPct: 27 };
  const parts = [
    { id: 'sure', massKg: 20, fatPct: 20, fatSd: 0.5 },
    { id: 'guessed', massKg: 15, fatPct: 30, fatSd: 4 },
    { id: 'known', massKg: 5, fatPct: 30, fatSd: 0 },
  ];

  it('moves the blend by its share and names the trim to test first', () => {
    const off = fatSensitivity(parts, window);
    expect(off.map((o) => o.id)).toEqual(['guessed', 'sure']);
    expect(off[0]?.fatter.fatPct).toBeCloseTo(25 + (15 / 40) * 4, 9);
    expect(off[0]?.leaner.fatPct).toBeCloseTo(25 - (15 / 40) * 4, 9);
    expect(off.reduce((sum, o) => sum + o.shareOfDoubt, 0)).toBeCloseTo(1, 9);
  });

  it('agrees with a seeded Monte Carlo of a hundred thousand draws to 0.005', () => {
    const random = seeded(11);
    const tested = fatSensitivity(parts, window)[0]!.chanceIfTested;
    let inside = 0;
    const draws = 100_000;
    for (let i = 0; i < draws; i += 1) {
      const fat = parts.reduce((sum, p) => {
        const sd = p.id === 'guessed' ? 0.5 : p.fatSd;
        return sum + (p.massKg / 40) * (p.fatPct + sd * normal(random));
      }, 0);
      if (fat >= window.minPct && fat <= window.maxPct) inside += 1;
    }
    expect(Math.abs(inside / draws - tested)).toBeLessThan(0.005);
  });

  it('is never surer untested than tested', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            massKg: fc.integer({ min: 1, max: 400 }).map((n) => n / 10),
            fatPct: fc.integer({ min: 0, max: 90 }),
            fatSd: fc.integer({ min: 1, max: 80 }).map((n) => n / 10),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (list) => {
          const named = list.map((p, i) => ({ ...p, id: String(i) }));
          const blend = mixture(named);
          const around = { minPct: Math.max(0, blend.fatPct - 2), maxPct: blend.fatPct + 2 };
          const chance = inWindow(blend.fatPct, blend.fatSd, around);
          for (const off of fatSensitivity(named, around)) {
            expect(off.chanceIfTested).toBeGreaterThanOrEqual(chance - 1e-9);
          }
        },
      ),
    );
  });
});

describe('the price of being sure', () => {
  it('rises from no regard to the wanted to the best chance', () => {
    for (let seed = 1; seed <= 6; seed += 1) {
      const prices = chancePrices(smallPlan(randomStock(seed, 12), { confidence: 0.8 }), solve);
      expect(prices.map((p) => p.at)).toEqual(['none', 'wanted', 'best']);
      const [none, wanted, best] = prices.map((p) => p.cost) as [number, number, number];
      expect(wanted).toBeGreaterThanOrEqual(none);
      expect(best).toBeGreaterThanOrEqual(wanted);
      expect(prices[2]!.chance).toBeGreaterThanOrEqual(prices[1]!.chance);
    }
  });
});

describe('a stock by the box', () => {
  it('of 24 lots with at most four trims gives whole boxes, the wanted chance, and never more than asked', () => {
    for (let seed = 1; seed <= 4; seed += 1) {
      const trims = randomStock(seed, 24, (i) => (i % 2 === 1 ? { boxKg: 5, balance: true } : {}));
      const input = smallPlan(trims, { maxTrims: 4, confidence: 0.8, divisionKg: 0.02 });
      const answer = optimal(input);
      expect(answer.uses.length).toBeLessThanOrEqual(4);
      expect(answer.confidenceMet).toBe(true);
      expect(answer.inWindow).toBeGreaterThanOrEqual(0.8 - 1e-3);
      expect(answer.uses.reduce((sum, u) => sum + u.massMg, 0)).toBe(40_000_000);
      const broken = answer.uses.filter((u) => {
        const box = trims.find((t) => t.id === u.id)?.boxKg;
        return box !== undefined && u.massMg % (box * 1e6) !== 0;
      });
      expect(broken.length).toBeLessThanOrEqual(1);
    }
  });

  it('rounded to the scale never takes more of a lot than there is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), (seed) => {
        const trims = randomStock(seed, 6);
        const answer = plan(smallPlan(trims, { batchKg: 30, divisionKg: 0.02 }), solve);
        if (answer.status !== 'optimal') return;
        for (const use of answer.uses) {
          const available = trims.find((t) => t.id === use.id)?.availableKg ?? 0;
          expect(use.massMg).toBeLessThanOrEqual(Math.ceil(available * 1e6));
        }
      }),
      { numRuns: 60, seed: 5 },
    );
  });
});
