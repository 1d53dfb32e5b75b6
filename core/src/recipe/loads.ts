import { inputError } from '../errors/index.js';

/** One milligram: a mass this close to a full load still counts as that load. */
const TOLERANCE_KG = 1e-6;

/**
 * How many equal loads a mass needs: `ceil(mass / (capacity × usable))`.
 * @example loads({ massKg: 33, capacityKg: 12 }) // { loads: 3, eachKg: 11 }
 * @throws InputError at `massKg`, `capacityKg` or `usable`
 */
export function loads(input: { massKg: number; capacityKg: number; usable?: number | undefined }): {
  loads: number;
  eachKg: number;
} {
  const { massKg, capacityKg, usable = 1 } = input;
  if (!(massKg > 0 && Number.isFinite(massKg))) throw inputError('massKg', 'The mass must be above 0 kg.');
  if (!(capacityKg > 0)) throw inputError('capacityKg', 'The capacity must be above 0 kg.');
  if (!(usable > 0 && usable <= 1))
    throw inputError('usable', 'The usable part must be above 0 and at most 1.');
  const count = Math.max(1, Math.ceil((massKg - TOLERANCE_KG) / (capacityKg * usable)));
  return { loads: count, eachKg: massKg / count };
}
