/** How much still runs in after a hand has stopped, as a part of the dose, and from how many doses that is known. */
export interface HandLag {
  part: number;
  takes: number;
}

export const NO_LAG: HandLag = { part: 0, takes: 0 };

/** Nobody stops further before the dose than this part of it; common practice. */
const MOST = 0.1;
/** How much the latest dose counts against what was known. */
const NEWEST = 1 / 3;

/** Where a hand stops, so that what runs on lands on the due weight, mg. */
export function stopShortMg(dueMg: number, lag: HandLag): number {
  return Math.round(dueMg * (1 - lag.part));
}

/**
 * What a dose teaches: how far it came past the mark at which the hand was told to stop. Poured in two goes, the mark
 * was too early.
 *
 * @param pour due and taken in mg; `rested` says that it stood still below its band before
 */
export function learnLag(lag: HandLag, pour: { dueMg: number; takenMg: number; rested: boolean }): HandLag {
  const { dueMg, takenMg, rested } = pour;
  if (dueMg <= 0) return lag;
  const past = (takenMg - stopShortMg(dueMg, lag)) / dueMg;
  const seen = rested ? lag.part / 2 : Math.min(MOST, Math.max(0, past));
  const weight = lag.takes === 0 ? 1 : NEWEST;
  return { part: lag.part + (seen - lag.part) * weight, takes: lag.takes + 1 };
}
