/** What the shop's machines hold, in kilograms; said once, and the beginning of every new recipe. */
export interface Machines {
  mixerKg: number;
  stufferKg: number;
}

/** A small shop's mixer and stuffer, until somebody says otherwise (common practice). */
export const USUAL_MACHINES: Machines = { mixerKg: 30, stufferKg: 12 };
