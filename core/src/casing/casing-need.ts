import { inputError } from '../errors/index.js';
import { linkFigures, type LinkInput } from './link.js';

export interface CasingInput extends LinkInput {
  massKg: number;
  lengthMm: number;
  /** Mass of one piece, g; by its length and calibre where it is not given. */
  massG?: number | undefined;
  /** Casing lost to each twist or tie, mm. */
  twistMm?: number | undefined;
  /** Added for tails and bursts, % of the length. */
  sparePct?: number | undefined;
  packM?: number | undefined;
  /** Every piece has a casing of its own, tied at both ends: the last one may be short. */
  ownCasing?: boolean | undefined;
  /** Length of a tube as it is bought, mm: whole tubes are taken. */
  tubeMm?: number | undefined;
}

export interface CasingNeed {
  /** Pieces that are filled; of those with a casing of their own the last may be short. */
  links: number;
  /** What stays without casing, g. */
  remainderG: number;
  metres: number;
  /** What of the metres is filled, goes into twists and ties, and is spare. */
  filledM: number;
  twistM: number;
  spareM: number;
  packs?: number;
  /** Whole tubes, spare ones among them. */
  tubes?: number;
}

/** Tails, twists and bursts where nothing is learned (common practice). */
const TWIST_MM = 15;
const SPARE_PCT = 10;
/** So much over a whole number of pieces makes none of its own. */
const SLACK = 1e-9;

/**
 * Pieces that a mass makes and the casing they need, with twists and spare, in metres, packs and tubes. A
 * mass below that of one piece is one piece, its length by its mass.
 * @throws InputError at the field that is out of range
 * @example casingNeed({ massKg: 5.15, calibreMm: 30, lengthMm: 140, twistMm: 0, sparePct: 0 }).metres // 7
 */
export function casingNeed(input: CasingInput): CasingNeed {
  const { massKg, lengthMm, twistMm = TWIST_MM, sparePct = SPARE_PCT, packM, tubeMm } = input;
  if (!(massKg > 0 && Number.isFinite(massKg))) throw inputError('massKg', 'The mass must be above 0 kg.');
  if (!(twistMm >= 0 && twistMm <= 200)) throw inputError('twistMm', 'A twist must take from 0 to 200 mm.');
  if (!(sparePct >= 0 && sparePct <= 200)) throw inputError('sparePct', 'The spare must be from 0 to 200 %.');
  if (packM !== undefined && !(packM > 0)) throw inputError('packM', 'A pack must hold more than 0 m.');
  if (tubeMm !== undefined && !(tubeMm >= lengthMm))
    throw inputError('tubeMm', 'A tube must be at least as long as the piece in it.');
  const massG = input.massG ?? linkFigures({ ...input, massG: undefined }).massG;
  const pieces = (massKg * 1000) / massG;
  const whole = Math.floor(pieces + SLACK);
  const own = input.ownCasing === true || tubeMm !== undefined;
  const links = own ? Math.ceil(pieces - SLACK) : Math.max(1, whole);
  // Less than one piece is one that is shorter: what is stuffed needs casing.
  const filled = own || whole === 0 ? pieces : whole;
  const filledM = (filled * lengthMm) / 1000;
  const tubes = tubeMm === undefined ? undefined : links + Math.ceil((links * sparePct) / 100 - SLACK);
  const twistM = tubeMm === undefined ? (links * twistMm) / 1000 : (links * tubeMm) / 1000 - filledM;
  const spareM =
    tubes === undefined || tubeMm === undefined
      ? ((filledM + twistM) * sparePct) / 100
      : ((tubes - links) * tubeMm) / 1000;
  const metres = filledM + twistM + spareM;
  return {
    links,
    remainderG: own || whole === 0 ? 0 : Math.max(0, massKg * 1000 - whole * massG),
    metres,
    filledM,
    twistM,
    spareM,
    ...(packM === undefined ? {} : { packs: Math.ceil(metres / packM - SLACK) }),
    ...(tubes === undefined ? {} : { tubes }),
  };
}
