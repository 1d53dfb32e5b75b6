import { readingKind, readingsOf, type ReadingAsk } from '../steps/index.js';

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
      missing: skipped ? [] : asks.filter((ask) => isMissing(ask, mine)).map(ofLoad),
    };
  });
}

function isMissing(ask: ReadingAsk, readings: readonly LoadReading[]): boolean {
  const values = readingsOf(readings, ask.kind).map((r) => r.value);
  return values.length === 0 || readingKind(ask.kind).judge(ask, values) !== null;
}

function ofLoad({ kind }: ReadingAsk) {
  const { askedOfLoad, asked } = readingKind(kind);
  return { kind, sentence: askedOfLoad ?? asked };
}
