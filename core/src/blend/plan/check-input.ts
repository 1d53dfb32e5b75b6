import { InputError, type InputIssue } from '../../errors/index.js';
import type { PlanInput, PlanTrim } from './types.js';

/**
 * Refuses what no plan can be made from: fat outside 0–100, crossed windows, negative weights,
 * contradictory species rules, repeated ids.
 * @throws InputError listing every problem with its path
 */
export function checkPlanInput(input: PlanInput): void {
  const issues: InputIssue[] = [];
  const need = (ok: boolean, path: string, message: string) => {
    if (!ok) issues.push({ path, message });
  };
  need(input.batchKg > 0 && input.batchKg <= 1e6, 'batchKg', 'The batch must weigh more than 0 kg.');
  const { minPct, maxPct } = input.window;
  need(minPct >= 0 && minPct <= 100, 'window.minPct', 'The window must start between 0 and 100 %.');
  need(maxPct >= 0 && maxPct <= 100, 'window.maxPct', 'The window must end between 0 and 100 %.');
  need(minPct <= maxPct, 'window', `The window is crossed: ${minPct} % is above ${maxPct} %.`);
  need(input.trims.length > 0, 'trims', 'At least one trim is needed.');
  const confidence = input.confidence ?? 0;
  need(confidence >= 0 && confidence < 1, 'confidence', 'The wanted chance must be from 0 to below 1.');
  need(
    input.maxTrims === undefined || (Number.isInteger(input.maxTrims) && input.maxTrims > 0),
    'maxTrims',
    'The greatest number of trims must be a whole number above 0.',
  );
  const seen = new Set<string>();
  input.trims.forEach((trim, i) => {
    need(!seen.has(trim.id), `trims[${i}].id`, `The id "${trim.id}" stands twice.`);
    seen.add(trim.id);
    checkTrim(trim, `trims[${i}]`, need);
  });
  (input.speciesRules ?? []).forEach((rule, i) => {
    const low = rule.minPct ?? 0;
    const high = rule.maxPct ?? 100;
    need(
      low >= 0 && high <= 100 && low <= high,
      `speciesRules[${i}]`,
      `The share of ${rule.species} must be a range inside 0–100 %, not ${low}–${high} %.`,
    );
  });
  if (issues.length > 0) throw new InputError(issues);
}

function checkTrim(
  trim: PlanTrim,
  at: string,
  need: (ok: boolean, path: string, message: string) => void,
): void {
  const optional = (value: number | undefined, test: (v: number) => boolean) =>
    value === undefined || (Number.isFinite(value) && test(value));
  need(trim.fatPct >= 0 && trim.fatPct <= 100, `${at}.fatPct`, 'Fat must be from 0 to 100 %.');
  need(
    optional(trim.fatSd, (v) => v >= 0 && v <= 50),
    `${at}.fatSd`,
    'Uncertainty must be from 0 to 50 points.',
  );
  need(Number.isFinite(trim.pricePerKg), `${at}.pricePerKg`, 'The price must be a number.');
  need(
    Number.isFinite(trim.availableKg) && trim.availableKg >= 0,
    `${at}.availableKg`,
    'Available weight must be 0 kg or more.',
  );
  need(
    optional(trim.boxKg, (v) => v > 0),
    `${at}.boxKg`,
    'A box must weigh more than 0 kg.',
  );
  need(
    optional(trim.looseKg, (v) => v >= 0),
    `${at}.looseKg`,
    'Loose weight must be 0 kg or more.',
  );
  need(
    optional(trim.minUseKg, (v) => v >= 0),
    `${at}.minUseKg`,
    'Least use must be 0 kg or more.',
  );
  need(
    optional(trim.lockedKg, (v) => v >= 0),
    `${at}.lockedKg`,
    'A locked weight must be 0 kg or more.',
  );
}
