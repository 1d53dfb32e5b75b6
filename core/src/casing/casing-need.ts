import { inputError } from '../errors/index.js';
import { linkFigures, type LinkInput } from './link.js';

export interface CasingInput extends LinkInput {
  massKg: number;
  lengthMm: number;
  /** Casing lost to each twist, mm. */
  twistMm?: number | undefined;
  /** Added for tails and bursts, % of the length. */
  sparePct?: number | undefined;
  packM?: number | undefined;
}

/**
 * Links that a mass makes and the casing they need, with twists and spare, in metres and packs. A mass below
 * that of one piece is one piece, its length by its mass.
 * @throws InputError at the field that is out of range
 */
export function casingNeed(input: CasingInput): {
  links: number;
  remainderG: number;
  metres: number;
  packs?: number;
} {
  const { massKg, lengthMm, twistMm = 15, sparePct = 10, packM } = input;
  if (!(massKg > 0 && Number.isFinite(massKg))) throw inputError('massKg', 'The mass must be above 0 kg.');
  if (!(twistMm >= 0 && twistMm <= 200)) throw inputError('twistMm', 'A twist must take from 0 to 200 mm.');
  if (!(sparePct >= 0 && sparePct <= 200)) throw inputError('sparePct', 'The spare must be from 0 to 200 %.');
  if (packM !== undefined && !(packM > 0)) throw inputError('packM', 'A pack must hold more than 0 m.');
  const { massG } = linkFigures({ ...input, massG: undefined });
  const whole = Math.floor((massKg * 1000) / massG + 1e-9);
  const links = Math.max(1, whole);
  // Less than one piece is one that is shorter: what is stuffed needs casing.
  const pieceMm = whole === 0 ? (lengthMm * massKg * 1000) / massG : lengthMm;
  const metres = (links * (pieceMm + twistMm) * (1 + sparePct / 100)) / 1000;
  return {
    links,
    remainderG: Math.max(0, massKg * 1000 - whole * massG) * (whole === 0 ? 0 : 1),
    metres,
    ...(packM === undefined ? {} : { packs: Math.ceil(metres / packM - 1e-9) }),
  };
}
