import { inputError } from '../errors/index.js';

/** Whether a name is a time zone that dates can be told in, such as `Europe/London`. */
export function isTimeZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

const FORMATS = new Map<string, Intl.DateTimeFormat>();

function partsIn(zone: string, instant: Date | string): Map<string, string> {
  let format = FORMATS.get(zone);
  if (!format) {
    if (!isTimeZone(zone))
      throw inputError('timeZone', `“${zone}” is not a time zone; one reads like Europe/London.`);
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
    FORMATS.set(zone, format);
  }
  return new Map(format.formatToParts(new Date(instant)).map((p) => [p.type, p.value]));
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
  const parts = partsIn(zone, instant);
  return `${parts.get('year')}-${parts.get('month')}-${parts.get('day')}`;
}

/**
 * The time on the clock on the shop's wall.
 *
 * @returns `HH:MM`, 00:00 to 23:59
 * @throws InputError at `timeZone` for a zone that does not exist
 */
export function shopClock(zone: string, instant: Date | string): string {
  const parts = partsIn(zone, instant);
  return `${parts.get('hour')}:${parts.get('minute')}`;
}

/** A day so many days later, or earlier below 0; days are dates, not hours. */
export function addDays(day: string, days: number): string {
  return new Date(Date.parse(`${day}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}
