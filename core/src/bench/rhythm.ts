/** Pieces counted at a moment, ms. A count may be several pieces. */
export interface Tally {
  pieces: number;
  atMs: number;
}

/** A pause longer than this is not part of the rhythm. */
const PAUSE_MS = 60_000;

/**
 * Pieces so far, and pieces a minute over the stretches in which somebody was counting.
 * The rhythm is null until two counts follow each other within a minute.
 */
export function rhythm(tallies: readonly Tally[]): { pieces: number; perMinute: number | null } {
  const sorted = [...tallies].sort((a, b) => a.atMs - b.atMs);
  let counted = 0;
  let workedMs = 0;
  sorted.forEach((tally, i) => {
    const before = sorted[i - 1];
    if (!before) return;
    const gap = tally.atMs - before.atMs;
    if (gap > PAUSE_MS) return;
    counted += tally.pieces;
    workedMs += gap;
  });
  return {
    pieces: sorted.reduce((sum, t) => sum + t.pieces, 0),
    perMinute: workedMs > 0 ? (counted * 60_000) / workedMs : null,
  };
}

/** Count × mean and what is left over, held against the mass that came in; mg. */
export function countAgainstMass(input: {
  count: number;
  meanG: number;
  leftoversMg: number;
  inMg: number;
  /** Part of the mass within which a difference is noise. */
  tolerance?: number;
}): { countedMg: number; differenceMg: number; agrees: boolean } {
  const countedMg = Math.round(input.count * input.meanG * 1000) + input.leftoversMg;
  const differenceMg = input.inMg - countedMg;
  return {
    countedMg,
    differenceMg,
    agrees: Math.abs(differenceMg) <= input.inMg * (input.tolerance ?? 0.02),
  };
}
