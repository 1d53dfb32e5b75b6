import { bestChance, centredBlend } from './best-chance.js';
import { boundaryPoint, judge, tangentCut } from './chance.js';
import { buildModel, massTerms, massesOf, usesBoxes } from './build-model.js';
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
import type { PlanInput } from './types.js';

/** Stop when the best blend found costs no more than this over the proven least cost, relative. */
const GAP = 1e-4;
const MOST_SOLVES = 12;
const CHANCE_SLACK = 1e-9;
/** Whole-number answers: rounds, time and gap of each, and the gap at which they are good enough. */
const WHOLE_ROUNDS = 3;
const WHOLE_EFFORT: Effort = { seconds: 0.2, gap: 1e-4 };
const WHOLE_GAP = 2e-3;
/** Chance kept in hand where rounding to a scale cannot be mended by moving a division. */
const ROUNDING_MARGIN = 3e-3;

export interface ConfidentBlend {
  kg: number[];
  met: boolean;
  solves: number;
  /** The time of a search was up before its answer was proven. */
  stopped: boolean;
}

/**
 * The cheapest blend whose chance of being in the window is at least `wanted`.
 *
 * Supporting hyperplanes: the cheapest blend of an outer approximation is joined to a blend well
 * inside; where the line leaves the set, a tangent is added and the model solved again. Every
 * boundary point is itself a blend that meets the chance, so the answer always does; the outer
 * optimum bounds its cost from below. At most 12 solves where nothing is counted in whole numbers.
 *
 * @param cheapest the cheapest blend of the bare window, already solved
 * @returns `met: false` with the best chance found when `wanted` cannot be reached
 */
export function confidentBlend(
  input: PlanInput,
  model: Model,
  costs: ReadonlyMap<string, number>,
  cheapest: number[],
  solve: Solve,
): ConfidentBlend {
  const wanted = input.confidence ?? 0;
  const state = { solves: 1 };
  const counted: Solve = (m, effort) => {
    state.solves += 1;
    return solve(m, effort);
  };
  if (judge(input, cheapest).chance >= wanted) return { kg: cheapest, met: true, solves: 1, stopped: false };
  const inside = insideBlend(input, model, wanted, counted);
  if (!inside.met) {
    return { kg: inside.kg ?? cheapest, met: false, solves: state.solves, stopped: false };
  }
  if (!model.columns.some((c) => c.whole)) {
    const { kg } = smoothCuts(input, model, costs, cheapest, inside.kg, counted, state);
    return { kg, met: true, solves: state.solves, stopped: false };
  }
  const margin = (input.divisionKg ?? 0) > 1e-6 ? ROUNDING_MARGIN : 0;
  const surer = { ...input, confidence: Math.min(wanted + margin, (1 + wanted) / 2) };
  return wholeCuts(surer, model, costs, cheapest, inside.kg, counted, state);
}

function insideBlend(
  input: PlanInput,
  model: Model,
  wanted: number,
  solve: Solve,
): { kg: number[]; met: true } | { kg: number[] | undefined; met: false } {
  const centred = centredBlend(input, model, 0.3, solve);
  if (centred && judge(input, centred).chance > wanted) return { kg: centred, met: true };
  const best = bestChance(input, model, solve);
  if (best && best.chance >= wanted) return { kg: best.kg, met: true };
  return { kg: best?.kg ?? centred, met: false };
}

/** Cheapest of the convex set, with the tangents that were needed to find it. */
function smoothCuts(
  input: PlanInput,
  model: Model,
  costs: ReadonlyMap<string, number>,
  cheapest: number[],
  inside: number[],
  solve: Solve,
  state: { solves: number },
): { kg: number[]; cuts: Row[] } {
  const wanted = input.confidence ?? 0;
  const most = state.solves + MOST_SOLVES - 2;
  const price = (kg: readonly number[]) => kg.reduce((sum, x, i) => sum + x * perKg(input, costs, i), 0);
  const cuts: Row[] = [];
  let best = inside;
  let outside = cheapest;
  while (state.solves < most) {
    const edge = boundaryPoint(input, wanted, inside, outside);
    if (price(edge) < price(best)) best = edge;
    if (price(best) - price(outside) <= GAP * Math.max(1e-9, Math.abs(price(best)))) break;
    cuts.push(tangentCut(input, wanted, edge, `chance_${cuts.length}`));
    const answer = solve(withRows(withCosts(model, costs), cuts));
    if (answer.status === 'infeasible') break;
    outside = massesOf(input.trims, answer.values);
    if (judge(input, outside).chance >= wanted - CHANCE_SLACK) {
      best = outside;
      break;
    }
  }
  return { kg: best, cuts };
}

/** Objective per kg of a trim, whether it is used loose or by the box. */
function perKg(input: PlanInput, costs: ReadonlyMap<string, number>, i: number): number {
  const own = costs.get(`x${i}`);
  const box = input.trims[i]?.boxKg;
  return own ?? (box ? (costs.get(`n${i}`) ?? 0) / box : 0);
}

/**
 * With boxes or counts a mixture of two blends is no answer. The tangents of the problem without
 * whole numbers are found first, which is cheap; with them the whole-number problem is solved in
 * bounded time, its choice of boxes and trims is held, and the loose kilograms are made sure.
 */
function wholeCuts(
  input: PlanInput,
  model: Model,
  costs: ReadonlyMap<string, number>,
  cheapest: number[],
  inside: number[],
  solve: Solve,
  state: { solves: number },
): ConfidentBlend {
  const wanted = input.confidence ?? 0;
  const price = (kg: readonly number[]) => kg.reduce((sum, x, i) => sum + x * perKg(input, costs, i), 0);
  const loose = relaxed(model);
  const { cuts } = smoothCuts(input, loose, costs, cheapest, inside, solve, state);
  let best: number[] | undefined;
  let likeliest = cheapest;
  let stopped = true;
  for (let round = 0; round < WHOLE_ROUNDS; round += 1) {
    const answer = attempt(withRows(withCosts(model, costs), cuts), solve);
    if (!answer) break;
    const kg = massesOf(input.trims, answer.values);
    const sure = judge(input, kg).chance >= wanted - 1e-6;
    const candidate = sure ? kg : polish(input, kg, solve, state);
    const chance = candidate ? judge(input, candidate).chance : 0;
    if (candidate && chance >= wanted - 1e-6 && (!best || price(candidate) < price(best))) best = candidate;
    if (candidate && chance > judge(input, likeliest).chance) likeliest = candidate;
    if (sure || (best && price(best) - price(kg) <= WHOLE_GAP * Math.abs(price(best)))) {
      stopped = answer.stopped === true;
      break;
    }
    const edge = boundaryPoint(input, wanted, inside, kg);
    cuts.push(tangentCut(input, wanted, edge, `chance_${cuts.length}`));
    cuts.push(tangentCut(input, wanted, kg, `chance_${cuts.length}`));
  }
  return best
    ? { kg: best, met: true, solves: state.solves, stopped }
    : { kg: likeliest, met: false, solves: state.solves, stopped };
}

function attempt(model: Model, solve: Solve): Extract<Solution, { status: 'optimal' }> | undefined {
  try {
    const answer = solve(model, WHOLE_EFFORT);
    return answer.status === 'optimal' ? answer : undefined;
  } catch (error) {
    if (error instanceof SolverGaveUp) return undefined;
    throw error;
  }
}

/**
 * The surest cheap blend of the trims of a whole-number answer: what comes by the box stays as it is,
 * the loose kilograms are made sure.
 */
function polish(
  input: PlanInput,
  kg: readonly number[],
  solve: Solve,
  state: { solves: number },
): number[] | undefined {
  const used = input.trims.flatMap((trim, i) => {
    const mass = kg[i] ?? 0;
    if (mass <= 1e-9) return [];
    return [{ at: i, trim: usesBoxes(trim) ? { ...trim, lockedKg: mass } : trim }];
  });
  if (used.filter(({ trim }) => trim.lockedKg === undefined).length < 2) return undefined;
  // What is used is used by its least: a mixture of two such blends keeps to it as well.
  const trims = used.map(({ trim }) => ({ ...trim, minUseKg: undefined }));
  const few: PlanInput = { ...input, maxTrims: undefined, trims };
  const atLeast = used.flatMap(({ trim }, i): Row[] =>
    trim.minUseKg === undefined || trim.lockedKg !== undefined
      ? []
      : [{ name: `least_${i}`, terms: massTerms(trim, i), sense: '>=', bound: trim.minUseKg }],
  );
  const model = withRows(buildModel(few), atLeast);
  const costs = objectiveCosts(few);
  const bare = solve(withCosts(model, costs));
  if (bare.status === 'infeasible') return undefined;
  const inside = insideBlend(few, model, few.confidence ?? 0, solve);
  const found = inside.met
    ? smoothCuts(few, model, costs, massesOf(few.trims, bare.values), inside.kg, solve, state).kg
    : inside.kg;
  if (!found) return undefined;
  const all = input.trims.map(() => 0);
  used.forEach(({ at }, i) => {
    all[at] = found[i] ?? 0;
  });
  return all;
}
