import { buildModel, highsSolve, plan, toLpText, type PlanInput } from '@zest/core';
import { loadSolver } from './solver.js';

export interface PlanTimes {
  trims: number;
  /** Median of HiGHS alone on the bare model, ms. */
  aloneMs: number;
  /** Median of the whole plan without confidence, ms. */
  planMs: number;
  /** Median and worst of the plan at 0.8, ms, and the most models it solved. */
  confidentMs: number;
  confidentWorstMs: number;
  mostSolves: number;
}

/** Times of the planner against the solver alone, over `cases` random stocks. */
export async function measurePlans(trims: number, cases: number): Promise<PlanTimes> {
  const highs = await loadSolver();
  const solve = highsSolve(highs);
  const alone: number[] = [];
  const bare: number[] = [];
  const confident: number[] = [];
  let mostSolves = 0;
  for (let i = 0; i < cases; i += 1) {
    const input = randomPlan(i + 1, trims);
    const text = toLpText(withCost(input));
    alone.push(time(() => highs.solve(text, { mip_rel_gap: 0, output_flag: false })));
    bare.push(time(() => plan(input, solve)));
    confident.push(
      time(() => {
        const answer = plan({ ...input, confidence: 0.8 }, solve);
        if (answer.status === 'optimal') mostSolves = Math.max(mostSolves, answer.solves);
      }),
    );
  }
  return {
    trims,
    aloneMs: median(alone),
    planMs: median(bare),
    confidentMs: median(confident),
    confidentWorstMs: Math.max(...confident.slice(2)),
    mostSolves,
  };
}

function withCost(input: PlanInput) {
  const model = buildModel(input);
  return {
    ...model,
    columns: model.columns.map((c, i) => ({ ...c, cost: input.trims[i]?.pricePerKg ?? 0 })),
  };
}

export function randomPlan(seed: number, count: number): PlanInput {
  let state = seed * 7919;
  const random = () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  return {
    batchKg: 40,
    window: { minPct: 23, maxPct: 27 },
    divisionKg: 0.02,
    trims: Array.from({ length: count }, (_, i) => ({
      id: `t${i}`,
      fatPct: i % 4 === 0 ? 40 + 45 * random() : 4 + 24 * random(),
      fatSd: 0.5 + 3 * random(),
      pricePerKg: 1 + 8 * random(),
      availableKg: 6 + 14 * random(),
    })),
  };
}

export function time(work: () => unknown): number {
  const started = performance.now();
  work();
  return performance.now() - started;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}
