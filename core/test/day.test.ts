import { beforeAll, describe, expect, it } from 'vitest';
import { inWindow, mixture, planDay, type DayInput, type Solve } from '../src/index.js';
import { testSolver } from './solver.js';
import { exactLot, randomBatches, randomStock } from './stocks.js';

let solve: Solve;
beforeAll(async () => {
  solve = await testSolver();
});

/** Mass taken of every lot by all batches that are made. */
function taken(answer: ReturnType<typeof planDay>): Map<string, number> {
  const kg = new Map<string, number>();
  for (const batch of answer.batches) {
    if (batch.status !== 'optimal') continue;
    for (const use of batch.uses) kg.set(use.id, (kg.get(use.id) ?? 0) + use.massMg / 1e6);
  }
  return kg;
}

describe('a day planned together', () => {
  it('gives the cheap fat to the batch that needs it, which one by one does not', () => {
    const day: DayInput = {
      stock: [exactLot('lean', 10, 6, 100), exactLot('middle', 30, 4, 20), exactLot('dear fat', 80, 9, 40)],
      batches: [
        { id: 'first', batchKg: 20, window: { minPct: 10, maxPct: 30 } },
        { id: 'second', batchKg: 20, window: { minPct: 26, maxPct: 30 } },
      ],
    };
    const answer = planDay(day, solve);
    expect(answer.status).toBe('optimal');
    // Common practice by hand: the second takes the 20 kg of middle, the first is all lean.
    expect(answer.cost).toBeCloseTo(20 * 6 + 20 * 4, 4);
    expect(answer.costOneByOne).toBeGreaterThan(answer.cost + 1);
  });

  it('keeps to the stock, to every window and chance, and is never dearer than one by one', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const stock = randomStock(seed, 24);
      const day = { stock, batches: randomBatches(seed, 4), divisionKg: 0.02 };
      const answer = planDay(day, solve);
      for (const [id, kg] of taken(answer)) {
        expect(kg).toBeLessThanOrEqual((stock.find((t) => t.id === id)?.availableKg ?? 0) + 1e-6);
      }
      answer.batches.forEach((batch, i) => {
        if (batch.status !== 'optimal') return;
        const asked = day.batches[i]!;
        const mixed = mixture(
          batch.uses.map((u) => ({ ...stock.find((t) => t.id === u.id)!, massKg: u.massMg / 1e6 })),
        );
        expect(mixed.massKg).toBeCloseTo(asked.batchKg, 6);
        expect(mixed.fatPct).toBeGreaterThanOrEqual(asked.window.minPct - 0.02);
        expect(mixed.fatPct).toBeLessThanOrEqual(asked.window.maxPct + 0.02);
        const chance = inWindow(mixed.fatPct, mixed.fatSd, asked.window);
        expect(chance).toBeCloseTo(batch.inWindow, 9);
        if (batch.confidenceMet) expect(chance).toBeGreaterThanOrEqual((asked.confidence ?? 0) - 1e-3);
      });
      if (answer.costOneByOne !== null) {
        expect(answer.status).toBe('optimal');
        expect(answer.cost).toBeLessThanOrEqual(answer.costOneByOne + 1e-6);
      }
    }
  });

  it('with whole boxes and few trims takes whole boxes and few trims', () => {
    const stock = randomStock(3, 16, (i) =>
      i % 2 === 0 ? { boxKg: 5, balance: true, availableKg: 20 } : {},
    );
    const day = {
      stock,
      batches: randomBatches(3, 2).map((b) => ({ ...b, batchKg: 30, maxTrims: 4, confidence: 0 })),
    };
    const answer = planDay(day, solve);
    for (const batch of answer.batches) {
      if (batch.status !== 'optimal') throw new Error(batch.reasons[0]?.message);
      expect(batch.uses.length).toBeLessThanOrEqual(4);
      const broken = batch.uses.filter((u) => {
        const box = stock.find((t) => t.id === u.id)?.boxKg;
        return box !== undefined && u.massMg % (box * 1e6) !== 0;
      });
      expect(broken.length).toBeLessThanOrEqual(1);
    }
  });

  it('lets the batch of lowest priority give way and says what would still fit', () => {
    const day: DayInput = {
      stock: [exactLot('lean', 10, 6, 30), exactLot('fat', 50, 2, 30)],
      batches: [
        { id: 'late', priority: 2, batchKg: 40, window: { minPct: 28, maxPct: 32 } },
        { id: 'early', priority: 1, batchKg: 30, window: { minPct: 20, maxPct: 24 } },
      ],
    };
    const answer = planDay(day, solve);
    expect(answer.status).toBe('partial');
    expect(answer.costOneByOne).toBeNull();
    const [late, early] = answer.batches;
    expect(early?.status).toBe('optimal');
    if (late?.status !== 'infeasible') throw new Error('The late batch should give way.');
    expect(late.reasons[0]?.rule).toBe('day');
    // The early batch leaves 9 kg lean if it is as fat as it may be (24 %): 19.5 + 10.5 kg.
    expect(late.reasons[0]?.mend).toMatch(/^Make 23\.3 kg of it/);
  });

  it('among equals lets the fewest kilograms give way', () => {
    const day: DayInput = {
      stock: [exactLot('only', 25, 3, 50)],
      batches: [20, 30, 45].map((batchKg, i) => ({
        id: `b${i}`,
        batchKg,
        window: { minPct: 20, maxPct: 30 },
      })),
    };
    const answer = planDay(day, solve);
    expect(answer.batches.map((b) => b.status)).toEqual(['optimal', 'optimal', 'infeasible']);
  });

  it('keeps what has been weighed and plans the rest around it', () => {
    const day: DayInput = {
      stock: [exactLot('lean', 10, 6, 40), exactLot('fat', 50, 2, 40)],
      batches: [
        {
          id: 'begun',
          batchKg: 20,
          window: { minPct: 24, maxPct: 26 },
          weighed: [{ ...exactLot('fat', 58, 2, 0), massKg: 5 }],
        },
      ],
    };
    const answer = planDay(day, solve).batches[0];
    if (answer?.status !== 'optimal') throw new Error('A begun batch can be planned.');
    expect(answer.uses.find((u) => u.id === 'fat (weighed)')?.massMg).toBe(5_000_000);
    expect(answer.fatPct).toBeLessThanOrEqual(26 + 1e-6);
  });

  it('keeps every owner to their own lots', () => {
    const day: DayInput = {
      stock: [exactLot('shop', 25, 3, 40), exactLot('theirs', 25, 0, 12, { owner: 'Mrs Sand' })],
      batches: [
        { id: 'shop batch', batchKg: 20, window: { minPct: 20, maxPct: 30 } },
        { id: 'their batch', batchKg: 10, window: { minPct: 20, maxPct: 30 }, owner: 'Mrs Sand' },
      ],
    };
    const [shop, theirs] = planDay(day, solve).batches;
    expect(shop?.status === 'optimal' && shop.uses.map((u) => u.id)).toEqual(['shop']);
    expect(theirs?.status === 'optimal' && theirs.uses.map((u) => u.id)).toEqual(['theirs']);
  });

  it('tells how far it is and refuses bad batches by their path', () => {
    const told: number[] = [];
    const stock = [exactLot('only', 25, 3, 50)];
    const batch = { id: 'b', batchKg: 10, window: { minPct: 20, maxPct: 30 } };
    planDay({ stock, batches: [batch] }, solve, (step) => told.push(step.done / step.of));
    expect(told[0]).toBe(0);
    expect(told.at(-1)).toBe(1);
    expect([...told].sort((a, b) => a - b)).toEqual(told);
    expect(() =>
      planDay({ stock, batches: [{ ...batch, window: { minPct: 30, maxPct: 20 } }] }, solve),
    ).toThrow(expect.objectContaining({ issues: [expect.objectContaining({ path: 'batches[0].window' })] }));
    expect(() => planDay({ stock, batches: [batch, batch] }, solve)).toThrow('stands twice');
  });
});
