import { formatNumber, type FormatOptions } from './format.js';

/** Prices are kept in hundredths, whatever the smallest coin is. */
const HUNDREDTHS = 100;

/**
 * Money of the shop with its sign and the decimals that its currency has.
 * @param minor hundredths of the currency
 * @param currency ISO 4217; null where the shop has not said: then a bare number with two decimals
 */
export function formatMoney(minor: number, currency: string | null, options: FormatOptions): string {
  if (currency === null) return formatNumber(minor / HUNDREDTHS, 2, options);
  const { sign, decimals } = waysOf(currency);
  const text = formatNumber(minor / HUNDREDTHS, decimals, options);
  if (options.numberStyle === 'comma') return `${text}\u00a0${sign}`;
  const space = /\p{L}$/u.test(sign) ? '\u00a0' : '';
  return text.startsWith('−') ? `−${sign}${space}${text.slice(1)}` : `${sign}${space}${text}`;
}

interface Ways {
  sign: string;
  decimals: number;
}

const known = new Map<string, Ways>();

/** Sign and decimals as the platform's own tables have them (CLDR). */
function waysOf(currency: string): Ways {
  const kept = known.get(currency);
  if (kept) return kept;
  const format = new Intl.NumberFormat('en', {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
  });
  const sign = format.formatToParts(0).find((p) => p.type === 'currency')?.value ?? currency;
  const ways = { sign, decimals: format.resolvedOptions().maximumFractionDigits ?? 2 };
  known.set(currency, ways);
  return ways;
}
