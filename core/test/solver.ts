import loadHighs from 'highs';
import { highsSolve, type Solve } from '../src/index.js';

/** HiGHS as the tests use it. */
export async function testSolver(): Promise<Solve> {
  return highsSolve(await loadHighs());
}
