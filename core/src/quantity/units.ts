import { fromDecimal, rational, type Rational } from './rational.js';

export type QuantityKind = 'mass' | 'temperature' | 'volume' | 'length';
export type LinearKind = Exclude<QuantityKind, 'temperature'>;

/** A unit that is a plain multiple of the base unit: mg, mL or mm. */
export interface LinearUnit {
  kind: LinearKind;
  name: string;
  inBase: Rational;
}

/**
 * Exact sizes of the units people type.
 * Source: NIST SP 811 Appendix B and NIST Handbook 44 Appendix C.
 */
const LINEAR: Record<string, LinearUnit> = {
  mg: unit('mass', 'mg', '1'),
  g: unit('mass', 'g', '1000'),
  kg: unit('mass', 'kg', '1000000'),
  t: unit('mass', 't', '1000000000'),
  lb: unit('mass', 'lb', '453592.37'),
  oz: unit('mass', 'oz', '28349.523125'),
  ml: unit('volume', 'mL', '1'),
  cl: unit('volume', 'cL', '10'),
  dl: unit('volume', 'dL', '100'),
  l: unit('volume', 'L', '1000'),
  cup: unit('volume', 'cup', '236.5882365'),
  tbsp: fractionOfCup('tbsp', 16n),
  tsp: fractionOfCup('tsp', 48n),
  'fl oz': fractionOfCup('fl oz', 8n),
  pint: unit('volume', 'pint', '473.176473'),
  quart: unit('volume', 'quart', '946.352946'),
  gallon: unit('volume', 'gallon', '3785.411784'),
  mm: unit('length', 'mm', '1'),
  cm: unit('length', 'cm', '10'),
  m: unit('length', 'm', '1000'),
  in: unit('length', 'in', '25.4'),
  ft: unit('length', 'ft', '304.8'),
};

const SPELLINGS: Record<string, string> = {
  gram: 'g',
  grams: 'g',
  gm: 'g',
  gr: 'g',
  kilo: 'kg',
  kilos: 'kg',
  kgs: 'kg',
  kilogram: 'kg',
  kilograms: 'kg',
  milligram: 'mg',
  milligrams: 'mg',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
  ounce: 'oz',
  ounces: 'oz',
  millilitre: 'ml',
  millilitres: 'ml',
  milliliter: 'ml',
  milliliters: 'ml',
  litre: 'l',
  litres: 'l',
  liter: 'l',
  liters: 'l',
  ltr: 'l',
  cups: 'cup',
  tablespoon: 'tbsp',
  tablespoons: 'tbsp',
  tbs: 'tbsp',
  teaspoon: 'tsp',
  teaspoons: 'tsp',
  floz: 'fl oz',
  'fl. oz': 'fl oz',
  'fluid ounce': 'fl oz',
  'fluid ounces': 'fl oz',
  pints: 'pint',
  pt: 'pint',
  quarts: 'quart',
  qt: 'quart',
  gallons: 'gallon',
  gal: 'gallon',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
  foot: 'ft',
  feet: 'ft',
};

/** Looks a unit up by symbol or spelling; undefined when it is not one of ours. */
export function findLinearUnit(text: string): LinearUnit | undefined {
  const key = text.toLowerCase().replace(/\.$/, '').replace(/\s+/g, ' ');
  return LINEAR[SPELLINGS[key] ?? key];
}

export type TemperatureUnit = 'C' | 'F';

/** Celsius or Fahrenheit; undefined for any other text. */
export function findTemperatureUnit(text: string): TemperatureUnit | undefined {
  const key = text.toLowerCase().replace(/^(°|º|degrees?|deg)\s*/, '');
  if (key === 'c' || key === 'celsius') return 'C';
  if (key === 'f' || key === 'fahrenheit') return 'F';
  return undefined;
}

function unit(kind: LinearKind, name: string, inBase: string): LinearUnit {
  return { kind, name, inBase: fromDecimal(inBase) };
}

function fractionOfCup(name: string, parts: bigint): LinearUnit {
  const cup = fromDecimal('236.5882365');
  return { kind: 'volume', name, inBase: rational(cup.n, cup.d * parts) };
}
