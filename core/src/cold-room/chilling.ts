/** What meat loses in an hour at most, °C: small pieces spread on trays in moving air; common practice. */
const PER_HOUR_C = 20;
/** What two readings of one lot may differ by anywhere, °C; common practice. */
export const READINGS_AGREE_C = 2;

interface Reading {
  tempC: number;
  /** Milliseconds since the epoch. */
  at: number;
}

/**
 * Whether meat can have become as cold as it is said to be since it was last read. A figure that it cannot have
 * is another word for cold, not a reading.
 * @example canHaveChilled({ tempC: 12, at: 0 }, { tempC: 1, at: 30_000 }) // false
 */
export function canHaveChilled(before: Reading | null, now: Reading): boolean {
  if (before === null) return true;
  const hours = Math.max(0, now.at - before.at) / 3_600_000;
  return before.tempC - now.tempC <= READINGS_AGREE_C + PER_HOUR_C * hours;
}
