import { casingNeed, type CasingNeed } from '../casing/casing-need.js';
import { linkFigures } from '../casing/link.js';
import { countingAt } from '../steps/index.js';
import type { WorkingDocument } from './document.js';

/** What of a recipe says how large its pieces are. */
export type PieceOf = Pick<WorkingDocument, 'casing' | 'linkMassG' | 'linkLengthMm'>;

/** Mass of one piece as stuffed, g: as written, as its tube takes, or by its length; null where it is open. */
export function pieceMassG({ casing, linkMassG, linkLengthMm }: PieceOf): number | null {
  const written = linkMassG ?? casing?.tubeTakesG;
  if (written !== undefined && written !== null) return written;
  if (!casing || linkLengthMm === null) return null;
  return linkFigures({ calibreMm: casing.calibreMm, lengthMm: linkLengthMm }).massG;
}

/** Length of one piece as stuffed, mm: as written or by its mass; null where both are open. */
export function pieceLengthMm(document: PieceOf): number | null {
  const { casing, linkLengthMm } = document;
  if (linkLengthMm !== null) return linkLengthMm;
  const massG = pieceMassG(document);
  return casing && massG !== null ? linkFigures({ calibreMm: casing.calibreMm, massG }).lengthMm : null;
}

/**
 * Pieces and casing for so much mix; null without a casing, a piece or a mix.
 *
 * @param massMg mix that is stuffed
 */
export function casingPlan(
  document: PieceOf & Pick<WorkingDocument, 'steps'>,
  massMg: number,
): CasingNeed | null {
  const { casing, steps } = document;
  const lengthMm = pieceLengthMm(document);
  if (!casing || lengthMm === null || !(massMg > 0)) return null;
  return casingNeed({
    massKg: massMg / 1e6,
    calibreMm: casing.calibreMm,
    lengthMm,
    massG: pieceMassG(document) ?? undefined,
    ownCasing: steps.some((s) => countingAt(s)?.ownCasing === true),
    // A tube that is shorter than its piece is a fault of the recipe, said where it is written.
    tubeMm: casing.tubeMm && casing.tubeMm >= lengthMm ? casing.tubeMm : undefined,
  });
}
