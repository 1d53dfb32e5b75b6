import loadHighs from 'highs';
import { highsSolve, plan, type PlanInput, type PlanOptimal, type Solve } from '../src/index.js';

/** On a busy machine a solver needs longer for the same answer. */
const PATIENCE = 30;

/** HiGHS as the tests use it, with more time than a person would give it. */
export async function testSolver(): Promise<Solve> {
  const solve = highsSolve(await loadHighs());
  return (model, effort = {}) =>
    solve(model, effort.seconds === undefined ? effort : { ...effort, seconds: PATIENCE * effort.seconds });
}

/** A plan that must exist. */
export function optimalPlan(input: PlanInput, solve: Solve): PlanOptimal {
  const answer = plan(input, solve);
  if (answer.status !== 'optimal') throw new Error(answer.reasons.map((r) => r.message).join(' '));
  return answer;
}
