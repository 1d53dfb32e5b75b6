import fc from 'fast-check';
import GLPK from 'glpk.js/node';
import { beforeAll, describe, expect, it } from 'vitest';
import { solve as yalps } from 'yalps';
import {
  bestChance,
  buildModel,
  plan,
  type PlanInput,
  type PlanOptimal,
  type PlanTrim,
  type Solve,
} from '../src/index.js';
import { seeded } from './seeded.js';
import { optimalPlan, testSolver } from './solver.js';

let solve: Solve;
beforeAll(async () => {
  solve = await testSolver();
});

const trim = (
  id: string,
  fatPct: number,
  pricePerKg: number,
  availableKg: number,
  more: Partial<PlanTrim> = {},
): PlanTrim => ({ id, fatPct, fatSd: 1, pricePerKg, availableKg, ...more });

const optimal = (input: PlanInput): PlanOptimal => optimalPlan(input, solve);

function randomCase(seed: number, count: number): PlanInput {
  const random = seeded(seed);
  return {
    batchKg: 40,
    window: { minPct: 22, maxPct: 27 },
    trims: Array.from({ length: count }, (_, i) => {
      const fat = i % 4 === 0 ? 40 + 45 * random() : 4 + 24 * random();
      return trim(`t${i}`, fat, 1 + 8 * random(), 6 + 14 * random(), {
        fatSd: 0.5 + 3 * random(),
        species: i % 3 === 0 ? 'beef' : 'pork',
      });
    }),
    speciesRules: [{ species: 'beef', minPct: 10, maxPct: 60 }],
  };
}

const two: PlanInput = {
  batchKg: 10,
  window: { minPct: 23, maxPct: 27 },
  trims: [trim('lean', 10, 8, 20), trim('fat', 50, 2, 20)],
};

describe('the cheapest blend', () => {
  it('lies on the edge of the bare window, where the chance is one half; the middle is nearly sure', () => {
    const bare = optimal(two);
    expect(bare.fatPct).toBeCloseTo(27, 6);
    expect(bare.inWindow).toBeCloseTo(0.5, 3);
    const middle = optimal({ ...two, window: { minPct: 25, maxPct: 25 } });
    const known = optimal({ ...two, trims: two.trims.map((t) => ({ ...t })), confidence: 0.99 });
    expect(middle.fatPct).toBeCloseTo(25, 6);
    expect(known.inWindow).toBeGreaterThanOrEqual(0.99 - 1e-6);
  });

  it('agrees with two other solvers on 40 random cases', async () => {
    const glpk = await GLPK();
    for (let seed = 1; seed <= 40; seed += 1) {
      const input = randomCase(seed, 6 + (seed % 15));
      const mine = plan(input, solve);
      const model = buildModel(input);
      const other = yalps({
        direction: 'minimize',
        objective: 'cost',
        constraints: Object.fromEntries(
          model.rows
            .map((r) => [
              r.name,
              r.sense === '=' ? { equal: r.bound } : r.sense === '<=' ? { max: r.bound } : { min: r.bound },
            ])
            .concat(model.columns.map((c) => [`cap_${c.name}`, { max: c.upper }])),
        ),
        variables: Object.fromEntries(
          model.columns.map((c, i) => [
            c.name,
            {
              cost: input.trims[i]?.pricePerKg ?? 0,
              [`cap_${c.name}`]: 1,
              ...Object.fromEntries(
                model.rows.map((r) => [r.name, r.terms.find((t) => t.column === c.name)?.factor ?? 0]),
              ),
            },
          ]),
        ),
      });
      const third = await glpk.solve({
        name: 'blend',
        objective: {
          direction: glpk.GLP_MIN,
          name: 'cost',
          vars: model.columns.map((c, i) => ({ name: c.name, coef: input.trims[i]?.pricePerKg ?? 0 })),
        },
        subjectTo: model.rows.map((r) => ({
          name: r.name,
          vars: r.terms.map((t) => ({ name: t.column, coef: t.factor })),
          bnds: {
            type: r.sense === '=' ? glpk.GLP_FX : r.sense === '<=' ? glpk.GLP_UP : glpk.GLP_LO,
            ub: r.bound,
            lb: r.bound,
          },
        })),
        bounds: model.columns.map((c) => ({ name: c.name, type: glpk.GLP_DB, lb: 0, ub: c.upper })),
      });
      expect(mine.status).toBe(other.status === 'optimal' ? 'optimal' : 'infeasible');
      if (mine.status !== 'optimal') continue;
      const near = 1e-6 * Math.max(1, Math.abs(mine.cost));
      expect(Math.abs(mine.cost - other.result)).toBeLessThanOrEqual(near);
      expect(Math.abs(mine.cost - third.result.z)).toBeLessThanOrEqual(near);
    }
  });

  it('keeps mass, stock, window and species, and no random feasible blend is cheaper', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
        const input = randomCase(seed, 8);
        const answer = plan(input, solve);
        fc.pre(answer.status === 'optimal');
        if (answer.status !== 'optimal') return;
        const kg = new Map(answer.uses.map((u) => [u.id, u.massMg / 1e6]));
        expect(answer.uses.reduce((s, u) => s + u.massMg, 0)).toBe(40_000_000);
        for (const t of input.trims) expect(kg.get(t.id) ?? 0).toBeLessThanOrEqual(t.availableKg + 1e-5);
        expect(answer.fatPct).toBeGreaterThanOrEqual(22 - 1e-5);
        expect(answer.fatPct).toBeLessThanOrEqual(27 + 1e-5);
        const random = seeded(seed + 7);
        for (let i = 0; i < 200; i += 1) {
          const weights = input.trims.map(() => random() ** 3);
          const sum = weights.reduce((a, b) => a + b, 0);
          const draw = weights.map((w) => (40 * w) / sum);
          const fat = draw.reduce((s, x, j) => s + x * (input.trims[j]?.fatPct ?? 0), 0) / 40;
          const beef = draw.reduce((s, x, j) => s + (input.trims[j]?.species === 'beef' ? x : 0), 0) / 40;
          const fits =
            draw.every((x, j) => x <= (input.trims[j]?.availableKg ?? 0)) &&
            fat >= 22 &&
            fat <= 27 &&
            beef >= 0.1 &&
            beef <= 0.6;
          if (fits)
            expect(
              draw.reduce((s, x, j) => s + x * (input.trims[j]?.pricePerKg ?? 0), 0),
            ).toBeGreaterThanOrEqual(answer.cost - 1e-6);
        }
      }),
      { numRuns: 30 },
    );
  });
});

describe('confidence', () => {
  const three: PlanInput = {
    batchKg: 20,
    window: { minPct: 22, maxPct: 26 },
    trims: [
      trim('a', 8, 7, 20, { fatSd: 0.5 }),
      trim('b', 21, 4, 20, { fatSd: 4 }),
      trim('c', 48, 2.4, 20, { fatSd: 2 }),
    ],
  };

  it.each([0.6, 0.8, 0.9, 0.95])('is within half a percent of a fine grid at %d', (confidence) => {
    const answer = optimal({ ...three, confidence });
    let best = Infinity;
    const steps = 400;
    for (let i = 0; i <= steps; i += 1) {
      for (let j = 0; i + j <= steps; j += 1) {
        const share = [i / steps, j / steps, (steps - i - j) / steps];
        const fat = share.reduce((s, w, k) => s + w * (three.trims[k]?.fatPct ?? 0), 0);
        const sd = Math.hypot(...share.map((w, k) => w * (three.trims[k]?.fatSd ?? 0)));
        if (fat < 22 || fat > 26 || chance(fat, sd, 22, 26) < confidence) continue;
        best = Math.min(best, 20 * share.reduce((s, w, k) => s + w * (three.trims[k]?.pricePerKg ?? 0), 0));
      }
    }
    expect(answer.confidenceMet).toBe(true);
    expect(answer.inWindow).toBeGreaterThanOrEqual(confidence - 1e-6);
    expect(answer.cost).toBeLessThanOrEqual(best * 1.005);
    expect(answer.cost).toBeGreaterThanOrEqual(best * 0.995);
    expect(answer.solves).toBeLessThanOrEqual(12);
  });

  it('costs more the surer it must be', () => {
    const costs = [0, 0.6, 0.8, 0.9, 0.95].map((confidence) => optimal({ ...three, confidence }).cost);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
  });

  it('says so when it cannot be reached, gives the likeliest blend and the trim to test', () => {
    const vague = { ...three, trims: three.trims.map((t) => ({ ...t, fatSd: 12 })), confidence: 0.95 };
    const answer = optimal(vague);
    expect(answer.confidenceMet).toBe(false);
    expect(vague.trims.map((t) => t.id)).toContain(answer.testFirst);
    const best = bestChance(vague, buildModel(vague), solve, 12);
    expect(answer.inWindow).toBeGreaterThanOrEqual((best?.chance ?? 1) - 0.01);
  });
});

describe('boxes, counts and locks', () => {
  it('uses whole boxes, and lets one balancing trim break a box', () => {
    const boxed = {
      batchKg: 40,
      window: { minPct: 20, maxPct: 30 },
      trims: [trim('a', 15, 5, 60, { boxKg: 15 }), trim('b', 60, 2, 30, { boxKg: 10 })],
    };
    expect(optimal(boxed).uses).toEqual([
      expect.objectContaining({ id: 'a', massMg: 30_000_000 }),
      expect.objectContaining({ id: 'b', massMg: 10_000_000 }),
    ]);
    const odd = plan({ ...boxed, batchKg: 42 }, solve);
    expect(odd).toMatchObject({
      status: 'infeasible',
      reasons: [expect.objectContaining({ rule: 'boxes' })],
    });
    const broken = optimal({
      ...boxed,
      batchKg: 42,
      trims: boxed.trims.map((t) => ({ ...t, balance: t.id === 'a' })),
    });
    expect(broken.uses.find((u) => u.id === 'b')?.massMg).toBe(10_000_000);
    expect(broken.uses.find((u) => u.id === 'a')?.massMg).toBe(32_000_000);
  });

  it('keeps to a number of trims and to a lock', () => {
    const input = randomCase(3, 10);
    expect(optimal({ ...input, maxTrims: 4 }).uses.length).toBeLessThanOrEqual(4);
    const first = input.trims[1]!;
    const locked = optimal({
      ...input,
      trims: input.trims.map((t) => (t === first ? { ...t, lockedKg: 3.3 } : t)),
    });
    expect(locked.uses.find((u) => u.id === first.id)?.massMg).toBe(3_300_000);
  });

  it('uses first what must go first, and keeps a customer’s meat out', () => {
    const input: PlanInput = {
      ...two,
      trims: [
        ...two.trims,
        trim('old', 20, 9, 4, { useFirst: true }),
        trim('hogget', 25, 0, 50, { owner: 'customer' }),
      ],
    };
    const answer = optimal(input);
    expect(answer.uses.find((u) => u.id === 'old')?.massMg).toBe(4_000_000);
    expect(answer.uses.some((u) => u.id === 'hogget')).toBe(false);
  });

  it('rounds to the scale and stays inside', () => {
    const answer = optimal({ ...randomCase(11, 12), divisionKg: 0.02, confidence: 0.8 });
    expect(answer.uses.every((u) => u.massMg % 20_000 === 0)).toBe(true);
    expect(answer.uses.reduce((s, u) => s + u.massMg, 0)).toBe(40_000_000);
    expect(answer.inWindow).toBeGreaterThanOrEqual(0.799);
  });
});

describe('no blend is an answer', () => {
  const reason = (input: PlanInput) => {
    const answer = plan(input, solve);
    if (answer.status !== 'infeasible') throw new Error('was feasible');
    return answer.reasons[0]!;
  };

  it('says how much meat is missing', () => {
    expect(reason({ ...two, batchKg: 50 })).toMatchObject({
      rule: 'stock',
      mend: expect.stringContaining('10 kg more meat'),
    });
  });

  it('names the leanest reachable fat and the smallest mend, and the mend works', () => {
    const input = { ...two, window: { minPct: 3, maxPct: 7 } };
    const found = reason(input);
    expect(found.message).toContain('10 %');
    const kg = Number(/^([\d.]+) kg of something at or below ([\d.]+) %/.exec(found.mend)?.[1]);
    const at = Number(/below ([\d.]+) %/.exec(found.mend)?.[1]);
    expect(plan({ ...input, trims: [...input.trims, trim('mend', at, 9, kg)] }, solve).status).toBe(
      'optimal',
    );
    expect(plan({ ...input, trims: [...input.trims, trim('mend', at, 9, kg - 0.02)] }, solve).status).toBe(
      'infeasible',
    );
  });

  it('names a species share that cannot be had', () => {
    expect(reason({ ...two, speciesRules: [{ species: 'lamb', minPct: 30 }] })).toMatchObject({
      rule: 'species_min_0',
      message: expect.stringContaining('30 % lamb'),
    });
  });

  it('refuses what is no question at all, naming every field', () => {
    expect(() =>
      plan({ ...two, window: { minPct: 30, maxPct: 20 }, trims: [trim('x', 120, NaN, -1)] }, solve),
    ).toThrow(
      expect.objectContaining({
        issues: expect.arrayContaining(
          ['window', 'trims[0].fatPct', 'trims[0].pricePerKg', 'trims[0].availableKg'].map((path) =>
            expect.objectContaining({ path }),
          ),
        ),
      }),
    );
  });
});

function chance(fat: number, sd: number, low: number, high: number): number {
  const cdf = (z: number) => {
    const t = 1 / (1 + 0.2316419 * Math.abs(z));
    const tail =
      (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
      t *
      (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
    return z > 0 ? 1 - tail : tail;
  };
  return cdf((high - fat) / sd) - cdf((low - fat) / sd);
}
