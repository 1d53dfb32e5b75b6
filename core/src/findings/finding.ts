import type { GuardId } from './guards.js';

/**
 * What speaks against a recipe. `stop` must be mended, `sign` must be mended or signed by the lead
 * with a reason, `warn` and `note` are said and no more.
 */
export interface Finding {
  level: 'stop' | 'sign' | 'warn' | 'note';
  /** Field of the document: `lines[2].dose`, `steps[4]`, `name`. */
  path: string;
  /** Name of the guard, to sign by; one signature covers a guard. */
  guard: GuardId;
  /** What it is about, where several of one guard can stand beside each other. */
  about?: string;
  /** How far it goes, where it can be more or less: the same signature does not cover more. */
  amount?: number;
  sentence: string;
}

/** Whether it keeps something from being done: mended or, where it may be, signed for. */
export function holdsAgainst({ level }: Pick<Finding, 'level'>): boolean {
  return level === 'stop' || level === 'sign';
}

/** Those that keep a recipe from being published, given what has been signed. */
export function blocking(
  findings: readonly Finding[],
  signed: Readonly<Record<string, string | undefined>>,
): Finding[] {
  return findings.filter((f) => f.level === 'stop' || (f.level === 'sign' && !signed[f.guard]?.trim()));
}

/** Whether two are one and the same in every respect: said of the same place, by the same guard, as far. */
export function isSame(one: Finding, other: Finding): boolean {
  return (
    one.guard === other.guard &&
    one.level === other.level &&
    one.path === other.path &&
    one.about === other.about &&
    one.amount === other.amount &&
    one.sentence === other.sentence
  );
}
