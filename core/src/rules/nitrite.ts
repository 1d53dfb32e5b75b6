import { InputError, inputError, type InputIssue } from '../errors/index.js';
import { NITRITE_RULES, type BookId } from './books.js';

export interface NitriteInput {
  cureG: number;
  nitritePct: number;
  nitratePct?: number | undefined;
  meatKg: number;
  mixKg?: number | undefined;
  book: BookId;
}

export interface NitriteAnswer {
  ppmOnMeat: number;
  ppmOnMix?: number;
  limitPpm: number;
  basis: 'meat block' | 'mix';
  withinLimit: boolean;
  maxCureG: number;
  nitratePpm?: number;
}

/** Relative slack so that a dose exactly at the limit passes in floating point. */
const SLACK = 1e-9;

/**
 * Ingoing nitrite of a cure as sodium nitrite, judged by one rule book.
 * `ppm = g cure × fraction × 10⁶ / g basis`.
 *
 * @throws InputError at `cureG`, `nitritePct`, `nitratePct`, `meatKg`, or at `mixKg` when the book's
 *   basis is the mix and no mix weight is given
 */
export function nitrite(input: NitriteInput): NitriteAnswer {
  check(input);
  const { cureG, nitritePct, nitratePct, meatKg, mixKg, book } = input;
  const rule = NITRITE_RULES[book];
  const ppm = (pct: number, kg: number) => (cureG * (pct / 100) * 1e6) / (kg * 1000);
  const basisKg = rule.basis === 'meat block' ? meatKg : mixKg;
  if (basisKg === undefined) {
    throw inputError('mixKg', `${rule.title} sets its limit on the mix; the mix weight in kg is needed.`);
  }
  const onBasis = ppm(nitritePct, basisKg);
  return {
    ppmOnMeat: ppm(nitritePct, meatKg),
    ...(mixKg === undefined ? {} : { ppmOnMix: ppm(nitritePct, mixKg) }),
    limitPpm: rule.limitPpm,
    basis: rule.basis,
    withinLimit: onBasis <= rule.limitPpm * (1 + SLACK),
    maxCureG: (rule.limitPpm * basisKg * 1000) / ((nitritePct / 100) * 1e6),
    ...(nitratePct === undefined ? {} : { nitratePpm: ppm(nitratePct, basisKg) }),
  };
}

function check(input: NitriteInput): void {
  const issues: InputIssue[] = [];
  const need = (ok: boolean, path: string, message: string) => {
    if (!ok) issues.push({ path, message });
  };
  need(input.cureG >= 0 && Number.isFinite(input.cureG), 'cureG', 'The cure must weigh 0 g or more.');
  need(
    input.nitritePct > 0 && input.nitritePct <= 100,
    'nitritePct',
    'The strength of the cure must be stated: nitrite above 0 and at most 100 %.',
  );
  need(
    input.nitratePct === undefined || (input.nitratePct >= 0 && input.nitratePct <= 100),
    'nitratePct',
    'Nitrate must be from 0 to 100 %.',
  );
  need(input.meatKg > 0 && Number.isFinite(input.meatKg), 'meatKg', 'The meat must weigh more than 0 kg.');
  need(
    input.mixKg === undefined || input.mixKg >= input.meatKg,
    'mixKg',
    'The mix cannot weigh less than its meat.',
  );
  if (issues.length > 0) throw new InputError(issues);
}
