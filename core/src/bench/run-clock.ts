import { marksOf, type Mark } from './marks.js';

interface Ticked {
  stepId: string | null;
  /** ISO in UTC. */
  at: string;
}

interface Timed {
  stepId: string;
  kind: string;
  load: number;
  at: string;
}

/** The kind of reading that a clock gives. */
const MINUTES = 'minutes';

/**
 * Since when the clock of a step, or of one of its loads, runs: it was started, not thrown away, and has given no minutes
 * since. ISO in UTC; undefined where none runs.
 */
export function clockSince(
  { marks, readings }: { marks: readonly (Mark & Ticked)[]; readings: readonly Timed[] },
  stepId: string,
  load: number,
): string | undefined {
  const last = marksOf(marks, 'run').findLast((m) => m.stepId === stepId && m.load === load);
  if (!last?.isOn) return undefined;
  const given = readings.some(
    (r) => r.kind === MINUTES && r.stepId === stepId && r.load === load && r.at >= last.at,
  );
  return given ? undefined : last.at;
}

/**
 * What a clock shows that was started at one time and stopped at another, both ms: minutes to a tenth, never more than
 * really passed.
 * @example clockMinutes(0, 239_000) // 3.9
 */
export function clockMinutes(sinceMs: number, untilMs: number): number {
  return Math.max(0, Math.floor((untilMs - sinceMs) / 6000) / 10);
}
