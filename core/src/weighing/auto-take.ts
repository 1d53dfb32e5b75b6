import type { Band } from './scales.js';

/** One reading of a scale: net milligrams, whether it stands still, and when, in ms. */
export interface ScaleReading {
  id: string;
  netMg: number;
  stable: boolean;
  atMs: number;
}

/**
 * - `empty`: nothing has been put on since the last tare.
 * - `loading`: the load has risen; waiting for a steady weight in the band.
 * - `taken`: a weight was taken and still stands on the scale.
 */
export type AutoTakeState =
  | { phase: 'empty' }
  | { phase: 'loading'; steadySinceMs: number | null }
  | { phase: 'taken'; massMg: number };

export type AutoTakeEvent = { kind: 'take'; readingId: string; massMg: number } | { kind: 'reopen' };

/** How long a weight must stand still in the band before it is taken by itself. */
export const STEADY_MS = 1500;
/** Movements up to this many divisions are noise. */
const NOISE_DIVISIONS = 2;

/**
 * Takes a weight without a touch. Armed when the load has risen from tare, it takes after 1.5 s
 * steady in the band, and re-opens when the steady net then moves by more than two divisions
 * before the scale is tared or emptied.
 *
 * @returns the next state and at most one event
 */
export function autoTake(
  state: AutoTakeState,
  reading: ScaleReading,
  band: Band,
  divisionMg: number,
): { state: AutoTakeState; event?: AutoTakeEvent } {
  const noise = NOISE_DIVISIONS * divisionMg;
  if (reading.netMg <= noise) return { state: { phase: 'empty' } };
  if (state.phase === 'taken') {
    const moved = reading.stable && Math.abs(reading.netMg - state.massMg) > noise;
    return moved
      ? { state: { phase: 'loading', steadySinceMs: null }, event: { kind: 'reopen' } }
      : { state };
  }
  const inBand = reading.stable && reading.netMg >= band.lowMg && reading.netMg <= band.highMg;
  if (!inBand) return { state: { phase: 'loading', steadySinceMs: null } };
  const since = state.phase === 'loading' ? (state.steadySinceMs ?? reading.atMs) : reading.atMs;
  if (reading.atMs - since < STEADY_MS) return { state: { phase: 'loading', steadySinceMs: since } };
  return {
    state: { phase: 'taken', massMg: reading.netMg },
    event: { kind: 'take', readingId: reading.id, massMg: reading.netMg },
  };
}
