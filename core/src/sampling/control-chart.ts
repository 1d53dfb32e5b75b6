import { inputError } from '../errors/index.js';

/**
 * Individuals chart: mean ± (3 / 1.128) × mean moving range. Flagged are values outside the limits
 * and every value that completes a run of eight on one side of the mean.
 * @throws InputError with fewer than two values or one that is not a number
 */
export function controlChart(input: { values: readonly number[] }): {
  centre: number;
  ucl: number;
  lcl: number;
  flags: number[];
} {
  const { values } = input;
  if (values.length < 2) throw inputError('values', 'At least two values are needed.');
  values.forEach((v, i) => {
    if (!Number.isFinite(v)) throw inputError(`values[${i}]`, `Value ${i + 1} is not a number.`);
  });
  const centre = values.reduce((a, b) => a + b, 0) / values.length;
  const ranges = values.slice(1).map((v, i) => Math.abs(v - (values[i] ?? v)));
  const reach = (3 / 1.128) * (ranges.reduce((a, b) => a + b, 0) / ranges.length);
  const flags = new Set<number>();
  let run = 0;
  let side = 0;
  values.forEach((v, i) => {
    if (v > centre + reach || v < centre - reach) flags.add(i);
    const now = Math.sign(v - centre);
    run = now !== 0 && now === side ? run + 1 : now === 0 ? 0 : 1;
    side = now;
    if (run >= 8) flags.add(i);
  });
  return { centre, ucl: centre + reach, lcl: centre - reach, flags: [...flags] };
}
