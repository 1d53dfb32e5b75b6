import type { LineView } from '@zest/contract';

/** A line is done when its weight is in the band, or somebody has accepted it as it is. */
export function isDone(line: LineView): boolean {
  return (
    line.accepted || (line.weighedMg >= line.lowMg && line.weighedMg <= line.highMg && line.weighedMg > 0)
  );
}
