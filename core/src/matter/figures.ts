import { mayCarryParasites } from '../cold-room/parasites.js';
import type { Allergen } from '../recipe/ingredient.js';
import type { Matter, Origin } from './matter.js';
import type { PartName } from './parts.js';

/** What a figure is a part of: the meats as weighed in, everything as weighed in, or the mass as it stands. */
export const BASES = ['meat block', 'mix', 'product'] as const;
export type Basis = (typeof BASES)[number];

/** Relative slack so that a dose exactly at a limit passes in floating point; the one for every figure of a matter. */
export const SLACK = 1e-9;

/** The mass of a basis, mg. Casing is neither meat nor mix. */
export function basisMg(matter: Matter, basis: Basis): number {
  if (basis === 'product') return matter.massMg;
  return sumOrigins(matter, ({ is }) => is.kind === 'meat' || (basis === 'mix' && is.kind === 'ingredient'));
}

/** A part as a fraction of a basis; 0 where there is none of the basis. */
export function fractionOf(matter: Matter, part: PartName, basis: Basis): number {
  const on = basisMg(matter, basis);
  return on > 0 ? matter.parts[part] / on : 0;
}

/** mg per kg of the basis. */
export function ppmOf(matter: Matter, part: PartName, basis: Basis): number {
  return fractionOf(matter, part, basis) * 1e6;
}

/** g per kg of the basis. */
export function gPerKgOf(matter: Matter, part: PartName, basis: Basis): number {
  return fractionOf(matter, part, basis) * 1000;
}

/** Percent of the basis. */
export function pctOf(matter: Matter, part: PartName, basis: Basis): number {
  return fractionOf(matter, part, basis) * 100;
}

/** Points by which the fat of a basis may be off, as a standard deviation: the doubts of lots that know nothing of each other. */
export function fatSdOf(matter: Matter, basis: Basis): number {
  const on = basisMg(matter, basis);
  if (on <= 0) return 0;
  return (100 * Math.hypot(...matter.doubts.values())) / on;
}

/** Kilograms of each kind of meat over all meat, percent, the most first. Ingredients that are meat themselves count. */
export function speciesOf(matter: Matter): { species: string; massMg: number; pct: number }[] {
  const bySpecies = new Map<string, number>();
  for (const one of matter.origin.values()) {
    const { kind, species } = one.is;
    if (kind === 'casing' || species === null || one.massMg <= 0) continue;
    bySpecies.set(species, (bySpecies.get(species) ?? 0) + one.massMg);
  }
  const all = [...bySpecies.values()].reduce((sum, mg) => sum + mg, 0);
  return [...bySpecies]
    .map(([species, massMg]) => ({ species, massMg, pct: (100 * massMg) / all }))
    .sort((a, b) => b.massMg - a.massMg || a.species.localeCompare(b.species));
}

/** Every species in it, that of an edible casing among them: what a claim of one species is held to. */
export function everySpecies(matter: Matter): string[] {
  return distinct(present(matter).flatMap((o) => o.is.species ?? []));
}

/** Allergens of everything in it, in the order in which they came. */
export function allergensOf(matter: Matter): Allergen[] {
  return distinct(
    present(matter).flatMap(({ is }) => [...is.allergens, ...is.parts.flatMap((p) => p.allergen ?? [])]),
  );
}

/** Names of what is in it and nobody has stated. */
export function unstatedIn(matter: Matter): string[] {
  return distinct(present(matter).flatMap((o) => (o.is.unstated ? [o.is.name] : [])));
}

/** Whether some of it is meat that can carry parasites, of which nobody has answered for them. */
export function carriesParasites(matter: Matter, which: 'wild' | 'any'): boolean {
  return present(matter).some(
    ({ is }) =>
      is.kind === 'meat' && is.answered !== true && (which === 'wild' ? is.wild : mayCarryParasites(is)),
  );
}

/** Owners of what is in it; null is the shop. Ingredients of the shop may go into anybody's. */
export function ownersOf(matter: Matter): (string | null)[] {
  return distinct(present(matter).flatMap((o) => (o.is.kind === 'meat' ? [o.is.owner] : [])));
}

/** What it is worth so far, minor units per kg as it stands; null where something in it has no price. */
export function worthPerKg(matter: Matter): number | null {
  if (matter.unpriced.size > 0 || matter.massMg <= 0) return null;
  return matter.costMinor / (matter.massMg / 1e6);
}

/** Origins of which something is there. */
export function present(matter: Matter): Origin[] {
  return [...matter.origin.values()].filter((o) => o.massMg > 0);
}

function sumOrigins(matter: Matter, test: (one: Origin) => boolean): number {
  let sum = 0;
  for (const one of matter.origin.values()) if (test(one)) sum += one.massMg;
  return sum;
}

function distinct<T>(list: readonly T[]): T[] {
  return [...new Set(list)];
}
