import { massToken } from '../quantity/tokens.js';

/** What this shop's machine usually keeps of what goes into a step: parts of the mass in. */
export interface UsualLoss {
  runs: number;
  mean: number;
  sd: number;
}

/** Fewer runs than this tell nothing. */
const LEAST_RUNS = 3;
/** While more than this part is still in the step, it is being weighed out. */
const STILL_WEIGHING = 0.12;
/** Beyond the mean by so many spreads, and at least so much of the mass, somebody is told. */
const SPREADS = 2;
const LEAST_PART = 0.004;

/**
 * A sentence when less has come out of a step than this machine usually lets out, while it can still
 * be mended; null when it is as usual or too little is known.
 *
 * @param explainedMg what has been named as a loss, rework or waste already
 */
export function lossHint(step: {
  /** Where to look for what the machine keeps. */
  look: string | undefined;
  inMg: number;
  outMg: number;
  explainedMg: number;
  usual: UsualLoss | undefined;
}): string | null {
  const { usual, inMg } = step;
  if (!usual || usual.runs < LEAST_RUNS || inMg <= 0 || step.outMg <= 0) return null;
  const gone = inMg - step.outMg - step.explainedMg;
  const usualMg = usual.mean * inMg;
  const beyond = gone + step.explainedMg - usualMg;
  if (gone > STILL_WEIGHING * inMg) return null;
  if (gone <= 0 || beyond <= Math.max(SPREADS * usual.sd * inMg, LEAST_PART * inMg)) return null;
  return `${massToken(Math.round(beyond))} less came out than usual here. ${step.look ?? 'Look where it stood.'}`;
}

/** Mean and spread of the parts that earlier runs kept; undefined without runs. */
export function usualLoss(parts: readonly number[]): UsualLoss | undefined {
  if (parts.length === 0) return undefined;
  const mean = parts.reduce((a, b) => a + b, 0) / parts.length;
  const sd =
    parts.length < 2 ? 0 : Math.sqrt(parts.reduce((s, p) => s + (p - mean) ** 2, 0) / (parts.length - 1));
  return { runs: parts.length, mean, sd };
}

/** Words of the machine or the hand when fat smears, asked in the order in which it is cheapest to look. */
export const SMEAR_HELP = [
  'Temperature: above 2 °C fat begins to smear. Back to the chill, head and plate too.',
  'Knife: dull, or its hollow side to the plate. Flat side to the plate, edges sharp together.',
  'Plate: worn, or its holes closed with sinew. Turn it, clean it, change it.',
  'Ring: loose, so that the knife rides off the plate. Draw it up by hand.',
  'Feed: pressed too fast. Let the worm take it.',
] as const;

/** Kilograms an hour from mass and minutes; null without minutes. */
export function ratePerHour(massMg: number, minutes: number): number | null {
  return minutes > 0 ? massMg / 1e6 / (minutes / 60) : null;
}
