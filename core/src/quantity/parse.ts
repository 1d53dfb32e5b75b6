import { inputError } from '../errors/index.js';
import { add, multiply, rational, roundHalfEven, toNumber, type Rational } from './rational.js';
import { openVulgarFractions, readNumber, type NumberStyle } from './read-number.js';
import {
  findLinearUnit,
  findTemperatureUnit,
  type LinearKind,
  type LinearUnit,
  type QuantityKind,
} from './units.js';

export type Quantity =
  | { kind: 'mass'; massMg: number; text: string }
  | { kind: 'volume'; volumeMl: number; text: string }
  | { kind: 'length'; lengthMm: number; text: string }
  | { kind: 'temperature'; tempC: number; text: string };

export interface ParseOptions {
  /** The person's own decimal mark; unset refuses what can be read two ways. */
  numberStyle?: NumberStyle | undefined;
  /** What the field asks for; any other kind is refused. */
  expect?: QuantityKind | undefined;
}

const ACCEPTED: Record<QuantityKind, string> = {
  mass: '12.4 kg, 250 g, 12 lb 4 oz',
  volume: '250 mL, 3/4 cup, 2 fl oz',
  length: '140 mm, 5 1/2 in, 3 m',
  temperature: '4 C, 165 F',
};
const NUMBER = String.raw`\d+\s+\d+\s*\/\s*\d+|\d+\s*\/\s*\d+|[.,]?\d[\d.,]*`;
const PAIR = new RegExp(String.raw`^\s*(${NUMBER})\s*([a-z°º"″][a-z°º. ]*?|"|″)?\s*(?=$|\d|[.,]\d)`, 'i');

/**
 * Reads a quantity as a person types it: `12 lb 4 oz`, `3 1/2 kg`, `12,4 kg`, `165F`, `3/4 cup`, `2 in`.
 *
 * @returns mass in whole mg (rounded once, half to even), volume in mL, length in mm or temperature
 *   in °C, with the text as typed.
 * @throws InputError at the path `text`, naming what would be accepted.
 */
export function parseQuantity(text: string, options: ParseOptions = {}): Quantity {
  const typed = text.trim();
  if (typed === '') throw refused(options, 'Nothing was typed.');
  const temperature = readTemperature(typed, options);
  const quantity = temperature ?? readLinear(typed, options);
  if (options.expect && quantity.kind !== options.expect) {
    const ounces =
      options.expect === 'volume' && /\b(oz|ounces?)\b/i.test(typed)
        ? ' "oz" is a weight (28.35 g); "fl oz" is a volume (29.57 mL).'
        : '';
    throw refused(options, `"${typed}" is a ${quantity.kind}, not a ${options.expect}.${ounces}`);
  }
  return quantity;
}

function readTemperature(text: string, options: ParseOptions): Quantity | undefined {
  const match = /^([-+−]?)\s*([\d.,]+)\s*((?:°|º|degrees?|deg)?\s*(?:c|f|celsius|fahrenheit))$/i.exec(text);
  const unit = match ? findTemperatureUnit(match[3] ?? '') : undefined;
  if (!match || !unit) return undefined;
  const size = toNumber(readNumber(match[2] ?? '', options.numberStyle));
  const value = match[1] === '-' || match[1] === '−' ? -size : size;
  const tempC = unit === 'C' ? value : ((value - 32) * 5) / 9;
  if (tempC < -273.15) throw refused(options, `"${text}" is below absolute zero.`);
  return { kind: 'temperature', tempC, text };
}

function readLinear(text: string, options: ParseOptions): Quantity {
  if (/^[-−]/.test(text)) throw refused(options, `"${text}" is negative.`);
  let rest = openVulgarFractions(text.replace(/^\+/, '')).trim();
  let total: Rational = rational(0n);
  let last: LinearUnit | undefined;
  while (rest !== '') {
    const match = PAIR.exec(rest);
    if (!match) throw refused(options, `"${text}" could not be read.`);
    const unitText = (match[2] ?? '').trim();
    if (unitText === '') throw refused(options, `"${text}" has no unit.`);
    const unit = findLinearUnit(unitText);
    if (!unit) throw refused(options, `"${unitText}" is not a unit known here.`);
    if (last && (last.kind !== unit.kind || !isSmaller(unit, last))) {
      throw refused(options, `"${text}" puts ${unit.name} after ${last.name}.`);
    }
    total = add(total, multiply(readNumber(match[1] ?? '', options.numberStyle), unit.inBase));
    last = unit;
    rest = rest.slice(match[0].length).trim();
  }
  return finish(last?.kind ?? 'mass', total, text, options);
}

function finish(kind: LinearKind, base: Rational, text: string, options: ParseOptions): Quantity {
  if (kind === 'volume') return { kind, volumeMl: toNumber(base), text };
  if (kind === 'length') return { kind, lengthMm: toNumber(base), text };
  const massMg = Number(roundHalfEven(base));
  if (!Number.isSafeInteger(massMg)) throw refused(options, `"${text}" is too large.`);
  return { kind, massMg, text };
}

function isSmaller(a: LinearUnit, b: LinearUnit): boolean {
  return a.inBase.n * b.inBase.d < b.inBase.n * a.inBase.d;
}

function refused(options: ParseOptions, reason: string): Error {
  const examples = options.expect ? ACCEPTED[options.expect] : Object.values(ACCEPTED).join('; ');
  return inputError('text', `${reason} Accepted: for example ${examples}.`);
}
