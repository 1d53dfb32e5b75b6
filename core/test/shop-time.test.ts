import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, isTimeZone, shopClock, shopDay } from '../src/index.js';

const ZONES = Intl.supportedValuesOf('timeZone');

describe('the time of the shop', () => {
  it('is what the zone’s clock shows, in every zone and at any instant, by the platform’s own calendar', () => {
    const moments = fc.record({
      zone: fc.constantFrom(...ZONES),
      at: fc.date({ min: new Date('1990-01-01'), max: new Date('2080-01-01'), noInvalidDate: true }),
    });
    fc.assert(
      fc.property(moments, ({ zone, at }) => {
        const format = new Intl.DateTimeFormat('sv-SE', {
          timeZone: zone,
          dateStyle: 'short',
          timeStyle: 'short',
        });
        expect(`${shopDay(zone, at)} ${shopClock(zone, at)}`).toBe(format.format(at));
      }),
      { numRuns: 2000 },
    );
  });

  it('turns the day where the shop is, and keeps the hour that is put forward', () => {
    expect(shopDay('Pacific/Auckland', '2026-03-15T23:30:00Z')).toBe('2026-03-16');
    expect(shopDay('America/Los_Angeles', '2026-03-16T06:00:00Z')).toBe('2026-03-15');
    expect(shopClock('Europe/London', '2026-03-29T00:59:59Z')).toBe('00:59');
    expect(shopClock('Europe/London', '2026-03-29T01:00:00Z')).toBe('02:00');
    expect(shopClock('Asia/Kathmandu', new Date('2026-03-16T00:00:00Z'))).toBe('05:45');
  });

  it('refuses a zone that does not exist, and says what one reads like', () => {
    expect(isTimeZone('Quayside')).toBe(false);
    expect(() => shopDay('Quayside', '2026-03-16T00:00:00Z')).toThrow('Europe/London');
  });

  it('counts days as dates, over the hour that is put forward and over the year', () => {
    expect(addDays('2026-03-28', 2)).toBe('2026-03-30');
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
    expect(addDays('2026-03-01', -1)).toBe('2026-02-28');
  });
});
