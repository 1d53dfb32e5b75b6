import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { plan, type PlanInput, type PlanOptimal, type Solve } from '../src/index.js';
import { exactLot, randomStock, smallPlan } from './stocks.js';
import { optimalPlan, testSolver } from './solver.js';

let solve: Solve;
beforeAll(async () => {
  solve = await testSolver();
});

const optimal = (input: PlanInput): PlanOptimal => optimalPlan(input, solve);
const kgOf = (answer: PlanOptimal, id: string) => (answer.uses.find((u) => u.id === id)?.massMg ?? 0) / 1e6;

describe('a blend at the limits', () => {
  it('of 200 lots is exact and costs no more than of any hundred of them', () => {
    const all = randomStock(5, 200);
    const whole = optimal(smallPlan(all, { confidence: 0.8 }));
    expect(whole.uses.reduce((sum, u) => sum + u.massMg, 0)).toBe(40_000_000);
    for (const from of [0, 50, 100]) {
      const part = optimal(smallPlan(all.slice(from, from + 100), { confidence: 0.8 }));
      expect(whole.cost).toBeLessThanOrEqual(part.cost * 1.001);
    }
  });

  it('of identical trims costs what one of them would, however the solver shares them out', () => {
    const twins = Array.from({ length: 6 }, (_, i) => exactLot(`twin ${i}`, 25, 3, 8));
    const answer = optimal({ batchKg: 40, window: { minPct: 20, maxPct: 30 }, trims: twins });
    expect(answer.cost).toBeCloseTo(120, 6);
    expect(answer.fatPct).toBeCloseTo(25, 9);
  });

  it('takes what is free, and what somebody pays to be rid of, as far as the window lets it', () => {
    const trims = [exactLot('lean', 10, 8, 40), exactLot('free', 30, 0, 40), exactLot('credit', 60, -1, 40)];
    const free = optimal({ batchKg: 20, window: { minPct: 10, maxPct: 30 }, trims: trims.slice(0, 2) });
    expect([free.cost, kgOf(free, 'free')]).toEqual([0, 20]);
    const credit = optimal({ batchKg: 20, window: { minPct: 10, maxPct: 45 }, trims });
    expect(kgOf(credit, 'credit')).toBeCloseTo(10, 6);
    expect(credit.cost).toBeCloseTo(-10, 6);
  });

  it('with an empty lot, an empty window or one lot alone gives the plain answer', () => {
    expect(
      optimal({
        batchKg: 5,
        window: { minPct: 20, maxPct: 20 },
        trims: [exactLot('a', 20, 2, 5), exactLot('b', 9, 1, 0)],
      }).uses,
    ).toEqual([{ id: 'a', massMg: 5_000_000, sharePct: 100 }]);
    const short = plan(
      { batchKg: 5, window: { minPct: 10, maxPct: 30 }, trims: [exactLot('a', 20, 2, 0)] },
      solve,
    );
    expect(short.status === 'infeasible' && short.reasons[0]?.rule).toBe('stock');
  });

  it('says that species rules contradict each other, and that boxes do not divide, with a mend', () => {
    const trims = [
      exactLot('pork', 20, 3, 40, { species: 'pork' }),
      exactLot('beef', 20, 5, 40, { species: 'beef' }),
    ];
    const rules = plan(
      {
        batchKg: 20,
        window: { minPct: 10, maxPct: 30 },
        trims,
        speciesRules: [
          { species: 'pork', minPct: 60 },
          { species: 'beef', minPct: 60 },
        ],
      },
      solve,
    );
    if (rules.status !== 'infeasible') throw new Error('60 + 60 % cannot be.');
    expect(rules.reasons.map((r) => r.rule)).toEqual(['species_min_0', 'species_min_1']);
    expect(rules.reasons[0]?.message).toContain('40 % can');
    const boxes = plan(
      { batchKg: 20, window: { minPct: 10, maxPct: 30 }, trims: [exactLot('a', 20, 3, 35, { boxKg: 7 })] },
      solve,
    );
    if (boxes.status !== 'infeasible') throw new Error('7 does not divide 20.');
    expect(boxes.reasons.map((r) => r.mend).join()).toContain('14 kg or 21 kg');
  });
});

describe('a plan does not depend on what it must not', () => {
  const cases = fc.record({
    seed: fc.integer({ min: 1, max: 4000 }),
    count: fc.integer({ min: 4, max: 14 }),
  });

  it('the order of the lots', () => {
    fc.assert(
      fc.property(cases, ({ seed, count }) => {
        const trims = randomStock(seed, count);
        const forward = plan(smallPlan(trims), solve);
        const backward = plan(smallPlan([...trims].reverse()), solve);
        expect(backward.status).toBe(forward.status);
        if (forward.status === 'optimal' && backward.status === 'optimal') {
          expect(Math.abs(forward.cost - backward.cost)).toBeLessThan(1e-6 * Math.max(1, forward.cost));
        }
      }),
      { numRuns: 40, seed: 11 },
    );
  });

  it('the currency: twice the prices is twice the cost, of the same fat', () => {
    fc.assert(
      fc.property(cases, ({ seed, count }) => {
        const trims = randomStock(seed, count);
        const once = plan(smallPlan(trims), solve);
        const twice = plan(smallPlan(trims.map((t) => ({ ...t, pricePerKg: 2 * t.pricePerKg }))), solve);
        expect(twice.status).toBe(once.status);
        if (once.status === 'optimal' && twice.status === 'optimal') {
          expect(twice.cost).toBeCloseTo(2 * once.cost, 5);
        }
      }),
      { numRuns: 40, seed: 12 },
    );
  });

  it('the size: twice the batch from twice the stock is twice the cost', () => {
    fc.assert(
      fc.property(cases, ({ seed, count }) => {
        const trims = randomStock(seed, count);
        const small = plan(smallPlan(trims), solve);
        const large = plan(
          smallPlan(
            trims.map((t) => ({ ...t, availableKg: 2 * t.availableKg })),
            { batchKg: 80 },
          ),
          solve,
        );
        expect(large.status).toBe(small.status);
        if (small.status === 'optimal' && large.status === 'optimal') {
          expect(large.cost).toBeCloseTo(2 * small.cost, 4);
        }
      }),
      { numRuns: 40, seed: 13 },
    );
  });

  it('more stock, a wider window or one more lot never costs more', () => {
    fc.assert(
      fc.property(cases, ({ seed, count }) => {
        const trims = randomStock(seed, count + 1);
        const base = plan(smallPlan(trims.slice(0, count)), solve);
        if (base.status !== 'optimal') return;
        const better = [
          smallPlan(trims),
          smallPlan(trims.slice(0, count).map((t) => ({ ...t, availableKg: t.availableKg + 3 }))),
          smallPlan(trims.slice(0, count), { window: { minPct: 20, maxPct: 30 } }),
        ];
        for (const input of better) expect(optimal(input).cost).toBeLessThanOrEqual(base.cost + 1e-6);
      }),
      { numRuns: 30, seed: 14 },
    );
  });
});
