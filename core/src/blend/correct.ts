import { inputError } from '../errors/index.js';

export interface FatFigure {
  fatPct: number;
  fatSd: number;
}

/**
 * A batch's fat after a test: prior and test weighted by inverse variance.
 * A figure with uncertainty 0 is taken as it is.
 * @throws InputError when both are exact and differ, or a figure is out of range
 */
export function correctFat(prior: FatFigure, test: FatFigure): FatFigure {
  for (const [name, figure] of Object.entries({ prior, test })) {
    if (!(figure.fatPct >= 0 && figure.fatPct <= 100)) {
      throw inputError(`${name}.fatPct`, 'Fat must be from 0 to 100 %.');
    }
    if (!(figure.fatSd >= 0 && figure.fatSd <= 50)) {
      throw inputError(`${name}.fatSd`, 'Uncertainty must be from 0 to 50 points.');
    }
  }
  if (prior.fatSd === 0 && test.fatSd === 0 && prior.fatPct !== test.fatPct) {
    throw inputError('test.fatSd', 'Two exact figures disagree; one of them must have an uncertainty.');
  }
  if (prior.fatSd === 0) return { ...prior };
  if (test.fatSd === 0) return { ...test };
  const a = 1 / prior.fatSd ** 2;
  const b = 1 / test.fatSd ** 2;
  return {
    fatPct: (prior.fatPct * a + test.fatPct * b) / (a + b),
    fatSd: Math.sqrt(1 / (a + b)),
  };
}
