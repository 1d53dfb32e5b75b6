import { formatLength, formatMass, formatTemperature, type FormatOptions } from './format.js';

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

/** A length inside a sentence; see {@link massToken}. */
export function lengthToken(lengthMm: number): string {
  return `[[mm ${lengthMm}]]`;
}

/** The sentence with every weight, length and temperature in the reader's units. */
export function fillTokens(sentence: string, options: FormatOptions): string {
  return sentence.replace(/\[\[(mg|mm|C) (-?[\d.e+-]+)\]\]/g, (_, unit: string, value: string) => {
    if (unit === 'mg') return formatMass(Number(value), options);
    return unit === 'mm' ? formatLength(Number(value), options) : formatTemperature(Number(value), options);
  });
}
