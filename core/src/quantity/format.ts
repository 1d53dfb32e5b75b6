import { MG_PER_G, MG_PER_KG, MG_PER_LB, MG_PER_OZ } from './mass.js';
import type { NumberStyle } from './read-number.js';

export type UnitSystem = 'metric' | 'pound';

export interface FormatOptions {
  system: UnitSystem;
  numberStyle?: NumberStyle | undefined;
}

/** A number and its unit, kept apart so that a screen can set them in different sizes. */
export interface Shown {
  value: string;
  unit: string;
}

/**
 * A mass for a person. Metric: g below 1 kg, kg above. Pound: oz below 1 lb, else `lb` and `oz`.
 * @param massMg whole or fractional milligrams, may be negative
 * @param divisionMg the scale's division; decimals follow it. Default 1 g from 1 kg up, else 0.01 g
 *   below 10 g, 0.1 g below 100 g and 1 g above.
 */
export function showMass(massMg: number, options: FormatOptions, divisionMg?: number): Shown {
  const size = Math.abs(massMg);
  if (options.system === 'pound') return showPounds(massMg, size, options.numberStyle);
  if (size >= MG_PER_KG) {
    const decimals = decimalsFor((divisionMg ?? 10_000) / MG_PER_KG);
    return { value: number(massMg / MG_PER_KG, decimals, options.numberStyle), unit: 'kg' };
  }
  const fallback = size < 10_000 ? 10 : size < 100_000 ? 100 : MG_PER_G;
  const decimals = decimalsFor((divisionMg ?? fallback) / MG_PER_G);
  return { value: number(massMg / MG_PER_G, decimals, options.numberStyle), unit: 'g' };
}

/** {@link showMass} as one piece of text, with a space that does not break. */
export function formatMass(massMg: number, options: FormatOptions, divisionMg?: number): string {
  const shown = showMass(massMg, options, divisionMg);
  return `${shown.value}\u00a0${shown.unit}`;
}

/** A temperature in the person's unit, to a tenth of a degree. */
export function showTemperature(tempC: number, options: FormatOptions): Shown {
  return options.system === 'metric'
    ? { value: number(tempC, 1, options.numberStyle), unit: '°C' }
    : { value: number((tempC * 9) / 5 + 32, 1, options.numberStyle), unit: '°F' };
}

export function formatTemperature(tempC: number, options: FormatOptions): string {
  const shown = showTemperature(tempC, options);
  return `${shown.value}\u00a0${shown.unit}`;
}

/** A length: mm below 1 m and metres above, or inches and feet. */
export function formatLength(lengthMm: number, options: FormatOptions): string {
  if (options.system === 'pound') {
    const inches = lengthMm / 25.4;
    return inches < 24
      ? `${number(inches, 1, options.numberStyle)}\u00a0in`
      : `${number(inches / 12, 1, options.numberStyle)}\u00a0ft`;
  }
  return lengthMm < 1000
    ? `${number(lengthMm, 0, options.numberStyle)}\u00a0mm`
    : `${number(lengthMm / 1000, 2, options.numberStyle)}\u00a0m`;
}

/** A plain number with a fixed count of decimals in the person's number style; never `-0`. */
export function formatNumber(value: number, decimals: number, options: FormatOptions): string {
  return number(value, decimals, options.numberStyle);
}

function showPounds(massMg: number, size: number, style: NumberStyle | undefined): Shown {
  if (size < MG_PER_LB) {
    const decimals = size < 10 * MG_PER_OZ ? 3 : 2;
    return { value: number(massMg / MG_PER_OZ, decimals, style), unit: 'oz' };
  }
  const tenthsOfOunce = Math.round(size / (MG_PER_OZ / 10));
  const pounds = Math.floor(tenthsOfOunce / 160);
  const ounces = (tenthsOfOunce - pounds * 160) / 10;
  const sign = massMg < 0 ? '−' : '';
  return { value: `${sign}${pounds}\u00a0lb\u00a0${number(ounces, 1, style)}`, unit: 'oz' };
}

function decimalsFor(division: number): number {
  return Math.max(0, Math.min(6, Math.ceil(-Math.log10(division) - 1e-9)));
}

function number(value: number, decimals: number, style: NumberStyle | undefined): string {
  const fixed = Math.abs(value).toFixed(decimals);
  const sign = value < 0 && Number(fixed) !== 0 ? '−' : '';
  const [whole = '', fraction] = fixed.split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
  return sign + grouped + (fraction === undefined ? '' : (style === 'comma' ? ',' : '.') + fraction);
}
