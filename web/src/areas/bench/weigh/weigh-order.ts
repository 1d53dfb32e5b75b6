import { SCALE_IDS } from '@zest/core';
import type { LineView } from '@zest/contract';

/** The order in which lines are weighed: cure first, then scale by scale from the finest, each as it is written. */
export function weighOrder(lines: readonly LineView[]): LineView[] {
  const fineness = [...SCALE_IDS].reverse();
  const rank = (line: LineView) => (line.isCure ? -1 : fineness.indexOf(line.scaleId));
  return [...lines].sort((a, b) => rank(a) - rank(b));
}
