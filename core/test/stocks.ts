import type { DayBatch, PlanInput, PlanTrim } from '../src/index.js';
import { seeded } from './seeded.js';

/** A random cold room: a quarter of it fat, the rest lean; beef and pork. */
export function randomStock(
  seed: number,
  count: number,
  more: (i: number) => Partial<PlanTrim> = () => ({}),
): PlanTrim[] {
  const random = seeded(seed * 7919 + 13);
  return Array.from({ length: count }, (_, i) => ({
    id: `t${i}`,
    species: i % 3 === 0 ? 'beef' : 'pork',
    fatPct: i % 4 === 0 ? 40 + 45 * random() : 4 + 24 * random(),
    fatSd: 0.5 + 3 * random(),
    pricePerKg: 1 + 8 * random(),
    availableKg: 6 + 14 * random(),
    ...more(i),
  }));
}

/** Batches of different sizes and windows, some surer than others. */
export function randomBatches(seed: number, count: number): DayBatch[] {
  const random = seeded(seed * 104_729 + 7);
  return Array.from({ length: count }, (_, i) => {
    const from = 12 + Math.floor(16 * random());
    return {
      id: `batch ${i}`,
      priority: 1 + Math.floor(3 * random()),
      batchKg: 10 + Math.floor(30 * random()),
      window: { minPct: from, maxPct: from + 4 + Math.floor(4 * random()) },
      confidence: i % 2 === 0 ? 0.8 : 0,
    };
  });
}

export const smallPlan = (trims: PlanTrim[], more: Partial<PlanInput> = {}): PlanInput => ({
  batchKg: 40,
  window: { minPct: 22, maxPct: 27 },
  trims,
  ...more,
});

/** A lot whose fat is known exactly. */
export const exactLot = (
  id: string,
  fatPct: number,
  pricePerKg: number,
  availableKg: number,
  more: Partial<PlanTrim> = {},
): PlanTrim => ({ id, fatPct, fatSd: 0, pricePerKg, availableKg, ...more });
