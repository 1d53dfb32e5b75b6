import type { FatFigure } from '../blend/correct.js';
import { inputError } from '../errors/index.js';
import type { FatSource } from '../blend/types.js';

/** What more is not known of the fat of meat that was trimmed, points; common practice. */
const TRIMMED_SD = 2;

interface PartOff {
  name: string;
  massMg: number;
  /** Its fat in percent, where it is meat or fat of a known kind; absent for what is neither. */
  fatPct?: number | undefined;
}

interface FatAfterInput {
  before: FatFigure & { knownBy: FatSource };
  usableMg: number;
  parts: readonly PartOff[];
  /** Fat of what is left, as judged. */
  saidPct?: number | undefined;
}

/**
 * The fat of what is left after parts came off: as judged, else computed from what the parts carried away. Bone,
 * skin, drip and the like carry none of it.
 *
 * @throws InputError at `fatPct` where it can neither be computed nor was said, or cannot be
 * @example fatAfter({ before: { fatPct: 30, fatSd: 2, knownBy: 'eye' }, usableMg: 8e6, parts: [{ name: 'back fat', massMg: 2e6, fatPct: 90 }] }).fatPct // 15
 */
export function fatAfter(input: FatAfterInput): FatFigure & { knownBy: FatSource } {
  const { before, usableMg, parts, saidPct } = input;
  const off = parts.filter((p) => p.massMg > 0);
  const fatSd = Math.min(50, Math.hypot(before.fatSd, TRIMMED_SD));
  if (saidPct !== undefined) return { fatPct: saidPct, fatSd: Math.max(4, fatSd), knownBy: 'eye' };
  const unknown = off.find((p) => p.fatPct === undefined && /fat|lard|suet/i.test(p.name));
  if (unknown) {
    throw inputError('fatPct', `${unknown.name} came off: say how fat what is left is now, in percent.`);
  }
  const meaty = off.flatMap(({ massMg, fatPct }) => (fatPct === undefined ? [] : [{ massMg, fatPct }]));
  if (meaty.length === 0) return before;
  const gone = meaty.reduce((sum, p) => sum + p.massMg, 0);
  const fatGone = meaty.reduce((sum, p) => sum + p.massMg * p.fatPct, 0);
  const fatPct = ((usableMg + gone) * before.fatPct - fatGone) / usableMg;
  if (fatPct < 0 || fatPct > 100) {
    throw inputError(
      'fatPct',
      `With ${before.fatPct.toFixed(1)} % before, what came off cannot have been as fat as its trim usually is. Say how fat what is left is, in percent.`,
    );
  }
  return { fatPct, fatSd, knownBy: 'computed' };
}
