/** What casings are made of, with the least soaking in minutes (common practice; the packet decides). */
const MATERIALS = {
  hog: { soakMinutes: 60 },
  sheep: { soakMinutes: 45 },
  beef: { soakMinutes: 60 },
  collagen: { soakMinutes: 0 },
  fibrous: { soakMinutes: 30 },
  cellulose: { soakMinutes: 0 },
} as const;
export type CasingMaterial = keyof typeof MATERIALS;
export const CASING_MATERIALS = Object.keys(MATERIALS) as [CasingMaterial, ...CasingMaterial[]];

/** Least soaking of a casing, minutes; 0 is not soaked. */
export function soakMinutesOf(material: string | undefined): number {
  const known = CASING_MATERIALS.find((m) => m === material);
  return known ? MATERIALS[known].soakMinutes : 0;
}
