import { InputError, parseQuantity, readDecimal } from '@zest/core';
import type { Person } from '@zest/contract';

/** How a person writes: which system, and which mark before the decimals. */
export type Way = Pick<Person, 'units' | 'numberStyle'>;
type Read<K extends string> = { [key in K]?: number } & { error?: string };
/** What a weight is of: meat goes by the person's kilograms or pounds, spices by grams in either system. */
export type Bare = 'kg' | 'g';

/** The unit that a figure without one has, as it stands beside the field. */
export const BARE = {
  mass: ({ units }: Way, bare: Bare = 'kg') => (bare === 'kg' && units === 'pound' ? 'lb' : bare),
  length: ({ units }: Way) => (units === 'pound' ? 'ft' : 'm'),
  temperature: ({ units }: Way) => (units === 'pound' ? '°F' : '°C'),
} as const;

/** A weight as typed, in the unit that stands beside the field where it has none of its own. */
export function readMass(text: string, way: Way, bare?: Bare): Read<'mg'> {
  return attempt(() => {
    const quantity = parseQuantity(withUnit(text, BARE.mass(way, bare)), { expect: 'mass', ...styleOf(way) });
    return quantity.kind === 'mass' ? { mg: quantity.massMg } : { error: 'Not a weight.' };
  });
}

/** A length of casing as typed. */
export function readLength(text: string, way: Way): Read<'mm'> {
  return attempt(() => {
    const quantity = parseQuantity(withUnit(text, BARE.length(way)), { expect: 'length', ...styleOf(way) });
    return quantity.kind === 'length' ? { mm: Math.round(quantity.lengthMm) } : { error: 'Not a length.' };
  });
}

/** A temperature as typed, in °C. */
export function readTemperature(text: string, way: Way): Read<'tempC'> {
  return attempt(() => {
    const typed = withUnit(text, BARE.temperature(way));
    const quantity = parseQuantity(typed, { expect: 'temperature', ...styleOf(way) });
    return quantity.kind === 'temperature' ? { tempC: quantity.tempC } : { error: 'Not a temperature.' };
  });
}

function withUnit(text: string, unit: string): string {
  return /[a-z°º"″]/i.test(text) ? text : `${text} ${unit}`;
}

function styleOf({ numberStyle }: Way) {
  return { numberStyle: numberStyle ?? undefined };
}

/** A plain number as typed. */
export function readNumberField(text: string, { numberStyle }: Pick<Way, 'numberStyle'>): Read<'value'> {
  return attempt(() => ({ value: readDecimal(text, numberStyle ?? undefined) }));
}

function attempt<T extends object>(read: () => T): T & { error?: string } {
  try {
    return read();
  } catch (error) {
    return { error: error instanceof InputError ? error.message : 'Could not be read.' } as T & {
      error: string;
    };
  }
}
