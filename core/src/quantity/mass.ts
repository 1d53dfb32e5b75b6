import { inputError } from '../errors/index.js';
import { fromDecimal, multiply, roundHalfEven } from './rational.js';

export const MG_PER_G = 1_000;
export const MG_PER_KG = 1_000_000;
export const MG_PER_LB = 453_592.37;
export const MG_PER_OZ = 28_349.523125;

/**
 * Whole milligrams of a number of grams, rounded half to even.
 * @throws InputError when the number is not finite or too large to be exact.
 */
export function mgFromG(g: number, path = 'massG'): number {
  return scaled(g, MG_PER_G, path);
}

export function gFromMg(mg: number): number {
  return mg / MG_PER_G;
}

function scaled(value: number, factor: number, path: string): number {
  if (!Number.isFinite(value) || Math.abs(value) * factor > Number.MAX_SAFE_INTEGER) {
    throw inputError(path, `${path} must be a weight that can be kept to the milligram.`);
  }
  const exact = /e/.test(String(value)) ? value.toFixed(20) : String(value);
  const mg = Number(roundHalfEven(multiply(fromDecimal(exact), { n: BigInt(factor), d: 1n })));
  return mg === 0 ? 0 : mg;
}
