import type { UnitSystem } from '../quantity/format.js';
import type { NumberStyle } from '../quantity/read-number.js';
import type { BookId } from '../rules/books.js';

/** What is usual where a shop stands; every bit of it can be set otherwise. */
export interface Country {
  /** ISO 3166-1 alpha-2. */
  code: string;
  name: string;
  /** The book of limits that holds there; null where none of those known does. */
  book: BookId | null;
  /** ISO 4217. */
  currency: string;
  /** IANA names, the most usual first. */
  zones: readonly string[];
  units: UnitSystem;
  numberStyle: NumberStyle;
}

type Row = readonly [
  code: string,
  name: string,
  book: BookId | null,
  currency: string,
  zones: string,
  more?: 'pound' | 'point' | 'comma',
];

/** Codes, currencies and zones: ISO 3166-1, ISO 4217 and the IANA time zone names, from memory. */
const ROWS: readonly Row[] = [
  [
    'AU',
    'Australia',
    null,
    'AUD',
    'Australia/Sydney Australia/Brisbane Australia/Adelaide Australia/Perth Australia/Darwin',
    'point',
  ],
  ['AT', 'Austria', 'eu', 'EUR', 'Europe/Vienna'],
  ['BE', 'Belgium', 'eu', 'EUR', 'Europe/Brussels'],
  ['BG', 'Bulgaria', 'eu', 'EUR', 'Europe/Sofia'],
  [
    'CA',
    'Canada',
    'ca',
    'CAD',
    'America/Toronto America/Halifax America/Winnipeg America/Edmonton America/Vancouver America/St_Johns',
    'point',
  ],
  ['HR', 'Croatia', 'eu', 'EUR', 'Europe/Zagreb'],
  ['CY', 'Cyprus', 'eu', 'EUR', 'Asia/Nicosia'],
  ['CZ', 'Czechia', 'eu', 'CZK', 'Europe/Prague'],
  ['DK', 'Denmark', 'eu', 'DKK', 'Europe/Copenhagen'],
  ['EE', 'Estonia', 'eu', 'EUR', 'Europe/Tallinn'],
  ['FI', 'Finland', 'eu', 'EUR', 'Europe/Helsinki'],
  ['FR', 'France', 'eu', 'EUR', 'Europe/Paris'],
  ['DE', 'Germany', 'eu', 'EUR', 'Europe/Berlin'],
  ['GR', 'Greece', 'eu', 'EUR', 'Europe/Athens'],
  ['HU', 'Hungary', 'eu', 'HUF', 'Europe/Budapest'],
  ['IS', 'Iceland', 'eu', 'ISK', 'Atlantic/Reykjavik'],
  ['IE', 'Ireland', 'eu', 'EUR', 'Europe/Dublin', 'point'],
  ['IT', 'Italy', 'eu', 'EUR', 'Europe/Rome'],
  ['LV', 'Latvia', 'eu', 'EUR', 'Europe/Riga'],
  ['LI', 'Liechtenstein', 'eu', 'CHF', 'Europe/Vaduz', 'point'],
  ['LT', 'Lithuania', 'eu', 'EUR', 'Europe/Vilnius'],
  ['LU', 'Luxembourg', 'eu', 'EUR', 'Europe/Luxembourg'],
  ['MT', 'Malta', 'eu', 'EUR', 'Europe/Malta', 'point'],
  ['NL', 'Netherlands', 'eu', 'EUR', 'Europe/Amsterdam'],
  ['NZ', 'New Zealand', null, 'NZD', 'Pacific/Auckland', 'point'],
  ['NO', 'Norway', 'eu', 'NOK', 'Europe/Oslo'],
  ['PL', 'Poland', 'eu', 'PLN', 'Europe/Warsaw'],
  ['PT', 'Portugal', 'eu', 'EUR', 'Europe/Lisbon Atlantic/Madeira Atlantic/Azores'],
  ['RO', 'Romania', 'eu', 'RON', 'Europe/Bucharest'],
  ['SK', 'Slovakia', 'eu', 'EUR', 'Europe/Bratislava'],
  ['SI', 'Slovenia', 'eu', 'EUR', 'Europe/Ljubljana'],
  ['ZA', 'South Africa', null, 'ZAR', 'Africa/Johannesburg', 'point'],
  ['ES', 'Spain', 'eu', 'EUR', 'Europe/Madrid Atlantic/Canary'],
  ['SE', 'Sweden', 'eu', 'SEK', 'Europe/Stockholm'],
  ['CH', 'Switzerland', null, 'CHF', 'Europe/Zurich', 'point'],
  ['GB', 'United Kingdom', 'uk', 'GBP', 'Europe/London', 'point'],
  [
    'US',
    'United States',
    'us',
    'USD',
    'America/New_York America/Chicago America/Denver America/Phoenix America/Los_Angeles America/Anchorage Pacific/Honolulu',
    'pound',
  ],
];

/** Countries whose usual ways are known, by name; others set everything themselves. */
export const COUNTRIES: readonly Country[] = ROWS.map(([code, name, book, currency, zones, more]) => ({
  code,
  name,
  book,
  currency,
  zones: zones.split(' '),
  units: more === 'pound' ? 'pound' : 'metric',
  numberStyle: more === undefined || more === 'comma' ? 'comma' : 'point',
}));

export function countryOf(code: string | null): Country | undefined {
  return COUNTRIES.find((c) => c.code === code);
}

/** Every currency that the countries above use, and those that a shop may name besides. */
export function isCurrency(code: string): boolean {
  return /^[A-Z]{3}$/.test(code) && Intl.supportedValuesOf('currency').includes(code);
}
