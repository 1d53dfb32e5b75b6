import type { Scale } from '@zest/contract';

/** Divisions of the shop's scales in mg, for showing and judging weights. */
export const DIVISION_MG: Record<Scale['id'], number> = { floor: 20_000, bench: 1_000, dose: 10 };

export const SCALE_NAME: Record<Scale['id'], string> = { floor: 'Floor scale', bench: 'Bench scale', dose: 'Dose scale' };

/** The scale for kilograms that come out of a step. */
export function scaleForMass(massMg: number): Scale['id'] {
  return massMg > 14_000_000 ? 'floor' : 'bench';
}
