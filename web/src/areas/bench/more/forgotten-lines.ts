import { isGivenUp } from '@zest/core';
import type { BatchView, LineView } from '@zest/contract';

/** Lines of ingredients whose step was closed without a weight, and that nobody is putting in late already. */
export function forgottenLines(sheet: BatchView): LineView[] {
  const closed = new Set(sheet.steps.filter((s) => s.state === 'closed').map((s) => s.id));
  return sheet.lines.filter(
    (l) =>
      l.kind === 'ingredient' &&
      l.weighedMg === 0 &&
      closed.has(l.stepId) &&
      !sheet.lines.some((other) => other.id !== l.id && other.key === l.key) &&
      !isGivenUp(sheet, l.id),
  );
}
