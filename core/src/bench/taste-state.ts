import { isColder } from '../quantity/tenths.js';

/** Something that happened to a mix, in ms; of an addition that went in several times the latest is enough. */
export interface TasteFacts {
  verdicts: readonly { passed: boolean; atMs: number }[];
  additions: readonly { name: string; atMs: number }[];
  /** Core temperatures of the patty, °C. */
  cores: readonly { valueC: number; atMs: number }[];
  /** Where the patty is done, °C. */
  doneC: number;
  /** Batches of this very version that passed their taste before. */
  provenRuns: number;
  /** Somebody has ticked that a proven recipe needs no taste this time. */
  skipped: boolean;
  /** What of this batch is not as its version has it; nothing is proven by others then. */
  changed?: readonly string[] | undefined;
}

export interface TasteState {
  /** `core`: the patty was not read done before it was judged; `void`: something went in after it. */
  state: 'none' | 'skipped' | 'passed' | 'core' | 'failed' | 'void';
  maySkip: boolean;
  sentence: string;
}

/**
 * What the tasting of a mix is worth now. A verdict counts only after a patty done through; whatever
 * went into the mix after it makes it void, its core with it, and one that failed is judged on a new patty: it is fried
 * and read. A version that has
 * passed before may be skipped with a tick, as long as nothing in this batch is other than it has it.
 */
export function tasteState(facts: TasteFacts): TasteState {
  const verdict = latest(facts.verdicts);
  const { changed = [] } = facts;
  if (!verdict && changed.length > 0) {
    return {
      state: 'none',
      maySkip: false,
      sentence: `${changed.join(', ')}: not as this version has it. It is tasted before anything is stuffed.`,
    };
  }
  if (!verdict) {
    if (facts.skipped && facts.provenRuns > 0) {
      return {
        state: 'skipped',
        maySkip: false,
        sentence: `Proven by ${facts.provenRuns === 1 ? 'one batch' : `${facts.provenRuns} batches`}; not tasted this time.`,
      };
    }
    return {
      state: 'none',
      maySkip: facts.provenRuns > 0,
      sentence:
        facts.provenRuns > 0
          ? `This version has passed ${facts.provenRuns === 1 ? 'once' : `${facts.provenRuns} times`}; tasting may be skipped with a tick.`
          : 'A new or changed recipe is tasted before anything is stuffed.',
    };
  }
  const after = facts.additions.filter((a) => a.atMs > verdict.atMs);
  if (after.length > 0) {
    const names = [...new Set(after.map((a) => a.name))].join(', ');
    return {
      state: 'void',
      maySkip: false,
      sentence: `${names} went in after the patty: the test is void. Mix, fry a new patty, read its core and taste again.`,
    };
  }
  const lastIn = Math.max(-Infinity, ...facts.additions.map((a) => a.atMs));
  const failed = Math.max(
    -Infinity,
    ...facts.verdicts.filter((v) => v !== verdict && !v.passed).map((v) => v.atMs),
  );
  const core = latest(
    facts.cores.filter((c) => c.atMs <= verdict.atMs && c.atMs >= lastIn && c.atMs > failed),
  );
  if (!core || isColder(core.valueC, facts.doneC)) {
    return {
      state: 'core',
      maySkip: false,
      sentence:
        'The patty was not read done through before it was judged. Fry it on, read its core, judge again.',
    };
  }
  return verdict.passed
    ? { state: 'passed', maySkip: false, sentence: 'Tasted and passed.' }
    : {
        state: 'failed',
        maySkip: false,
        sentence: 'The tasting failed: correct the mix, mix again and taste again.',
      };
}

function latest<T extends { atMs: number }>(items: readonly T[]): T | undefined {
  return [...items].sort((a, b) => a.atMs - b.atMs).at(-1);
}
