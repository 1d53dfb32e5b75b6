import { InputError, type InputIssue } from '../errors/index.js';

export interface AddBackInput {
  massKg: number;
  fatPct: number;
  targetFatPct: number;
  addFatPct: number;
}

/**
 * How much of a second material brings a mass to a wanted fat (alligation, Pearson's square):
 * `x = M (t − f) / (a − t)`.
 *
 * @throws InputError when the target does not lie between the two fats
 * @example addBack({ massKg: 12, fatPct: 18, targetFatPct: 26, addFatPct: 90 }).addKg // 1.5
 */
export function addBack(input: AddBackInput): { addKg: number; totalKg: number } {
  const { massKg, fatPct, targetFatPct, addFatPct } = input;
  const issues: InputIssue[] = [];
  if (!(massKg > 0 && Number.isFinite(massKg))) {
    issues.push({ path: 'massKg', message: 'The weight must be above 0 kg.' });
  }
  for (const [path, value] of Object.entries({ fatPct, targetFatPct, addFatPct })) {
    if (!(value >= 0 && value <= 100)) {
      issues.push({ path, message: `${path} must be from 0 to 100 %.` });
    }
  }
  if (issues.length > 0) throw new InputError(issues);
  if (targetFatPct === fatPct) return { addKg: 0, totalKg: massKg };
  const addKg = (massKg * (targetFatPct - fatPct)) / (addFatPct - targetFatPct);
  if (!(addKg > 0 && Number.isFinite(addKg))) {
    const way = targetFatPct > fatPct ? `above ${targetFatPct} %` : `below ${targetFatPct} %`;
    throw new InputError([
      {
        path: 'addFatPct',
        message: `Material at ${addFatPct} % cannot bring ${fatPct} % to ${targetFatPct} %; it must be ${way}.`,
      },
    ]);
  }
  return { addKg, totalKg: massKg + addKg };
}

export interface TakeOffInput {
  massKg: number;
  fatPct: number;
  targetFatPct: number;
  /** Fat of what is taken off. */
  offFatPct: number;
  /** How much of it lies there. */
  thereKg: number;
}

/**
 * How much of one of its parts must leave a mass to bring it to a wanted fat: `x = M (f − t) / (a − t)`.
 *
 * @returns kilograms, or undefined when taking all of it off would not bring it there, or leave nothing
 * @example takeOff({ massKg: 30, fatPct: 30, targetFatPct: 25, offFatPct: 50, thereKg: 12 }) // 6
 */
export function takeOff(input: TakeOffInput): number | undefined {
  const { massKg, fatPct, targetFatPct, offFatPct, thereKg } = input;
  if (targetFatPct === fatPct) return 0;
  const offKg = (massKg * (fatPct - targetFatPct)) / (offFatPct - targetFatPct);
  return offKg > 0 && offKg <= thereKg && offKg < massKg ? offKg : undefined;
}
