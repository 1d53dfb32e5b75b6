import { inputError } from '../errors/index.js';
import { shareOut } from '../quantity/share-out.js';
import { readDecimal } from '../quantity/decimal.js';

/**
 * Parts as they are asWritten – `2:1`, `2 to 1`, `3+1+1` – as whole milligrams of a total.
 * @throws InputError at `parts` or `totalMg`
 * @example partsToMg('2 to 1', 9_000_000) // [6_000_000, 3_000_000]
 */
export function partsToMg(parts: string, totalMg: number): number[] {
  const sizes = parts
    .split(/:|\+|\bto\b|\band\b/i)
    .map((text) => text.trim())
    .map((text) => (text === '' ? NaN : readDecimal(text)));
  if (sizes.length < 2 || sizes.some((s) => !(s > 0))) {
    throw inputError('parts', `"${parts}" must be two or more parts above 0, like 2:1.`);
  }
  if (!(Number.isInteger(totalMg) && totalMg > 0)) {
    throw inputError('totalMg', 'The total must weigh more than 0 kg.');
  }
  return shareOut(totalMg, sizes);
}
