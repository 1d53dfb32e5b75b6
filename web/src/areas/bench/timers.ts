import { runningTimers, type Timer } from '@zest/core';
import type { BatchView } from '@zest/contract';

/** The timers of a batch that nobody has stopped. */
export function timersOf(sheet: BatchView): Timer[] {
  return runningTimers(
    sheet.marks
      .filter((m) => m.kind === 'timer')
      .map((m) => ({
        name: m.subject,
        kind: (m.value ?? 0) > 0 ? ('start' as const) : ('stop' as const),
        atMs: Date.parse(m.at),
        minutes: m.value ?? 0,
      })),
  );
}
