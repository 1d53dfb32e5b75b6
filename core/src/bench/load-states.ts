import type { ReadingKind } from '../method/catalogue.js';
import { bothAdditions } from '../method/needs.js';

/** A reading with the load it belongs to; load 0 is the whole step. */
export interface LoadReading {
  kind: ReadingKind;
  value: number;
  load: number;
}

export interface LoadState {
  load: number;
  massMg: number;
  /** Minutes of this load, all its stretches together; a chill in between does not lose them. */
  minutes: number;
  tack: boolean | null;
  temperatureC: number | null;
  /** Put aside with a reason. */
  skipped: boolean;
  missing: ReadingKind[];
}

export interface LoadFacts {
  loads: number;
  massMg: number;
  needs: readonly ReadingKind[];
  readings: readonly LoadReading[];
  skipped: readonly number[];
  minMinutes?: number | undefined;
  stopAboveC?: number | undefined;
}

/**
 * The mixer loads or emulsion lots of a step one by one, with what each still needs. Masses are shared
 * so that they sum exactly. A step of one load takes readings without a load as its own.
 */
export function loadStates(facts: LoadFacts): LoadState[] {
  const each = Math.floor(facts.massMg / facts.loads);
  return Array.from({ length: facts.loads }, (_, i) => {
    const load = i + 1;
    const mine = facts.readings.filter((r) => r.load === load || (facts.loads === 1 && r.load === 0));
    const last = (kind: ReadingKind) => mine.filter((r) => r.kind === kind).at(-1)?.value;
    const minutes = mine.filter((r) => r.kind === 'minutes').reduce((sum, r) => sum + r.value, 0);
    const tack = last('tack');
    const temperatureC = last('temperature') ?? null;
    const skipped = facts.skipped.includes(load);
    const lacks: Partial<Record<ReadingKind, boolean>> = {
      addition: !bothAdditions(mine.filter((r) => r.kind === 'addition').map((r) => r.value)),
      minutes: minutes === 0 || minutes < (facts.minMinutes ?? 0),
      tack: tack !== 1,
      temperature:
        temperatureC === null || (facts.stopAboveC !== undefined && temperatureC > facts.stopAboveC),
    };
    return {
      load,
      massMg: i === facts.loads - 1 ? facts.massMg - each * (facts.loads - 1) : each,
      minutes,
      tack: tack === undefined ? null : tack === 1,
      temperatureC,
      skipped,
      missing: skipped ? [] : facts.needs.filter((kind) => lacks[kind] === true),
    };
  });
}
