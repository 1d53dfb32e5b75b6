import loadHighs from 'highs';
import { highsSolve, plan, type PlanInput, type PlanOptimal, type Solve } from '../src/index.js';

/** HiGHS as the tests use it. */
export async function testSolver(): Promise<Solve> {
  return highsSolve(await loadHighs());
}

/** A plan that must exist. */
export function optimalPlan(input: PlanInput, solve: Solve): PlanOptimal {
  const answer = plan(input, solve);
  if (answer.status !== 'optimal') throw new Error(answer.reasons.map((r) => r.message).join(' '));
  return answer;
}
