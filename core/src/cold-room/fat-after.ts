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

/** What is judged by eye may be off by so much, points; common practice. */
const BY_EYE = 4;

/**
 * The fat of what is left after parts came off: computed from what the parts carried away, and as judged where that says
 * no more than the eye may be off by. Bone, skin, drip and the like carry none of it.
 *
 * @throws InputError at `fatPct` where it can neither be computed nor was said, or cannot be
 * @example fatAfter({ before: { fatPct: 30, fatSd: 2, knownBy: 'eye' }, usableMg: 8e6, parts: [{ name: 'back fat', massMg: 2e6, fatPct: 90 }] }).fatPct // 15
 */
export function fatAfter(input: FatAfterInput): FatFigure & { knownBy: FatSource } {
  const { before, parts, saidPct } = input;
  const fatSd = Math.min(50, Math.hypot(before.fatSd, TRIMMED_SD));
  const unknown = parts.find((p) => p.massMg > 0 && p.fatPct === undefined && /fat|lard|suet/i.test(p.name));
  if (unknown) {
    if (saidPct !== undefined) return { fatPct: saidPct, fatSd: Math.max(BY_EYE, fatSd), knownBy: 'eye' };
    throw inputError('fatPct', `${unknown.name} came off: say how fat what is left is now, in percent.`);
  }
  const computed = lessWhatCameOff(input);
  const most = Math.max(BY_EYE, 2 * fatSd);
  if (saidPct !== undefined && Math.abs(saidPct - computed.fatPct) > most) {
    throw inputError(
      'fatPct',
      `By what came off it is ${computed.fatPct.toFixed(1)} % fat, and the eye says ${saidPct} %. Look again, write down what else came off, or test it.`,
    );
  }
  return saidPct === undefined
    ? computed
    : { fatPct: saidPct, fatSd: Math.max(BY_EYE, fatSd), knownBy: 'eye' };
}

function lessWhatCameOff({ before, usableMg, parts }: FatAfterInput): FatFigure & { knownBy: FatSource } {
  const meaty = parts.flatMap(({ massMg, fatPct }) =>
    massMg <= 0 || fatPct === undefined ? [] : [{ massMg, fatPct }],
  );
  if (meaty.length === 0) return before;
  const gone = meaty.reduce((sum, p) => sum + p.massMg, 0);
  const fatGone = meaty.reduce((sum, p) => sum + p.massMg * p.fatPct, 0);
  const fatPct = ((usableMg + gone) * before.fatPct - fatGone) / usableMg;
  if (fatPct < 0 || fatPct > 100) {
    throw inputError(
      'fatPct',
      `With ${before.fatPct.toFixed(1)} % before, what came off cannot have been as fat as its trim usually is. Weigh it again, or test what is left.`,
    );
  }
  return { fatPct, fatSd: Math.min(50, Math.hypot(before.fatSd, TRIMMED_SD)), knownBy: 'computed' };
}
