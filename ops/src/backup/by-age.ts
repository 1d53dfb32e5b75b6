/** How many are kept: the newest of so many days, weeks and months. */
const KEPT = { days: 7, weeks: 4, months: 12 } as const;

const DAY_MS = 86_400_000;

/**
 * Which backups are kept of those that are there: the newest of each of the last seven days, four weeks and twelve
 * months that have one. The newest of all always is.
 *
 * @param times when each was made, in any order
 * @returns the times that are kept, the newest first
 */
export function keptByAge(times: readonly Date[]): Date[] {
  const newestFirst = [...times].sort((a, b) => b.getTime() - a.getTime());
  const kept = new Set<Date>();
  for (const [most, spanOf] of [
    [KEPT.days, dayOf],
    [KEPT.weeks, weekOf],
    [KEPT.months, monthOf],
  ] as const) {
    const spans = new Map<number, Date>();
    for (const time of newestFirst) {
      const span = spanOf(time);
      if (!spans.has(span) && spans.size < most) spans.set(span, time);
    }
    for (const time of spans.values()) kept.add(time);
  }
  return newestFirst.filter((time) => kept.has(time));
}

const dayOf = (time: Date): number => Math.floor(time.getTime() / DAY_MS);
/** Weeks begin on Monday; the first day of the count was a Thursday. */
const weekOf = (time: Date): number => Math.floor((dayOf(time) + 3) / 7);
const monthOf = (time: Date): number => time.getUTCFullYear() * 12 + time.getUTCMonth();
