import { massTerms } from './build-model.js';
import type { PlanInput } from './types.js';

/**
 * Objective coefficients by column. With nothing but cost this is money per kg, so the objective is
 * the cost. Age and fewness are brought to money by the mean price, so that weights compare.
 */
export function objectiveCosts(input: PlanInput): Map<string, number> {
  const { cost = 1, age = 0, trims: few = 0 } = input.objective ?? {};
  const oldest = Math.max(1, ...input.trims.map((t) => t.ageDays ?? 0));
  const meanPrice = input.trims.reduce((sum, t) => sum + Math.abs(t.pricePerKg), 0) / input.trims.length || 1;
  const costs = new Map<string, number>();
  input.trims.forEach((trim, i) => {
    const youth = 1 - (trim.ageDays ?? 0) / oldest;
    const perKg = cost * trim.pricePerKg + age * meanPrice * youth;
    for (const term of massTerms(trim, i, perKg)) costs.set(term.column, term.factor);
    if (few > 0) costs.set(`y${i}`, (few * meanPrice * input.batchKg) / input.trims.length);
  });
  return costs;
}
