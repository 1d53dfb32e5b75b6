import type { BatchView } from '@zest/contract';

/** Who signed entries of a batch, and how many minutes lie between the first and the last of a day's; none without two. */
export function workSeen(
  sheet: Pick<BatchView, 'entries'>,
): { people: string[]; minutes: number } | undefined {
  const byDay = new Map<string, number[]>();
  for (const { at } of sheet.entries) {
    const day = at.slice(0, 10);
    byDay.set(day, [...(byDay.get(day) ?? []), Date.parse(at)]);
  }
  const minutes = [...byDay.values()].reduce(
    (sum, times) => sum + (Math.max(...times) - Math.min(...times)) / 60_000,
    0,
  );
  const people = [...new Set(sheet.entries.map((e) => e.person ?? ''))].filter((name) => name !== '').sort();
  return people.length > 0 && minutes >= 1
    ? { people, minutes: Math.min(1440, Math.round(minutes)) }
    : undefined;
}
