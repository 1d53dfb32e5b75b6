import { formatMass, formatTemperature, type FormatOptions } from './format.js';

/**
 * A weight inside a sentence that is made before anybody knows who will read it.
 * {@link fillTokens} writes it in the reader's units.
 */
export function massToken(massMg: number): string {
  return `[[mg ${massMg}]]`;
}

/** A temperature inside a sentence; see {@link massToken}. */
export function temperatureToken(tempC: number): string {
  return `[[C ${tempC}]]`;
}

/** The sentence with every weight and temperature in the reader's units. */
export function fillTokens(sentence: string, options: FormatOptions): string {
  return sentence.replace(/\[\[(mg|C) (-?[\d.e+-]+)\]\]/g, (_, unit: string, value: string) =>
    unit === 'mg' ? formatMass(Number(value), options) : formatTemperature(Number(value), options),
  );
}
