import { solve as yalps } from 'yalps';
import { buildModel, highsSolve, plan, planDay, type PlanInput } from '@zest/core';
import { median, randomPlan, time } from './plans.js';
import { loadSolver } from './solver.js';

export interface Spread {
  medianMs: number;
  worstMs: number;
}

/** 60 lots, half of them by the box, at most 4 trims: the hardest single blend. */
export async function measureBoxes(cases: number, confidence: number): Promise<Spread> {
  const solve = highsSolve(await loadSolver());
  const times = range(cases).map((seed) =>
    time(() => plan({ ...byTheBox(randomPlan(seed, 60)), confidence }, solve)),
  );
  return spread(times);
}

/** 8 batches over 60 lots, each with its chance: planned one by one, then together. */
export async function measureDays(cases: number): Promise<Spread & { savedPct: number }> {
  const solve = highsSolve(await loadSolver());
  const saved: number[] = [];
  const times = range(cases).map((seed) =>
    time(() => {
      const stock = randomPlan(seed, 60).trims;
      const answer = planDay({ stock, batches: dayOf(seed), divisionKg: 0.02, dropBelowKg: 0.5 }, solve);
      if (answer.costOneByOne !== null) saved.push(100 * (1 - answer.cost / answer.costOneByOne));
    }),
  );
  return { ...spread(times), savedPct: saved.reduce((a, b) => a + b, 0) / Math.max(1, saved.length) };
}

/** Cases in which another solver finds another least cost: none is wanted. */
export async function disagreements(cases: number): Promise<number> {
  const solve = highsSolve(await loadSolver());
  return range(cases).filter((seed) => {
    const input: PlanInput = { ...randomPlan(seed, 6 + (seed % 15)), divisionKg: undefined };
    const mine = plan(input, solve);
    const other = secondOpinion(input);
    if (mine.status === 'infeasible' || other === undefined)
      return mine.status !== 'infeasible' || other !== undefined;
    return Math.abs(mine.cost - other) > 1e-6 * Math.max(1, Math.abs(other));
  }).length;
}

function secondOpinion(input: PlanInput): number | undefined {
  const model = buildModel(input);
  const answer = yalps({
    direction: 'minimize',
    objective: 'cost',
    constraints: Object.fromEntries([
      ...model.rows.map((r) => [
        r.name,
        r.sense === '=' ? { equal: r.bound } : r.sense === '<=' ? { max: r.bound } : { min: r.bound },
      ]),
      ...model.columns.map((c) => [`cap_${c.name}`, { max: c.upper }]),
    ]) as Record<string, object>,
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
  return answer.status === 'optimal' ? answer.result : undefined;
}

function byTheBox(input: PlanInput): PlanInput {
  return {
    ...input,
    maxTrims: 4,
    trims: input.trims.map((t, i) => (i % 2 === 1 ? { ...t, boxKg: 5, balance: true } : t)),
  };
}

function dayOf(seed: number) {
  return range(8).map((n) => {
    const from = 12 + ((seed * 31 + n * 17) % 16);
    return {
      id: `batch ${n}`,
      priority: 1 + (n % 3),
      batchKg: 10 + ((seed * 13 + n * 7) % 30),
      window: { minPct: from, maxPct: from + 4 + (n % 4) },
      confidence: n % 2 === 0 ? 0.8 : 0,
    };
  });
}

function spread(times: readonly number[]): Spread {
  return { medianMs: median(times), worstMs: Math.max(...times.slice(1)) };
}

function range(count: number): number[] {
  return Array.from({ length: count }, (_, i) => i + 1);
}
