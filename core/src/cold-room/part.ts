import type { FatFigure } from '../blend/correct.js';
import { InputError, type InputIssue } from '../errors/index.js';
import { massToken } from '../quantity/tokens.js';
import type { LotForm } from './arrival.js';

export const PART_MODES = ['divide', 'sort'] as const;
/** Divided, both parts are alike; sorted, one is fatter. */
export type PartMode = (typeof PART_MODES)[number];

/** Points by which two parts of what was not mixed may differ, as a standard deviation; common practice. */
const UNMIXED_SD = { whole: 1, ground: 2, mixed: 1 } as const satisfies Record<LotForm, number>;
/** The least that is not known of fats that were judged while sorting by eye, points; common practice. */
const SORTED_SD = 4;
/** What the weights of parts may be off the whole: the scale's error over a few weighings. */
const WEIGHED_PART = 0.005;
const WEIGHED_MG = 20_000;

interface Part {
  massMg: number;
  fatPct: number;
}

interface PartInput {
  mode: PartMode;
  whole: FatFigure & { massMg: number; form: LotForm };
  part: Part;
  rest: Part;
}

/** What weights that should sum to this may be off, mg. */
export function weighedApartMg(massMg: number): number {
  return Math.round(massMg * WEIGHED_PART) + WEIGHED_MG;
}

/** What is known of the fat of either part where nobody mixed first: the same figure, less surely. */
export function unmixed({ fatPct, fatSd }: FatFigure, form: LotForm): FatFigure {
  return { fatPct, fatSd: Math.min(50, Math.hypot(fatSd, UNMIXED_SD[form])) };
}

/**
 * The fat of both parts of a lot, each less surely known than the whole was.
 *
 * @throws InputError at `massMg`, `restMassMg`, `fatPct` or `restFatPct`: weights that do not sum to the lot, fats
 *   that cannot be those of its parts, or streams sorted apart that are alike
 */
export function partLot({ mode, whole, part, rest }: PartInput): [FatFigure, FatFigure] {
  const issues: InputIssue[] = [];
  const total = part.massMg + rest.massMg;
  if (Math.abs(total - whole.massMg) > weighedApartMg(whole.massMg)) {
    issues.push({
      path: 'restMassMg',
      message: `The two parts weigh ${massToken(total)} together, the lot ${massToken(whole.massMg)}. Weigh both again, or count the lot first.`,
    });
  }
  const meanPct = (part.massMg * part.fatPct + rest.massMg * rest.fatPct) / total;
  const most = Math.max(2, 2 * whole.fatSd);
  if (Math.abs(meanPct - whole.fatPct) > most) {
    issues.push({
      path: 'restFatPct',
      message: `Together the two parts would be ${meanPct.toFixed(1)} % fat; the lot is ${whole.fatPct.toFixed(1)} % ± ${whole.fatSd.toFixed(1)}. One of the figures is off.`,
    });
  }
  if (mode === 'sort' && part.fatPct === rest.fatPct) {
    issues.push({
      path: 'fatPct',
      message: 'Sorted apart, one part is fatter than the other. Say how fat each is, or divide the lot.',
    });
  }
  if (issues.length > 0) throw new InputError(issues);
  const sure = unmixed(whole, whole.form).fatSd;
  const fatSd = mode === 'sort' ? Math.max(SORTED_SD, sure) : sure;
  return [
    { fatPct: part.fatPct, fatSd },
    { fatPct: rest.fatPct, fatSd },
  ];
}
