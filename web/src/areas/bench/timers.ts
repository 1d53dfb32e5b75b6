import { marksOf, runningTimers, type Timer } from '@zest/core';
import type { BatchView } from '@zest/contract';

/** The timers of a batch that nobody has stopped. */
export function timersOf(sheet: BatchView): Timer[] {
  return runningTimers(
    marksOf(sheet.marks, 'timer').map(({ timer, minutes, at }) => ({
      id: timer,
      kind: minutes > 0 ? ('start' as const) : ('stop' as const),
      atMs: Date.parse(at),
      minutes,
    })),
  );
}
