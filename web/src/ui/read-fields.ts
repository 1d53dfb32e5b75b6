import { InputError, parseQuantity, readDecimal } from '@zest/core';

type Style = 'point' | 'comma' | null;
type Read<K extends string> = { [key in K]?: number } & { error?: string };

/** A weight as typed; `bare` is its unit where none is given. */
export function readMass(text: string, numberStyle: Style, bare: 'kg' | 'g' = 'kg'): Read<'mg'> {
  return attempt(() => {
    const withUnit = /[a-z]/i.test(text) ? text : `${text} ${bare}`;
    const quantity = parseQuantity(withUnit, { expect: 'mass', numberStyle: numberStyle ?? undefined });
    return quantity.kind === 'mass' ? { mg: quantity.massMg } : { error: 'Not a weight.' };
  });
}

/** A length of casing as typed; metres where no unit is given. */
export function readLength(text: string, numberStyle: Style): Read<'mm'> {
  return attempt(() => {
    const withUnit = /[a-z]/i.test(text) ? text : `${text} m`;
    const quantity = parseQuantity(withUnit, { expect: 'length', numberStyle: numberStyle ?? undefined });
    return quantity.kind === 'length' ? { mm: Math.round(quantity.lengthMm) } : { error: 'Not a length.' };
  });
}

/** A temperature as typed; °C where no unit is given. */
export function readTemperature(text: string, numberStyle: Style): Read<'tempC'> {
  return attempt(() => {
    const withUnit = /[cf°]/i.test(text) ? text : `${text} C`;
    const quantity = parseQuantity(withUnit, {
      expect: 'temperature',
      numberStyle: numberStyle ?? undefined,
    });
    return quantity.kind === 'temperature' ? { tempC: quantity.tempC } : { error: 'Not a temperature.' };
  });
}

/** A plain number as typed. */
export function readNumberField(text: string, numberStyle: Style): Read<'value'> {
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
