import { judge } from './chance.js';
import { massesOf, massTerms } from './build-model.js';
import {
  SolverGaveUp,
  column,
  relaxed,
  withCosts,
  type Model,
  type Solve,
  type Effort,
  type Solution,
} from './model.js';
import type { PlanInput, PlanTrim } from './types.js';

const QUADRATIC_EFFORT: Effort = { seconds: 0.2 };

/**
 * The blend that trades nearness to the middle of the window against a small uncertainty:
 * minimises `s² + κ (F − middle)²`. One convex quadratic solve; whole numbers are relaxed.
 * @returns kilograms per trim, or undefined when the rules admit no blend
 */
export function centredBlend(
  input: PlanInput,
  model: Model,
  kappa: number,
  solve: Solve,
): number[] | undefined {
  const M = input.batchKg;
  const middle = (input.window.minPct + input.window.maxPct) / 2;
  const base = withCosts(relaxed(model), new Map());
  const lots = byLot(input);
  const columns = [
    ...base.columns,
    ...lots.map((parts, i) => ({
      ...column(`m${i}`, 0, M),
      square: ((parts[0]?.trim.fatSd ?? 0) / M) ** 2,
    })),
    { ...column('off', -100, 100), square: kappa },
  ];
  const rows = [
    ...base.rows,
    ...lots.map((parts, i) => ({
      name: `whole_${i}`,
      terms: [...parts.flatMap((p) => massTerms(p.trim, p.i)), { column: `m${i}`, factor: -1 }],
      sense: '=' as const,
      bound: 0,
    })),
    {
      name: 'off_middle',
      terms: [
        ...input.trims.flatMap((trim, i) => massTerms(trim, i, trim.fatPct / M)),
        { column: 'off', factor: -1 },
      ],
      sense: '=' as const,
      bound: middle,
    },
  ];
  const answer = inBoundedTime({ columns, rows }, solve);
  return answer?.status === 'optimal' ? massesOf(input.trims, answer.values) : undefined;
}

/** The trims by the lot that they are part of, each with its place. */
function byLot(input: PlanInput): { trim: PlanTrim; i: number }[][] {
  const lots = new Map<string, { trim: PlanTrim; i: number }[]>();
  input.trims.forEach((trim, i) => {
    const key = trim.lot ?? trim.id;
    lots.set(key, [...(lots.get(key) ?? []), { trim, i }]);
  });
  return [...lots.values()];
}

/** A quadratic solve that does not end by itself is given up. */
function inBoundedTime(model: Model, solve: Solve): Solution | undefined {
  try {
    return solve(model, QUADRATIC_EFFORT);
  } catch (error) {
    if (error instanceof SolverGaveUp) return undefined;
    throw error;
  }
}

const RATIO = (Math.sqrt(5) - 1) / 2;

/**
 * The blend with the highest chance of being in the window, found along the trade-off between
 * distance from the middle and uncertainty by golden section on log κ.
 */
export function bestChance(
  input: PlanInput,
  model: Model,
  solve: Solve,
  steps = 7,
): { kg: number[]; chance: number } | undefined {
  let best: { kg: number[]; chance: number } | undefined;
  const at = (logKappa: number): number => {
    const kg = centredBlend(input, model, Math.exp(logKappa), solve);
    if (!kg) return -1;
    const { chance } = judge(input, kg);
    if (!best || chance > best.chance) best = { kg, chance };
    return chance;
  };
  let low = Math.log(0.01);
  let high = Math.log(10);
  let a = high - RATIO * (high - low);
  let b = low + RATIO * (high - low);
  let chanceA = at(a);
  let chanceB = at(b);
  for (let i = 2; i < steps; i += 1) {
    if (chanceA >= chanceB) {
      high = b;
      b = a;
      chanceB = chanceA;
      a = high - RATIO * (high - low);
      chanceA = at(a);
    } else {
      low = a;
      a = b;
      chanceA = chanceB;
      b = low + RATIO * (high - low);
      chanceB = at(b);
    }
  }
  return best;
}
