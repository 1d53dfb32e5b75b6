import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, tasksOf, type BatchFacts, type BenchEntry, type MethodStep } from '../src/index.js';
import { A_SHOP, aBatch, afterEntries } from './a-batch.js';

const METHOD = [
  { key: 'meats', kind: 'weigh-meat' },
  { key: 'cutter', kind: 'emulsify', lotKg: 8, minutes: 6, stopAboveC: 12 },
] as MethodStep[];

/** Fifteen kilograms for a bowl of eight: two lots. */
const standing = () =>
  afterEntries(aBatch(METHOD, { meats: [{ name: 'Lean', plannedMg: 15_000_000, fatPct: 25 }] }), [
    { kind: 'weighing', body: { id: 'w', lineId: 'line Lean', massMg: 15_000_000 } },
    { kind: 'mark', body: { id: 'r', stepId: 'cutter', kind: 'ready' } },
    { kind: 'close', body: { id: 'c', stepId: 'meats' } },
  ]);

let ids = 0;
const read = (load: number, kind: string, value: number): BenchEntry => ({
  kind: 'reading',
  body: { id: `reading ${(ids += 1)}`, stepId: 'cutter', kind, value, load },
});
const cutter = (facts: BatchFacts) => fold(facts, A_SHOP).steps.find((s) => s.id === 'cutter')!;
const missing = (facts: BatchFacts) => cutter(facts).missing.map((m) => m.sentence);
const asked = (facts: BatchFacts) => {
  const view = fold(facts, A_SHOP);
  return tasksOf(
    view,
    view.steps.find((s) => s.id === 'cutter')!,
  )
    .filter((t) => t.kind === 'reading')
    .map((t) => t.id);
};
/** One lot as it should be. */
const lot = (load: number): BenchEntry[] => [
  read(load, 'lot-weight', 7_500_000),
  read(load, 'lot-start', 1),
  read(load, 'temperature', 11),
  read(load, 'minutes', 6),
];

describe('lots of an emulsion', () => {
  it('are weighed, begun cold and ended under the limit, and then the step is done', () => {
    const facts = afterEntries(standing(), [...lot(1), ...lot(2)]);
    expect(missing(facts)).toEqual([]);
    expect(missing(standing())).toHaveLength(8);
  });

  it('are shut until they were read cold: nothing else is asked of them', () => {
    expect(asked(standing())).toEqual(['lot-weight:1', 'lot-start:1', 'lot-weight:2', 'lot-start:2']);
    const first = afterEntries(standing(), [read(1, 'lot-weight', 7_500_000), read(1, 'lot-start', 2)]);
    expect(asked(first)).toContain('temperature:1');
    expect(asked(first)).not.toContain('temperature:2');
  });

  it('gain nothing by figures that are sent before the lot was read cold', () => {
    const early = [read(1, 'temperature', 11), read(1, 'minutes', 6)];
    const late = [read(1, 'lot-weight', 7_500_000), read(1, 'lot-start', 1)];
    const facts = afterEntries(standing(), [...early, ...late, ...lot(2)]);
    expect(missing(facts)).toEqual([
      'Lot 1: it has not been read under its limit; it is held until it is.',
      'Lot 1: the minutes are missing or below the least.',
    ]);
  });

  it('stay shut after a warm start, until it was read again', () => {
    const warm = [read(1, 'lot-weight', 7_500_000), read(1, 'lot-start', 6), read(1, 'temperature', 11)];
    const facts = afterEntries(standing(), [...warm, ...lot(2)]);
    expect(missing(facts)[0]).toMatch(/^Lot 1: .* is above the stop of .*: back to the chill/);
    const again = afterEntries(facts, [
      read(1, 'lot-start', 1.5),
      read(1, 'temperature', 11),
      read(1, 'minutes', 6),
    ]);
    expect(missing(again)).toEqual([]);
  });

  it('are held by name above the limit', () => {
    const facts = afterEntries(standing(), [...lot(1), ...lot(2), read(2, 'temperature', 13.4)]);
    expect(missing(facts)).toHaveLength(1);
    expect(missing(facts)[0]).toMatch(/^Lot 2: .*above the stop/);
  });

  it('are no heavier than the bowl, but for the last scoop', () => {
    const heavy = (massMg: number) =>
      missing(
        afterEntries(standing(), [
          ...lot(1),
          ...lot(2),
          read(1, 'lot-weight', massMg),
          read(2, 'lot-weight', 15_000_000 - massMg),
        ]),
      );
    expect(heavy(8_400_000)).toEqual([]);
    expect(heavy(8_400_001)[0]).toMatch(/^Lot 1: A lot of .* is more than the .* that the bowl takes/);
  });

  it('are together what came in: figures that do not add up hold the step', () => {
    const second = (massMg: number) =>
      missing(afterEntries(standing(), [...lot(1), ...lot(2), read(2, 'lot-weight', massMg)]));
    expect(second(7_950_000)).toEqual([]);
    expect(second(7_050_000)).toEqual([]);
    const [light] = second(7_049_999);
    expect(light).toBe(
      'The lots weigh [[mg 14549999]] together, and [[mg 15000000]] came in: weigh them again, or say where the rest is.',
    );
    expect(second(7_950_001)).toHaveLength(1);
    // One that is not weighed yet is asked for by its own name.
    expect(missing(afterEntries(standing(), lot(1))).join()).not.toContain('together');
  });

  it('are as many as the bowl needs, each an equal part', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100_000, max: 400_000_000 }), (massMg) => {
        const facts = afterEntries(standing(), [
          { kind: 'weighing', body: { id: 'more', lineId: 'line Lean', massMg } },
        ]);
        const { loads, inMg, asks } = cutter(facts);
        expect(loads).toBe(Math.ceil(inMg / 8_000_000 - 1e-6));
        expect((asks.find((a) => a.kind === 'lot-weight')!.aimMg ?? 0) * loads).toBeCloseTo(inMg, 0);
      }),
      { numRuns: 25 },
    );
  });

  it('come to nothing when every one was put aside', () => {
    const aside = [1, 2].map((load): BenchEntry => ({
      kind: 'mark',
      body: {
        id: `a${load}`,
        stepId: 'cutter',
        kind: 'load-skipped',
        load,
        why: 'Made tomorrow',
      },
    }));
    expect(missing(afterEntries(standing(), aside))).toEqual([
      'Every load was put aside: nothing was mixed.',
    ]);
  });
});
