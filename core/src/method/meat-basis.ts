/**
 * The meat weight that dry lines scale to: what came out of the grinder when the lines enter after
 * it, else the net meat weighed, else the plan. Masses in mg; 0 or absent means not confirmed yet.
 */
export function meatBasis(known: {
  plannedMg: number;
  weighedMg?: number | undefined;
  groundMg?: number | undefined;
}): { massMg: number; from: 'ground' | 'weighed' | 'planned' } {
  if (known.groundMg) return { massMg: known.groundMg, from: 'ground' };
  if (known.weighedMg) return { massMg: known.weighedMg, from: 'weighed' };
  return { massMg: known.plannedMg, from: 'planned' };
}
