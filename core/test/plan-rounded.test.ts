import { describe, expect, it } from 'vitest';
import { plan, type PlanInput, type PlanTrim } from '../src/index.js';
import { seeded } from './seeded.js';
import { testSolver } from './solver.js';

/** Two to seven lots of pork and beef with least uses, for a batch with a share, a count and a wanted chance. */
function someInput(random: () => number): PlanInput {
  const between = (a: number, b: number, digits: number) => Number((a + (b - a) * random()).toFixed(digits));
  const trims = Array.from({ length: 2 + Math.floor(random() * 6) }, (_, i): PlanTrim => ({
    id: `t${i}`,
    species: random() < 0.5 ? 'pork' : 'beef',
    fatPct: between(2, 70, 0),
    fatSd: [0.5, 1, 2, 4][Math.floor(random() * 4)]!,
    pricePerKg: between(1, 9, 2),
    availableKg: between(1, 30, 3),
    ...(random() < 0.4 ? { minUseKg: between(0.5, 4, 1) } : {}),
  }));
  return {
    batchKg: between(5, 40, 1),
    window: { minPct: 20, maxPct: 30 },
    trims,
    divisionKg: 0.02,
    dropBelowKg: 0.5,
    confidence: random() < 0.5 ? 0 : 0.8,
    ...(random() < 0.5 ? { speciesRules: [{ species: 'pork', minPct: between(20, 60, 0) }] } : {}),
    ...(random() < 0.3 ? { maxTrims: 2 } : {}),
  };
}

describe('a blend, rounded to what a scale can show', () => {
  it('keeps every rule to the milligram: batch, stock, least use, window, shares, count and chance', async () => {
    const solve = await testSolver();
    const random = seeded(29);
    let found = 0;
    for (let n = 0; n < 200; n += 1) {
      const input = someInput(random);
      const answer = plan(input, solve);
      if (answer.status !== 'optimal') continue;
      found += 1;
      const about = JSON.stringify(input);
      const trimOf = (id: string) => input.trims.find((t) => t.id === id)!;
      const batchMg = Math.round(input.batchKg * 1e6);
      expect(
        answer.uses.reduce((sum, u) => sum + u.massMg, 0),
        about,
      ).toBe(batchMg);
      for (const { id, massMg } of answer.uses) {
        const { availableKg, minUseKg = 0 } = trimOf(id);
        expect(massMg, about).toBeLessThanOrEqual(Math.round(availableKg * 1e6));
        expect(massMg, about).toBeGreaterThanOrEqual(Math.round(minUseKg * 1e6));
      }
      expect(answer.fatPct, about).toBeGreaterThanOrEqual(20 - 1e-9);
      expect(answer.fatPct, about).toBeLessThanOrEqual(30 + 1e-9);
      for (const { species, minPct = 0 } of input.speciesRules ?? []) {
        const own = answer.uses.filter((u) => trimOf(u.id).species === species);
        const share = (own.reduce((sum, u) => sum + u.massMg, 0) / batchMg) * 100;
        expect(share, about).toBeGreaterThanOrEqual(minPct - 1e-9);
      }
      expect(answer.uses.length, about).toBeLessThanOrEqual(input.maxTrims ?? 99);
      if (answer.confidenceMet)
        expect(answer.inWindow, about).toBeGreaterThanOrEqual((input.confidence ?? 0) - 1e-9);
    }
    expect(found).toBeGreaterThan(100);
  });

  it('offers a crumb only where no blend does without it', async () => {
    const solve = await testSolver();
    const random = seeded(31);
    let crumbs = 0;
    for (let n = 0; n < 160; n += 1) {
      const input = someInput(random);
      const answer = plan(input, solve);
      if (answer.status !== 'optimal' || answer.uses.every((u) => u.massMg >= 500_000)) continue;
      crumbs += 1;
      const trims = input.trims.map((t) => ({ ...t, minUseKg: Math.max(t.minUseKg ?? 0, 0.5) }));
      const whole = plan({ ...input, trims, dropBelowKg: 0 }, solve);
      const isBetter = whole.status === 'optimal' && (whole.confidenceMet || !answer.confidenceMet);
      expect(isBetter, JSON.stringify(input)).toBe(false);
    }
    expect(crumbs).toBeLessThan(10);
  });
});
