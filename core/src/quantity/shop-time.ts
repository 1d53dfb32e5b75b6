import { inputError } from '../errors/index.js';

/** Whether a name is a time zone that dates can be told in, such as `Europe/London`. */
export function isTimeZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** Clocks are put forward and back on a quarter of an hour at the finest, ms. */
const QUARTER_MS = 900_000;
const KEPT_QUARTERS = 20_000;

/** A zone with how far its clock is ahead of UTC in the quarters that were asked for, ms. */
interface Zone {
  format: Intl.DateTimeFormat;
  aheadMs: Map<number, number>;
}
const ZONES = new Map<string, Zone>();

function zoneOf(name: string): Zone {
  const known = ZONES.get(name);
  if (known) return known;
  if (!isTimeZone(name))
    throw inputError('timeZone', `“${name}” is not a time zone; one reads like Europe/London.`);
  const format = new Intl.DateTimeFormat('en-GB', {
    timeZone: name,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
  const zone = { format, aheadMs: new Map<number, number>() };
  ZONES.set(name, zone);
  return zone;
}

/** The wall clock at an instant, as if it were UTC: `YYYY-MM-DDTHH:MM…`. */
function wallClock(name: string, instant: Date | string): string {
  const ms = new Date(instant).getTime();
  const { format, aheadMs } = zoneOf(name);
  const quarter = Math.floor(ms / QUARTER_MS);
  let ahead = aheadMs.get(quarter);
  if (ahead === undefined) {
    const at = quarter * QUARTER_MS;
    const part = new Map(format.formatToParts(at).map((p) => [p.type, Number(p.value)]));
    const of = (type: Intl.DateTimeFormatPartTypes) => part.get(type) ?? 0;
    ahead = Date.UTC(of('year'), of('month') - 1, of('day'), of('hour'), of('minute')) - at;
    if (aheadMs.size >= KEPT_QUARTERS) aheadMs.clear();
    aheadMs.set(quarter, ahead);
  }
  return new Date(ms + ahead).toISOString();
}

/**
 * The day of an instant where the shop stands.
 *
 * @param instant a date, or ISO in UTC
 * @returns `YYYY-MM-DD`
 * @throws InputError at `timeZone` for a zone that does not exist
 * @example shopDay('Pacific/Auckland', '2026-03-15T23:30:00Z') // '2026-03-16'
 */
export function shopDay(zone: string, instant: Date | string): string {
  return wallClock(zone, instant).slice(0, 10);
}

/**
 * The time on the clock on the shop's wall.
 *
 * @returns `HH:MM`, 00:00 to 23:59
 * @throws InputError at `timeZone` for a zone that does not exist
 */
export function shopClock(zone: string, instant: Date | string): string {
  return wallClock(zone, instant).slice(11, 16);
}

/** A day so many days later, or earlier below 0; days are dates, not hours. */
export function addDays(day: string, days: number): string {
  return new Date(Date.parse(`${day}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}
