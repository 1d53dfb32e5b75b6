import { inputError } from '../errors/index.js';

/**
 * Cuts a whole amount into parts by weight so that the parts sum exactly to the amount.
 * Largest remainders get the spare units, the earlier part first on a tie.
 *
 * @param total whole number of units to give out, 0 or more
 * @param weights relative sizes, none negative, not all zero
 * @param unit size of the smallest piece that is handed out (a scale's division); what does not
 *   fill a piece goes to the part with the largest weight
 * @example shareOut(10, [1, 1, 1]) // [4, 3, 3]
 */
export function shareOut(total: number, weights: readonly number[], unit = 1): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (!(sum > 0) || weights.some((w) => !(w >= 0))) {
    throw inputError('weights', 'At least one part must be above zero and none below.');
  }
  const pieces = Math.floor(total / unit);
  const ideal = weights.map((w) => (pieces * w) / sum);
  const parts = ideal.map(Math.floor);
  const byRemainder = ideal
    .map((value, index) => ({ index, remainder: value - Math.floor(value) }))
    .sort((a, b) => b.remainder - a.remainder || a.index - b.index);
  let spare = pieces - parts.reduce((a, b) => a + b, 0);
  for (const { index } of byRemainder) {
    if (spare <= 0) break;
    parts[index] = (parts[index] ?? 0) + 1;
    spare -= 1;
  }
  const masses = parts.map((p) => p * unit);
  const largest = weights.indexOf(Math.max(...weights));
  masses[largest] = (masses[largest] ?? 0) + (total - pieces * unit);
  return masses;
}
