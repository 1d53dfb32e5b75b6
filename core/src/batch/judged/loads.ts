import { countingFor, readingKind, type ReadingAsk } from '../../steps/index.js';

/** A reading with the load it belongs to; load 0 is the whole step. */
export interface LoadReading {
  kind: string;
  value: number;
  load: number;
}

export interface LoadState {
  load: number;
  massMg: number;
  /** Put aside with a reason. */
  skipped: boolean;
  /** What it still lacks, with the sentence for it. */
  missing: { kind: string; sentence: string }[];
}

/**
 * The mixer loads or emulsion lots of a step one by one, with what each still needs. Masses are shared
 * so that they sum exactly.
 */
export function loadStates(facts: {
  loads: number;
  massMg: number;
  asks: readonly ReadingAsk[];
  readings: readonly LoadReading[];
  skipped: readonly number[];
}): LoadState[] {
  const each = Math.floor(facts.massMg / facts.loads);
  const asks = facts.asks.filter((ask) => readingKind(ask.kind).perLoad);
  return Array.from({ length: facts.loads }, (_, i) => {
    const load = i + 1;
    const mine = facts.readings.filter((r) => r.load === load || (facts.loads === 1 && r.load === 0));
    const skipped = facts.skipped.includes(load);
    return {
      load,
      massMg: i === facts.loads - 1 ? facts.massMg - each * (facts.loads - 1) : each,
      skipped,
      missing: skipped ? [] : asks.flatMap((ask) => missingOf(asks, ask, mine)),
    };
  });
}

function missingOf(
  asks: readonly ReadingAsk[],
  ask: ReadingAsk,
  readings: readonly LoadReading[],
): LoadState['missing'] {
  const { kind } = ask;
  const { askedOfLoad, asked, judge } = readingKind(kind);
  const values = countingFor(asks, ask, readings).map((r) => r.value);
  const sentence = values.length === 0 ? (askedOfLoad ?? asked) : judge(ask, values);
  return sentence === null ? [] : [{ kind, sentence }];
}
