interface Material {
  /** Least soaking, minutes; 0 is not soaked (common practice; the packet decides). */
  soakMinutes: number;
  /** On the label: what is eaten by its animal, what is peeled as not edible. */
  words: string;
  /** The species it comes from, where it is eaten: a claim of one species counts it. */
  species: string | null;
}

/** What casings are made of. */
const MATERIALS = {
  hog: { soakMinutes: 60, words: 'casing (pork)', species: 'pork' },
  sheep: { soakMinutes: 45, words: 'casing (sheep)', species: 'lamb' },
  beef: { soakMinutes: 60, words: 'casing (beef)', species: 'beef' },
  collagen: { soakMinutes: 0, words: 'casing (beef collagen)', species: 'beef' },
  fibrous: { soakMinutes: 30, words: 'casing not edible', species: null },
  cellulose: { soakMinutes: 0, words: 'casing not edible', species: null },
} as const satisfies Record<string, Material>;
export type CasingMaterial = keyof typeof MATERIALS;
export const CASING_MATERIALS = Object.keys(MATERIALS) as [CasingMaterial, ...CasingMaterial[]];

/** What a shop calls its own is casing, of nobody knows what. */
const UNKNOWN: Material = { soakMinutes: 0, words: 'casing', species: null };

/** What is known of a material; of one that is on no list, that it is casing. */
export function casingMaterial(material: string | undefined): Material {
  const known = CASING_MATERIALS.find((m) => m === material);
  return known ? MATERIALS[known] : UNKNOWN;
}

/** Least soaking of a casing, minutes; 0 is not soaked. */
export function soakMinutesOf(material: string | undefined): number {
  return casingMaterial(material).soakMinutes;
}
