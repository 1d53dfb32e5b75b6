import { weighedApartMg } from '../../cold-room/part.js';

/**
 * The most that may be weighed out of a step: what stands there, and the error of the scales over all that came
 * in. Masses mg.
 */
export function mostOutMg({ inMg, balanceMg }: { inMg: number; balanceMg: number }): number {
  return Math.max(0, balanceMg) + weighedApartMg(inMg);
}
