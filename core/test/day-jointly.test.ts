import { beforeAll, describe, expect, it } from 'vitest';
import { inWindow, mixture, planDay, type DayBatch, type PlanTrim, type Solve } from '../src/index.js';
import { testSolver } from './solver.js';
import { exactLot } from './stocks.js';

let solve: Solve;
beforeAll(async () => {
  solve = await testSolver();
});

type Made = Extract<ReturnType<typeof planDay>['batches'][number], { status: 'optimal' }>;

/** The plan of a day whose batches are all made. */
function planned(stock: readonly PlanTrim[], batches: readonly DayBatch[]) {
  const answer = planDay({ stock: [...stock], batches: [...batches], divisionKg: 0.001 }, solve);
  expect(answer.status).toBe('optimal');
  const made = answer.batches as Made[];
  const kgOf = (id: string) =>
    made.reduce((sum, { uses }) => sum + (uses.find((u) => u.id === id)?.massMg ?? 0) / 1e6, 0);
  return { answer, made, kgOf };
}

/** Every blend of a batch on a grid of kilograms, with what it costs and the chance it has: no solver has a hand in it. */
function everyBlend(stock: readonly PlanTrim[], batch: DayBatch, stepKg: number) {
  const blends: { kg: number[]; cost: number; chance: number }[] = [];
  const fill = (kg: number[], left: number) => {
    const trim = stock[kg.length]!;
    const isLast = kg.length === stock.length - 1;
    for (let x = isLast ? left : 0; x <= Math.min(left, trim.availableKg) + 1e-9; x += stepKg) {
      if (!isLast) {
        fill([...kg, x], left - x);
        continue;
      }
      const all = [...kg, x];
      const mixed = mixture(stock.map((t, i) => ({ ...t, massKg: all[i]! })).filter((t) => t.massKg > 1e-9));
      const cost = stock.reduce((sum, t, i) => sum + t.pricePerKg * all[i]!, 0);
      blends.push({ kg: all, cost, chance: inWindow(mixed.fatPct, mixed.fatSd, batch.window) });
    }
  };
  fill([], batch.batchKg);
  return blends;
}

/** The cheapest pair of blends on the grid that the stock serves and that both have their chance. */
function cheapestPair(stock: readonly PlanTrim[], [a, b]: readonly [DayBatch, DayBatch], stepKg: number) {
  const sure = (batch: DayBatch) =>
    everyBlend(stock, batch, stepKg)
      .filter((m) => m.chance >= (batch.confidence ?? 0) && m.chance > 1e-9)
      .sort((one, other) => one.cost - other.cost);
  const [first, second] = [sure(a), sure(b)];
  let best = Infinity;
  for (const one of first)
    for (const other of second) {
      if (one.cost + other.cost >= best) break;
      if (stock.every((t, i) => one.kg[i]! + other.kg[i]! <= t.availableKg + 1e-9))
        best = one.cost + other.cost;
    }
  return best;
}

const unsure = (id: string, fatPct: number, fatSd: number, pricePerKg: number, availableKg: number) =>
  exactLot(id, fatPct, pricePerKg, availableKg, { fatSd });

describe('batches planned together', () => {
  const lean = { id: 'lean', batchKg: 20, window: { minPct: 12, maxPct: 20 }, confidence: 0.9 };
  const rich = { id: 'rich', batchKg: 20, window: { minPct: 26, maxPct: 34 }, confidence: 0.9 };

  it.each([
    [
      'the cheap fat is short',
      [unsure('a', 8, 1, 6, 30), unsure('b', 30, 3, 2, 14), unsure('c', 55, 2, 4, 20)],
    ],
    [
      'the cheap lean is unsure',
      [unsure('a', 8, 1, 8, 30), unsure('b', 16, 5, 3, 20), unsure('c', 60, 2, 2, 20)],
    ],
    ['all of it goes', [unsure('a', 8, 1, 6, 18), unsure('b', 28, 2, 3, 12), unsure('c', 48, 2, 2, 10)]],
  ])('where %s no pair of blends on a grid is cheaper', (_name, stock) => {
    for (const pair of [
      [lean, rich],
      [rich, lean],
    ] as const) {
      const { answer, made } = planned(stock, pair);
      for (const batch of made) expect(batch.inWindow).toBeGreaterThanOrEqual(0.9 - 1e-3);
      const grid = cheapestPair(stock, pair, 0.5);
      expect(grid).toBeLessThan(Infinity);
      expect(answer.cost).toBeLessThanOrEqual(grid * (1 + 1e-3));
    }
  });

  it('finds the pair that one after the other takes away', () => {
    // Alone the rich batch is cheapest with all of the middle; the lean one then has no 12 % left to be sure with.
    const stock = [unsure('a', 8, 1, 9, 10), unsure('b', 18, 1, 1, 20), unsure('c', 45, 1, 4, 12)];
    const pair = [rich, lean] as const;
    const { answer, made } = planned(stock, pair);
    for (const batch of made) expect(batch.confidenceMet).toBe(true);
    expect(answer.cost).toBeLessThanOrEqual(cheapestPair(stock, pair, 0.5) * (1 + 1e-3));
  });

  it('uses up what goes first, rank by rank, before it looks at the price', () => {
    const first = (useFirst: number | boolean) => ({ useFirst });
    const stock = [
      exactLot('today', 24, 9, 6, first(1)),
      exactLot('also today', 24, 9, 5, first(true)),
      exactLot('tomorrow', 24, 8, 7, first(2)),
      exactLot('cheap', 24, 1, 100),
    ];
    const batch = (id: string, batchKg: number) => ({ id, batchKg, window: { minPct: 22, maxPct: 26 } });
    const all = planned(stock, [batch('a', 10), batch('b', 10)]);
    for (const [id, kg] of [
      ['today', 6],
      ['also today', 5],
      ['tomorrow', 7],
      ['cheap', 2],
    ] as const)
      expect(all.kgOf(id)).toBeCloseTo(kg, 2);
    const less = planned(stock, [batch('a', 8), batch('b', 7)]);
    expect(less.kgOf('today') + less.kgOf('also today')).toBeCloseTo(11, 2);
    expect(less.kgOf('tomorrow')).toBeCloseTo(4, 2);
    expect(less.kgOf('cheap')).toBeCloseTo(0, 2);
  });

  it('aims at the best there is where the wanted chance is out of reach', () => {
    const narrow = { id: 'narrow', batchKg: 12, window: { minPct: 23, maxPct: 26 }, confidence: 0.99 };
    const stock = [unsure('a', 10, 3, 6, 20), unsure('b', 25, 4, 1, 20), unsure('c', 40, 3, 3, 20)];
    const { made } = planned(stock, [narrow, lean]);
    const best = Math.max(...everyBlend(stock, narrow, 0.5).map((m) => m.chance));
    expect(best).toBeLessThan(0.99);
    expect(made[0]!.confidenceMet).toBe(false);
    expect(made[0]!.inWindow).toBeGreaterThan(best - 0.02);
    expect(made[1]!.confidenceMet).toBe(true);
  });

  it('keeps the chance of each with whole boxes too', () => {
    const boxes = (boxKg: number) => ({ boxKg, balance: true });
    const stock = [
      { ...unsure('a', 8, 1, 6, 30), ...boxes(5) },
      { ...unsure('b', 30, 3, 2, 20), ...boxes(5) },
      unsure('c', 55, 2, 4, 20),
    ];
    const { made } = planned(stock, [lean, rich]);
    for (const { uses, inWindow: chance } of made) {
      expect(chance).toBeGreaterThanOrEqual(0.9 - 1e-3);
      const broken = uses.filter((u) => u.id !== 'c' && u.massMg % 5_000_000 !== 0);
      expect(broken.length).toBeLessThanOrEqual(1);
    }
  });

  // Alone and first, whatever may be of any fat takes all of the cheap lean, and the lean batch cannot be made after it.
  const any = { id: 'any', batchKg: 20, window: { minPct: 10, maxPct: 45 }, confidence: 0.9 };
  const taking = [unsure('a', 10, 2, 1, 22), unsure('b', 30, 4, 3, 30), unsure('c', 50, 3, 5, 20)];

  it('is sure of both where one after the other is not possible at all', () => {
    const { answer, made } = planned(taking, [any, lean]);
    expect(answer.costOneByOne).toBeNull();
    for (const batch of made) {
      expect(batch.confidenceMet).toBe(true);
      expect(batch.inWindow).toBeGreaterThanOrEqual(0.9);
    }
    expect(answer.cost).toBeLessThanOrEqual(cheapestPair(taking, [any, lean], 0.5) * 1.01);
  });

  it('and so it is with whole boxes', () => {
    const boxed = taking.map((t) => (t.id === 'b' ? { ...t, boxKg: 5, balance: true } : t));
    const { answer, made } = planned(boxed, [any, lean]);
    expect(answer.costOneByOne).toBeNull();
    for (const batch of made) expect(batch.inWindow).toBeGreaterThanOrEqual(0.9 - 1e-3);
  });
});
