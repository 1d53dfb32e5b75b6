import { inputError } from '../errors/index.js';
import { linkFigures } from './link.js';

export interface Thickness {
  gPerCm: number;
  /** What a casing of this calibre holds when it is full. */
  wantedGPerCm: number;
  verdict: 'thick' | 'right' | 'thin';
}

/** Within this part of what the casing holds a piece is as it should be (common practice). */
const RIGHT_PART = 0.08;

/**
 * Whether a piece is thicker or thinner than its casing wants, from its grams per centimetre.
 *
 * @param fill learned fill factor; 1 is a geometrically full casing
 * @throws InputError unless mass and length are above 0 and the calibre is from 5 to 250 mm
 * @example thickness({ massG: 735, lengthMm: 1000, calibreMm: 30 }).verdict // 'right'
 */
export function thickness(input: {
  massG: number;
  lengthMm: number;
  calibreMm: number;
  fill?: number | undefined;
}): Thickness {
  const { massG, lengthMm, calibreMm, fill } = input;
  if (!(massG > 0)) throw inputError('massG', 'The piece must weigh more than 0 g.');
  const gPerCm = massG / (lengthMm / 10);
  const wantedGPerCm = linkFigures({ calibreMm, lengthMm: 10, fill }).massG;
  const part = linkFigures({ calibreMm, lengthMm, fill }).massG;
  const off = massG / part - 1;
  return { gPerCm, wantedGPerCm, verdict: off > RIGHT_PART ? 'thick' : off < -RIGHT_PART ? 'thin' : 'right' };
}
