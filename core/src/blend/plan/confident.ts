import { bestChance, centredBlend } from './best-chance.js';
import { boundaryPoint, judge, tangentCut } from './chance.js';
import { massesOf } from './build-model.js';
import { withCosts, withRows, type Model, type Row, type Solve } from './model.js';
import type { PlanInput } from './types.js';

/** Stop when the best blend found costs no more than this over the proven least cost, relative. */
const GAP = 1e-4;
const MOST_SOLVES = 12;
const CHANCE_SLACK = 1e-9;

export interface ConfidentBlend {
  kg: number[];
  met: boolean;
  solves: number;
}

/**
 * The cheapest blend whose chance of being in the window is at least `wanted`.
 *
 * Supporting hyperplanes: the cheapest blend of an outer approximation is joined to a blend well
 * inside; where the line leaves the set, a tangent is added and the model solved again. Every
 * boundary point is itself a blend that meets the chance, so the answer always does; the outer
 * optimum bounds its cost from below. At most 12 solves.
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
  const counted: Solve = (m) => {
    state.solves += 1;
    return solve(m);
  };
  if (judge(input, cheapest).chance >= wanted) return { kg: cheapest, met: true, solves: 1 };
  const inside = insideBlend(input, model, wanted, counted);
  if (!inside.met) {
    return { kg: inside.kg ?? cheapest, met: false, solves: state.solves };
  }
  return model.columns.some((c) => c.whole)
    ? wholeCuts(input, model, costs, cheapest, inside.kg, counted, state)
    : smoothCuts(input, model, costs, cheapest, inside.kg, counted, state);
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

function smoothCuts(
  input: PlanInput,
  model: Model,
  costs: ReadonlyMap<string, number>,
  cheapest: number[],
  inside: number[],
  solve: Solve,
  state: { solves: number },
): ConfidentBlend {
  const wanted = input.confidence ?? 0;
  const price = (kg: readonly number[]) => kg.reduce((sum, x, i) => sum + x * (costs.get(`x${i}`) ?? 0), 0);
  const cuts: Row[] = [];
  let best = inside;
  let outside = cheapest;
  while (state.solves < MOST_SOLVES) {
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
  return { kg: best, met: true, solves: state.solves };
}

/** As {@link smoothCuts} where boxes or counts make mixtures of two blends unusable as answers. */
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
  const cuts: Row[] = [];
  let outside = cheapest;
  let likeliest = cheapest;
  while (state.solves < 3 * MOST_SOLVES) {
    const edge = boundaryPoint(input, wanted, inside, outside);
    cuts.push(tangentCut(input, wanted, edge, `chance_${cuts.length}`));
    cuts.push(tangentCut(input, wanted, outside, `chance_${cuts.length}`));
    const answer = solve(withRows(withCosts(model, costs), cuts));
    if (answer.status === 'infeasible') break;
    outside = massesOf(input.trims, answer.values);
    const { chance } = judge(input, outside);
    if (chance >= wanted - 1e-6) return { kg: outside, met: true, solves: state.solves };
    if (chance > judge(input, likeliest).chance) likeliest = outside;
  }
  return { kg: likeliest, met: false, solves: state.solves };
}
