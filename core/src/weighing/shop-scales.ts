import type { ScaleSpec } from './scales.js';

/** The usual scales of a shop, one for each place: what they are called, hold and show until it says otherwise. Masses in mg. */
export const SCALES = [
  { id: 'floor', name: 'Floor scale', capacityMg: 150_000_000, divisionMg: 20_000, tubMg: 2_400_000 },
  { id: 'bench', name: 'Bench scale', capacityMg: 15_000_000, divisionMg: 1_000, tubMg: 600_000 },
  { id: 'dose', name: 'Dose scale', capacityMg: 600_000, divisionMg: 10, tubMg: 40_000 },
] as const satisfies readonly ScaleSpec[];

export type ScaleId = (typeof SCALES)[number]['id'];
export const SCALE_IDS = SCALES.map((s) => s.id) as [ScaleId, ...ScaleId[]];
/** A scale with an id that the shop knows. */
export type ShopScale = ScaleSpec & { id: ScaleId };

/** The scale that serves at a place. */
export function scaleAt(scales: readonly ShopScale[], id: string | undefined): ShopScale {
  const found = scales.find((s) => s.id === id);
  if (!found) throw new Error(`The shop has no scale called "${id ?? ''}".`);
  return found;
}

/** The scale for a weight that has no line of its own, such as kilograms out of a step. */
export function scaleForMass(scales: readonly ShopScale[], massMg: number): ScaleId {
  const { capacityMg, tubMg } = scaleAt(scales, 'bench');
  return massMg > capacityMg - tubMg ? 'floor' : 'bench';
}

/** Meat is planned in steps of so much, those of a usual floor scale, mg. */
export const MEAT_DIVISION_MG = scaleAt(SCALES, 'floor').divisionMg;
