import { inputError } from '../errors/index.js';

/**
 * A date as `2026-03-14` or `14.03.2026`; with slashes only where day and month cannot be mistaken.
 * @returns `YYYY-MM-DD`
 * @throws InputError at `useBy`
 */
export function readDay(text: string): string {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})/.exec(text.trim());
  if (iso) return checked(text, iso[1], iso[2], iso[3]);
  const local = /^(\d{1,2})([./])(\d{1,2})\2(\d{4})$/.exec(text.trim());
  if (!local) throw inputError('useBy', `"${text}" is not a date. Write it like 2026-03-14.`);
  const [, first = '', mark, second = '', year] = local;
  if (mark === '.' || Number(first) > 12) return checked(text, year, second, first);
  if (Number(second) > 12) return checked(text, year, first, second);
  if (first === second) return checked(text, year, first, second);
  throw inputError(
    'useBy',
    `"${text}" can be read with the day or the month first. Write it like 2026-03-14.`,
  );
}

function checked(text: string, year = '', month = '', day = ''): string {
  const iso = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const date = new Date(`${iso}T00:00:00Z`);
  if (Number.isNaN(date.getTime()) || date.toISOString().slice(0, 10) !== iso) {
    throw inputError('useBy', `"${text}" is not a day of the calendar.`);
  }
  return iso;
}
