import type { FatFigure } from '../blend/correct.js';
import { inputError } from '../errors/index.js';

/** Points added, as a variance, when ground meat is parted before it was mixed; common practice. */
const UNMIXED_SD = 2;

/** The fat of either part of a ground lot that was divided before it was mixed: the same, less surely known. */
export function dividedUnmixed(fat: FatFigure): FatFigure {
  return { fatPct: fat.fatPct, fatSd: Math.min(50, Math.hypot(fat.fatSd, UNMIXED_SD)) };
}

interface SortedStream {
  massMg: number;
  fatPct: number;
}

/**
 * How far the fat of two streams is from the fat of the lot they were sorted out of, in points of
 * the whole. The masses must sum to the lot.
 * @throws InputError at `massMg` when they do not
 */
export function sortingGap(whole: SortedStream, streams: readonly [SortedStream, SortedStream]): number {
  const total = streams[0].massMg + streams[1].massMg;
  if (total !== whole.massMg) {
    throw inputError(
      'massMg',
      `The two streams weigh ${(total / 1e6).toFixed(2)} kg together, the lot ${(whole.massMg / 1e6).toFixed(2)} kg.`,
    );
  }
  const fat = streams.reduce((sum, s) => sum + s.massMg * s.fatPct, 0) / total;
  return fat - whole.fatPct;
}
