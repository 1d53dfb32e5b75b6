import { inputError } from '../errors/index.js';

export interface SampleAnswer {
  n: number;
  meanG: number;
  sdG: number;
  cvPct: number;
  giveawayPct?: number;
  /** Indexes of values far from the median; judged from five values on. */
  outliers: number[];
  averageRule?: { pass: boolean; below: number; belowTwice: number };
}

/**
 * Mean, spread and giveaway of weighed pieces; outliers lie more than `3 · 1.4826 · MAD` from the
 * median. With a nominal weight, the average-quantity rule of 76/211/EEC Annex I (from memory).
 * @throws InputError when there is no value or one is not above 0 g
 */
export function sample(input: { massesG: readonly number[]; nominalG?: number | undefined }): SampleAnswer {
  const { massesG, nominalG } = input;
  if (massesG.length === 0) throw inputError('massesG', 'At least one weight is needed.');
  massesG.forEach((g, i) => {
    if (!(g > 0 && Number.isFinite(g)))
      throw inputError(`massesG[${i}]`, `Weight ${i + 1} must be above 0 g.`);
  });
  if (nominalG !== undefined && !(nominalG > 0)) {
    throw inputError('nominalG', 'The nominal weight must be above 0 g.');
  }
  const n = massesG.length;
  const meanG = massesG.reduce((a, b) => a + b, 0) / n;
  const sdG = n < 2 ? 0 : Math.sqrt(massesG.reduce((s, g) => s + (g - meanG) ** 2, 0) / (n - 1));
  return {
    n,
    meanG,
    sdG,
    cvPct: (100 * sdG) / meanG,
    outliers: outliers(massesG),
    ...(nominalG === undefined
      ? {}
      : {
          giveawayPct: (100 * (meanG - nominalG)) / nominalG,
          averageRule: averageRule(massesG, meanG, nominalG),
        }),
  };
}

function outliers(values: readonly number[]): number[] {
  if (values.length < 5) return [];
  const middle = median(values);
  const limit = 3 * 1.4826 * median(values.map((v) => Math.abs(v - middle)));
  return values.flatMap((v, i) => (Math.abs(v - middle) > limit + 1e-9 ? [i] : []));
}

function averageRule(values: readonly number[], mean: number, nominal: number) {
  const tne = tolerableNegativeError(nominal);
  const below = values.filter((v) => v < nominal - tne).length;
  const belowTwice = values.filter((v) => v < nominal - 2 * tne).length;
  return { pass: mean >= nominal && below <= values.length / 40 && belowTwice === 0, below, belowTwice };
}

/** Tolerable negative error in grams for a nominal weight in grams (76/211/EEC Annex I, from memory). */
function tolerableNegativeError(nominalG: number): number {
  if (nominalG <= 50) return nominalG * 0.09;
  if (nominalG <= 100) return 4.5;
  if (nominalG <= 200) return nominalG * 0.045;
  if (nominalG <= 300) return 9;
  if (nominalG <= 500) return nominalG * 0.03;
  if (nominalG <= 1000) return 15;
  return nominalG * 0.015;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? 0) + upper) / 2;
}
