import { inputError } from '../errors/index.js';
import type { FatFigure } from './correct.js';

export interface LearnLot extends FatFigure {
  id: string;
  massKg: number;
}

/**
 * What a test of the ground blend says about the lots that went into it (one linear update).
 *
 * Prior `f` with covariance `diag(s²)`, observation `m = w·f + e`, `Var e = r²`,
 * gain `K = P wᵀ / (w P wᵀ + r²)`. Fat is clamped to 0–100. Each lot keeps its marginal
 * uncertainty, which is conservative when the same blend is made again.
 */
export function learnFat(
  lots: readonly LearnLot[],
  test: FatFigure,
): { lots: { id: string; fatPct: number; fatSd: number }[] } {
  const total = lots.reduce((sum, lot) => sum + lot.massKg, 0);
  if (!(total > 0) || lots.some((lot) => !(lot.massKg >= 0))) {
    throw inputError('lots', 'The lots must weigh more than 0 kg together and none less than 0 kg.');
  }
  const shares = lots.map((lot) => lot.massKg / total);
  const predicted = lots.reduce((sum, lot, i) => sum + (shares[i] ?? 0) * lot.fatPct, 0);
  const spread = lots.reduce((sum, lot, i) => sum + ((shares[i] ?? 0) * lot.fatSd) ** 2, 0);
  const innovation = spread + test.fatSd ** 2;
  return {
    lots: lots.map((lot, i) => {
      const share = shares[i] ?? 0;
      const gain = innovation === 0 ? 0 : (lot.fatSd ** 2 * share) / innovation;
      const variance = Math.max(0, lot.fatSd ** 2 * (1 - gain * share));
      const fatPct = Math.min(100, Math.max(0, lot.fatPct + gain * (test.fatPct - predicted)));
      return { id: lot.id, fatPct, fatSd: Math.sqrt(variance) };
    }),
  };
}
