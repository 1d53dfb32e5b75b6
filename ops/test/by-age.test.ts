import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptByAge } from '../src/backup/by-age.js';

const DAY_MS = 86_400_000;
const at = (text: string) => new Date(`${text}T02:10:00Z`);
const days = (times: readonly Date[]) => times.map((t) => t.toISOString().slice(0, 10));

describe('backups that are kept', () => {
  it('of a year of nights are seven days, four weeks and twelve months', () => {
    const nights = Array.from({ length: 400 }, (_, i) => new Date(at('2026-03-15').getTime() - i * DAY_MS));
    const kept = days(keptByAge(nights));
    // A Sunday: the newest of its week is of today, of the weeks before the Sundays.
    expect(kept.slice(0, 7)).toEqual([
      '2026-03-15',
      '2026-03-14',
      '2026-03-13',
      '2026-03-12',
      '2026-03-11',
      '2026-03-10',
      '2026-03-09',
    ]);
    expect(kept.slice(7)).toEqual([
      '2026-03-08',
      '2026-03-01',
      '2026-02-28',
      '2026-02-22',
      '2026-01-31',
      '2025-12-31',
      '2025-11-30',
      '2025-10-31',
      '2025-09-30',
      '2025-08-31',
      '2025-07-31',
      '2025-06-30',
      '2025-05-31',
      '2025-04-30',
    ]);
  });

  it('are some of those that are there, the newest always, and no more than can be asked for', () => {
    const times = fc.array(fc.date({ min: at('2020-01-01'), max: at('2026-12-31'), noInvalidDate: true }), {
      maxLength: 80,
    });
    fc.assert(
      fc.property(times, (found) => {
        const kept = keptByAge(found);
        expect(kept.length).toBeLessThanOrEqual(7 + 4 + 12);
        for (const time of kept) expect(found).toContain(time);
        const newest = Math.max(...found.map((t) => t.getTime()));
        if (found.length > 0) expect(kept[0]?.getTime()).toBe(newest);
        // What was kept once is kept when nothing new has come.
        expect(keptByAge(kept)).toEqual(kept);
      }),
    );
  });
});
