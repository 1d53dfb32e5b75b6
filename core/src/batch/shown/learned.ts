import { usualLoss, type UsualLoss } from '../../bench/hints.js';
import { STEP_KINDS, figureOf, readingsOf, traitsOf } from '../../steps/index.js';
import { casingUsedMm } from './casing.js';
import type { BatchFacts, Learned, LearnedFigure, StepFact } from '../facts/facts.js';
import { batchMasses, type BatchMasses } from '../facts/masses.js';

/** Figures by what they are of, batch by batch. */
class Series {
  readonly #values = new Map<string, number[]>();

  add(name: string, value: number): void {
    this.#values.set(name, [...(this.#values.get(name) ?? []), value]);
  }

  of(name: string): readonly number[] {
    return this.#values.get(name) ?? [];
  }

  get names(): string[] {
    return [...this.#values.keys()];
  }
}

/** What batches that are closed teach of the shop's machines, casings and hands. */
export function learnedFrom(batches: readonly BatchFacts[]): Learned {
  const kept = new Series();
  const others = new Series();
  for (const facts of batches) {
    const masses = batchMasses(facts);
    for (const step of facts.steps) learnStep(facts, masses, step, kept, others);
  }
  const usual: Record<string, UsualLoss> = {};
  for (const name of kept.names) {
    const loss = usualLoss(kept.of(name));
    if (loss) usual[name] = loss;
  }
  const machines = STEP_KINDS.flatMap((kind) => {
    const name = kind.traits.keeps?.learned;
    const percent = kept.of(kind.name).map((part) => part * 100);
    return name === undefined ? [] : figure(name, '%', percent);
  });
  return {
    usual,
    figures: [...machines, ...others.names.flatMap((n) => figure(n, UNITS[n] ?? '', others.of(n)))],
  };
}

const PER_METRE = 'stuffed per metre of casing';
const PER_KG = 'links per kilogram';
const MIXING = 'minutes of mixing per kilogram';
const UNITS: Readonly<Record<string, string>> = {
  [PER_METRE]: 'g/m',
  [PER_KG]: 'per kg',
  [MIXING]: 'min/kg',
};

function learnStep(
  facts: BatchFacts,
  masses: BatchMasses,
  step: StepFact,
  kept: Series,
  others: Series,
): void {
  const station = masses.ribbon.find((r) => r.accountId === step.placeAccountId);
  if (!station || station.inMg <= 0) return;
  const traits = traitsOf(step.document);
  // What was kept as a lot of its own was not kept by the machine.
  const asideMg = station.slivers.reduce((sum, s) => (s.kind === 'side' ? sum + s.massMg : sum), 0);
  if (traits.keeps && station.outMg > 0 && !traits.remainder)
    kept.add(step.document.kind, Math.max(0, station.inMg - station.outMg - asideMg) / station.inMg);
  const mine = facts.readings.filter((r) => r.stepId === step.id);
  const minutes = figureOf(mine, 'minutes') ?? 0;
  if (traits.machine === 'mixer' && minutes > 0) others.add(MIXING, minutes / (station.inMg / 1e6));
  const counted = readingsOf(mine, 'count').filter((r) => r.kind === 'count');
  const count = figureOf(counted, 'count');
  if (traits.pieces && traits.set && count && station.outMg > 0)
    others.add(PER_KG, count / (station.outMg / 1e6));
  const usedMm = casingUsedMm(facts, step.id);
  if (traits.machine === 'stuffer' && usedMm > 0) others.add(PER_METRE, station.outMg / usedMm);
}

function figure(name: string, unit: string, list: readonly number[]): LearnedFigure[] {
  if (list.length === 0) return [];
  return [{ name, unit, value: list.reduce((a, b) => a + b, 0) / list.length, runs: list.length }];
}
