import loadHighs from 'highs';
import type { HighsLike } from '@zest/core';

/** HiGHS for measuring. */
export function loadSolver(): Promise<HighsLike> {
  const loader = loadHighs as unknown as (options?: object) => Promise<HighsLike>;
  return loader();
}
