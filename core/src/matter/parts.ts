import type { Contents } from '../recipe/ingredient.js';

/** A part of a mass that is kept count of. */
interface PartKind {
  title: string;
  /** Where the statement of an ingredient has it, percent by weight; absent for what is worked out of others. */
  stated?: keyof Contents;
  /**
   * Reckoned as it was weighed in: what dries, drips or renders takes none of it away, so that a figure on the meat or
   * on the mix stays what it was. Only mass that leaves as it is takes its share along.
   */
  ingoing?: true;
}

/** Every part that a mass is made of, once. What is left over is what nobody asks about: fibre, ash, spice. */
export const PARTS = {
  water: { title: 'water', stated: 'waterPct' },
  fat: { title: 'fat', stated: 'fatPct' },
  protein: { title: 'protein', stated: 'proteinPct' },
  salt: { title: 'salt', stated: 'saltPct' },
  sugar: { title: 'sugar', stated: 'sugarPct' },
  binder: { title: 'binder', stated: 'binderPct' },
  nitrite: { title: 'nitrite', stated: 'nitritePct', ingoing: true },
  nitrate: { title: 'nitrate', stated: 'nitratePct', ingoing: true },
  /** Sodium erythorbate, and sodium ascorbate by the same rule. */
  erythorbate: { title: 'erythorbate', ingoing: true },
  ascorbicAcid: { title: 'ascorbic acid', ingoing: true },
  soyProtein: { title: 'soy protein' },
  /** Of what is meat itself: only its protein accounts for water. */
  meatProtein: { title: 'protein of the meat' },
  /** Fat of the meat block, that no cheese and no oil is counted in. */
  meatFat: { title: 'fat of the meat', ingoing: true },
  /** Water that nobody's own: liquids in full, the water stated of packets and sauces. */
  addedWater: { title: 'added water', ingoing: true },
} as const satisfies Record<string, PartKind>;

export type PartName = keyof typeof PARTS;

export const PART_NAMES = Object.keys(PARTS) as readonly PartName[];

/** Masses of each part, mg; not rounded, so that no sum drifts. */
export type Parts = Readonly<Record<PartName, number>>;

const SHAPE = Object.fromEntries(PART_NAMES.map((name) => [name, 0])) as Record<PartName, number>;

export const NO_PARTS: Parts = SHAPE;

/** One figure for every part. */
export function eachPart(of: (name: PartName) => number): Parts {
  const parts = { ...SHAPE };
  for (const name of PART_NAMES) parts[name] = of(name);
  return parts;
}

/** The parts that an ingredient states, of so much of it; those that are worked out of others are 0. */
export function statedParts(contents: Contents, massMg: number): Parts {
  return eachPart((name) => {
    const { stated } = PARTS[name] as PartKind;
    return stated === undefined ? 0 : (contents[stated] / 100) * massMg;
  });
}
