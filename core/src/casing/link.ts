import { inputError } from '../errors/index.js';
import { MG_PER_LB } from '../quantity/mass.js';

/** Density of a raw sausage mix, g/mL (common practice). */
const MIX_DENSITY = 1.04;

export interface LinkInput {
  calibreMm: number;
  lengthMm?: number | undefined;
  massG?: number | undefined;
  densityGPerMl?: number | undefined;
  /** Learned fill factor; 1 is a geometrically full casing. */
  fill?: number | undefined;
}

/** Stuffed diameter of a casing that is so wide when it lies flat, mm: 2 · flat / π. */
export function diameterOfFlat(flatWidthMm: number): number {
  return (2 * flatWidthMm) / Math.PI;
}

/** Grams in one millimetre of filled casing: `π/4 · d² · ρ · k`. */
function gramsPerMm(calibreMm: number, densityGPerMl = MIX_DENSITY, fill = 1): number {
  if (!(calibreMm >= 5 && calibreMm <= 250)) {
    throw inputError('calibreMm', 'The calibre must be from 5 to 250 mm.');
  }
  if (!(densityGPerMl > 0.3 && densityGPerMl < 2)) {
    throw inputError('densityGPerMl', 'The density must be between 0.3 and 2 g/mL.');
  }
  if (!(fill > 0.2 && fill < 2)) throw inputError('fill', 'The fill factor must be between 0.2 and 2.');
  return ((Math.PI / 4) * calibreMm ** 2 * densityGPerMl * fill) / 1000;
}

/**
 * A link's mass from its length, or its length from its mass; ends are counted as a plain cylinder.
 * @throws InputError unless exactly one of `lengthMm` and `massG` is given and above 0
 * @example linkFigures({ calibreMm: 30, lengthMm: 140 }).massG // 102.9
 */
export function linkFigures(input: LinkInput): {
  massG: number;
  lengthMm: number;
  perKg: number;
  perLb: number;
} {
  const { lengthMm, massG } = input;
  const perMm = gramsPerMm(input.calibreMm, input.densityGPerMl, input.fill);
  if ((lengthMm === undefined) === (massG === undefined)) {
    throw inputError('lengthMm', 'Give either the length in mm or the mass in g, not both.');
  }
  if (!((lengthMm ?? massG ?? 0) > 0)) {
    throw inputError(lengthMm === undefined ? 'massG' : 'lengthMm', 'The link must be larger than 0.');
  }
  const grams = massG ?? (lengthMm ?? 0) * perMm;
  return {
    massG: grams,
    lengthMm: lengthMm ?? grams / perMm,
    perKg: 1000 / grams,
    perLb: MG_PER_LB / 1000 / grams,
  };
}
