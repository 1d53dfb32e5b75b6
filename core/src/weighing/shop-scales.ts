import type { ScaleSpec } from './scales.js';

/** The scales of the shop: the one table of what they are called, hold and show. Masses in mg. */
export const SCALES = [
  { id: 'floor', name: 'Floor scale', capacityMg: 150_000_000, divisionMg: 20_000, tubMg: 2_400_000 },
  { id: 'bench', name: 'Bench scale', capacityMg: 15_000_000, divisionMg: 1_000, tubMg: 600_000 },
  { id: 'dose', name: 'Dose scale', capacityMg: 600_000, divisionMg: 10, tubMg: 40_000 },
] as const satisfies readonly ScaleSpec[];

export type ScaleId = (typeof SCALES)[number]['id'];
export const SCALE_IDS = SCALES.map((s) => s.id) as [ScaleId, ...ScaleId[]];
/** A scale with an id that the shop knows. */
export type ShopScale = ScaleSpec & { id: ScaleId };

/** One scale of the shop. */
export function scaleSpec(id: ScaleId): ShopScale {
  const found = SCALES.find((s) => s.id === id);
  if (!found) throw new Error(`The shop has no scale called "${id}".`);
  return found;
}

/** The scale for a weight that has no line of its own, such as kilograms out of a step. */
export function scaleForMass(massMg: number): ScaleId {
  const { capacityMg, tubMg } = scaleSpec('bench');
  return massMg > capacityMg - tubMg ? 'floor' : 'bench';
}

/** Meat is planned and shown in the divisions of the floor scale, mg. */
export const MEAT_DIVISION_MG = scaleSpec('floor').divisionMg;
