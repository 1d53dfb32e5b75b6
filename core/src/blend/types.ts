/** A quantity of one material with its fat. Mass kg ≥ 0, fat and its standard uncertainty in points. */
export interface FatPart {
  massKg: number;
  fatPct: number;
  fatSd?: number | undefined;
}

export interface Mixture {
  massKg: number;
  fatPct: number;
  fatSd: number;
}

/** The fat a blend may have, percent of the meat block; both ends are inside. */
export interface FatWindow {
  minPct: number;
  maxPct: number;
}

export const FAT_KNOWN_BY = ['lab', 'instrument', 'supplier', 'eye'] as const;
/** How a fat figure was obtained. */
export type FatKnownBy = (typeof FAT_KNOWN_BY)[number];

export const FAT_SOURCES = [...FAT_KNOWN_BY, 'computed'] as const;
/** Where the fat of a lot comes from: obtained in one of these ways, or computed from what it was made of. */
export type FatSource = (typeof FAT_SOURCES)[number];

/** Standard uncertainty in points for each way of knowing, when nothing better is on record. */
export const DEFAULT_FAT_SD: Record<FatKnownBy, number> = {
  lab: 0.5,
  instrument: 1,
  supplier: 2,
  eye: 4,
};
