import { buildModel, massesOf, massTerms } from './build-model.js';
import { checkPlanInput } from './check-input.js';
import { confidentBlend } from './confident.js';
import { describe, money } from './describe.js';
import {
  SolverGaveUp,
  relaxed,
  withCosts,
  withRows,
  type Effort,
  type Model,
  type Row,
  type Solution,
  type Solve,
} from './model.js';
import { objectiveCosts } from './objective.js';
import { explainInfeasible } from './reasons.js';
import { toDivisions } from './to-divisions.js';
import type { PlanAnswer, PlanInput, PlanOptimal, PlanTrim } from './types.js';

/** Time for the whole-number part of one plan. */
const WHOLE_EFFORT: Effort = { seconds: 0.7, presolve: false };

/**
 * Chooses kilograms of each trim: least cost for the batch weight inside the fat window, obeying
 * stock, species shares, whole boxes, locks and counts, with at least the wanted chance that the
 * true fat lies in the window.
 *
 * Lots of another owner than the batch's never enter. When no blend obeys the rules the answer says
 * which rule fails and the least change that mends it. Where the wanted chance cannot be reached
 * the answer is the blend with the highest chance and `confidenceMet` is false.
 *
 * @param input kg, % and money per usable kg; see {@link PlanInput}
 * @throws InputError for input no plan can be made from
 */
export function plan(input: PlanInput, solve: Solve): PlanAnswer {
  checkPlanInput(input);
  const owned = { ...input, trims: input.trims.filter((t) => t.owner === input.owner) };
  const answer = planOwned(owned, solve);
  return withoutCrumbs(owned, answer, solve);
}

/**
 * Leaves out trims of which too little is used to be worth fetching, where a blend without them
 * exists: first of the other trims that are used, else of all.
 */
function withoutCrumbs(input: PlanInput, answer: PlanAnswer, solve: Solve): PlanAnswer {
  const least = (input.dropBelowKg ?? 0) * 1e6;
  if (answer.status !== 'optimal' || least <= 0) return answer;
  const crumbs = new Set(
    answer.uses
      .filter((u) => u.massMg < least && !input.trims.some((t) => t.id === u.id && t.lockedKg !== undefined))
      .map((u) => u.id),
  );
  if (crumbs.size === 0) return answer;
  const used = new Set(answer.uses.map((u) => u.id));
  const kept = input.trims.filter((t) => !crumbs.has(t.id));
  const sets = [kept.filter((t) => used.has(t.id) || t.lockedKg !== undefined), kept];
  for (const trims of sets) {
    const again = trims.length > 0 ? planOwned({ ...input, trims }, solve) : undefined;
    if (again?.status !== 'optimal' || (answer.confidenceMet && !again.confidenceMet)) continue;
    const solves = again.solves + answer.solves;
    return withoutCrumbs({ ...input, trims }, { ...again, bareCost: answer.bareCost, solves }, solve);
  }
  return byTheirLeast(input, answer, solve);
}

/** More of what would be a crumb, where that is a blend: each trim by the least that is worth fetching, or not at all. */
function byTheirLeast(input: PlanInput, answer: PlanOptimal, solve: Solve): PlanAnswer {
  const leastKg = input.dropBelowKg ?? 0;
  const trims = input.trims.map((t) =>
    t.lockedKg === undefined ? { ...t, minUseKg: Math.max(t.minUseKg ?? 0, leastKg) } : t,
  );
  const again = planOwned({ ...input, trims }, solve);
  if (again.status !== 'optimal' || (answer.confidenceMet && !again.confidenceMet)) return answer;
  return { ...again, bareCost: answer.bareCost, solves: again.solves + answer.solves };
}

function planOwned(owned: PlanInput, solve: Solve): PlanAnswer {
  const first = solveByRank(owned, solve);
  if (!first) return { status: 'infeasible', reasons: explainInfeasible(owned, solve) };
  const { model, costs, kg: cheapest } = first;
  const wanted = owned.confidence ?? 0;
  const found = confidentBlend(owned, model, costs, cheapest, solve);
  const masses = toDivisions(owned, found.kg, found.met ? wanted : 0);
  const answer = describe(owned, masses, found.kg, {
    met: found.met,
    bareCost: money(owned.trims, cheapest),
    solves: found.solves + first.extraSolves,
  });
  return first.stopped || found.stopped ? { ...answer, stopped: bound(owned, model, costs, solve) } : answer;
}

/** What no blend can cost less than: the same rules with boxes and counts in parts. */
function bound(
  input: PlanInput,
  model: Model,
  costs: ReadonlyMap<string, number>,
  solve: Solve,
): NonNullable<PlanOptimal['stopped']> {
  const { cost = 1, age = 0, trims = 0 } = input.objective ?? {};
  if (cost <= 0 || age > 0 || trims > 0) return { leastCost: null };
  const answer = solve(withCosts(relaxed(model), costs));
  return {
    leastCost: answer.status === 'optimal' ? money(input.trims, massesOf(input.trims, answer.values)) : null,
  };
}

/** The cheapest bare-window blend after using, rank by rank, as much as possible of what goes first. */
function solveByRank(
  input: PlanInput,
  solve: Solve,
):
  | { model: Model; costs: Map<string, number>; kg: number[]; extraSolves: number; stopped: boolean }
  | undefined {
  const costs = objectiveCosts(input);
  const ranks = [...new Set(input.trims.map(rankOf))].filter((r) => r > 0).sort((a, b) => a - b);
  let model = buildModel(input);
  for (const rank of ranks) {
    const inRank = input.trims.flatMap((t, i) => (rankOf(t) === rank ? massTerms(t, i) : []));
    const answer = solve(withCosts(model, new Map(inRank.map((t) => [t.column, -t.factor]))));
    if (answer.status === 'infeasible') return undefined;
    const most = inRank.reduce((s, t) => s + t.factor * (answer.values.get(t.column) ?? 0), 0);
    const row: Row = { name: `first_${rank}`, terms: inRank, sense: '>=', bound: most - 1e-8 };
    model = withRows(model, [row]);
  }
  const answer = inBoundedTime(withCosts(model, costs), solve);
  if (answer.status === 'infeasible') return undefined;
  return {
    model,
    costs,
    kg: massesOf(input.trims, answer.values),
    extraSolves: ranks.length,
    stopped: answer.stopped === true,
  };
}

/** Boxes and counts can take a solver long: after this long its best blend so far is taken, if it has one. */
function inBoundedTime(model: Model, solve: Solve): Solution {
  if (!model.columns.some((c) => c.whole)) return solve(model);
  try {
    return solve(model, WHOLE_EFFORT);
  } catch (error) {
    if (error instanceof SolverGaveUp) return solve(model);
    throw error;
  }
}

function rankOf(trim: PlanTrim): number {
  if (trim.useFirst === true) return 1;
  return typeof trim.useFirst === 'number' ? trim.useFirst : 0;
}
