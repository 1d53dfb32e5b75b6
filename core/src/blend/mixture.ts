import { InputError, type InputIssue } from '../errors/index.js';
import type { FatPart, Mixture } from './types.js';

/**
 * Mass, fat and uncertainty of several parts put together.
 *
 * `F = Σ x f / M` and, the parts being independent, `s = √Σ (x/M)² s²`.
 * @param parts at least one, with a positive total mass; a missing `fatSd` counts as 0
 * @throws InputError at `parts[i].massKg`, `.fatPct` or `.fatSd`
 * @example mixture([{ massKg: 6, fatPct: 4 }, { massKg: 2, fatPct: 44 }]).fatPct // 14
 */
export function mixture(parts: readonly FatPart[]): Mixture {
  const issues = parts.flatMap(checkPart);
  if (issues.length > 0) throw new InputError(issues);
  const massKg = parts.reduce((sum, part) => sum + part.massKg, 0);
  if (!(massKg > 0)) {
    throw new InputError([{ path: 'parts', message: 'The parts must weigh more than 0 kg together.' }]);
  }
  let fatPct = 0;
  let variance = 0;
  for (const part of parts) {
    const share = part.massKg / massKg;
    fatPct += share * part.fatPct;
    variance += (share * (part.fatSd ?? 0)) ** 2;
  }
  return { massKg, fatPct, fatSd: Math.sqrt(variance) };
}

function checkPart(part: FatPart, index: number): InputIssue[] {
  const issues: InputIssue[] = [];
  const at = `parts[${index}]`;
  if (!(part.massKg >= 0 && Number.isFinite(part.massKg))) {
    issues.push({ path: `${at}.massKg`, message: `Part ${index + 1}: weight must be 0 kg or more.` });
  }
  if (!(part.fatPct >= 0 && part.fatPct <= 100)) {
    issues.push({ path: `${at}.fatPct`, message: `Part ${index + 1}: fat must be from 0 to 100 %.` });
  }
  if (part.fatSd !== undefined && !(part.fatSd >= 0 && part.fatSd <= 50)) {
    issues.push({
      path: `${at}.fatSd`,
      message: `Part ${index + 1}: uncertainty must be from 0 to 50 points.`,
    });
  }
  return issues;
}
