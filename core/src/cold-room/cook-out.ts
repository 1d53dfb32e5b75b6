import { InputError, type InputIssue } from '../errors/index.js';

/** g/mL of rendered pork or beef fat, liquid and warm; from memory. */
const RENDERED_FAT_G_PER_ML = 0.9;
/** Points of fat by which a single careful cook-out may be off; from memory. */
const COOK_OUT_SD = 1.5;

export interface CookOutSample {
  sampleG: number;
  /** Rendered fat, weighed. Give this or `fatMl`. */
  fatG?: number | undefined;
  /** Rendered fat, read off a measuring glass while liquid. */
  fatMl?: number | undefined;
  /** What was left in the pan and sieve, g; with it the fat it holds can be counted. */
  residueG?: number | undefined;
  /** Fat left in the residue, percent; 0 when it was pressed dry. */
  residueFatPct?: number | undefined;
}

/**
 * Fat of a trim from rendering small samples: fat out, with the fat left in the residue, over the
 * sample. Several samples are averaged; their spread governs when it is wider than the method's own
 * uncertainty.
 *
 * @throws InputError at `samples[i]…`
 * @example cookOut([{ sampleG: 100, fatG: 25 }]).fatPct // 25
 */
export function cookOut(samples: readonly CookOutSample[]): { fatPct: number; fatSd: number; n: number } {
  const issues: InputIssue[] =
    samples.length === 0 ? [{ path: 'samples', message: 'Cook out at least one sample.' }] : [];
  const values = samples.map((sample, i) => onePct(sample, `samples[${i}]`, issues));
  if (issues.length > 0) throw new InputError(issues);
  const n = values.length;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  const spread = n > 1 ? Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / (n - 1)) : 0;
  return { fatPct: mean, fatSd: Math.max(COOK_OUT_SD, spread) / Math.sqrt(n), n };
}

function onePct(sample: CookOutSample, at: string, issues: InputIssue[]): number {
  const { sampleG, fatG, fatMl } = sample;
  if (!(sampleG > 0)) issues.push({ path: `${at}.sampleG`, message: 'The sample must weigh more than 0 g.' });
  if ((fatG === undefined) === (fatMl === undefined)) {
    issues.push({ path: at, message: 'Give the rendered fat in grams or in mL, one of them.' });
  }
  const out = fatG ?? (fatMl ?? 0) * RENDERED_FAT_G_PER_ML;
  const left = (sample.residueG ?? 0) * ((sample.residueFatPct ?? 0) / 100);
  const pct = (100 * (out + left)) / sampleG;
  if (!(pct >= 0 && pct <= 100)) {
    issues.push({ path: at, message: `The fat must be between nothing and the sample's ${sampleG} g.` });
  }
  return pct;
}
