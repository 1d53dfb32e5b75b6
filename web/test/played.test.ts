import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  METHOD_TEMPLATES,
  fold,
  tasksOf,
  type BatchFacts,
  type BenchEntry,
  type MethodStep,
} from '@zest/core';
import { A_SHOP, aBatch, ingredientLine } from '../../core/test/a-batch.js';
import { withWaiting } from '../src/areas/bench/played.js';
import type { KeptEntry } from '../src/areas/bench/queue/entry.js';
import { stoutness } from '../src/areas/bench/tasks/Pieces.js';
import { nextPour } from '../src/areas/bench/weigh/load-band.js';

const AT = '2026-03-16T07:00:00.000Z';
const waiting = (entry: BenchEntry, more: Partial<KeptEntry> = {}): KeptEntry => ({
  id: entry.body.id,
  batchId: 'batch',
  entry: { label: entry.kind, ...entry } as KeptEntry['entry'],
  madeBy: 'b7',
  makerName: 'Bram',
  madeAt: AT,
  offline: true,
  refused: null,
  ...more,
});
const weighing = (id: string, lineId: string, massMg: number, load = 0): BenchEntry => ({
  kind: 'weighing',
  body: { id, lineId, massMg, load },
});
const out = (id: string, stepId: string, massMg: number, pieces?: number): BenchEntry => ({
  kind: 'out',
  body: { id, stepId, to: 'next', massMg, ...(pieces ? { pieces } : {}) },
});
const seen = (facts: BatchFacts, ...entries: (BenchEntry | KeptEntry)[]) =>
  fold(
    withWaiting(
      facts,
      entries.map((e) => ('entry' in e ? e : waiting(e))),
    ),
    A_SHOP,
  );
const stepIn = (view: ReturnType<typeof seen>, id: string) => view.steps.find((s) => s.id === id)!;

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;
const METHOD = [
  step('meats', 'weigh-meat'),
  step('dry', 'weigh-ingredients'),
  step('mix', 'mix', { minMinutes: 4 }),
  step('stuff', 'stuff'),
  step('link', 'link', { shape: 'coils' }),
];
const batch = () => aBatch(METHOD, { ingredients: [ingredientLine('Fine salt', 5)] });

describe('the batch with what waits on the device', () => {
  it('counts a weight that waits, and takes off what is no longer missing', () => {
    const due = fold(batch(), A_SHOP).lines.find((l) => l.name === 'Fine salt')!;
    expect(due.dueMg).toBe(100_000);
    const full = seen(batch(), weighing('a', due.id, 100_000));
    expect(full.lines.find((l) => l.id === due.id)?.weighedMg).toBe(100_000);
    expect(stepIn(full, 'dry').missing).toEqual([]);
    const short = seen(batch(), weighing('a', due.id, 90_000));
    expect(stepIn(short, 'dry').missing[0]?.sentence).toContain('short');
  });

  it('stands under the name of who made it, whoever is signed in when it is shown', () => {
    const { transfers } = withWaiting(batch(), [waiting(weighing('a', 'line Fine salt', 40_000))]);
    expect(transfers.map((t) => [t.id, t.person])).toContainEqual(['a', 'Bram']);
  });

  it('counts nothing twice that the server has already, is refused, or belongs to another batch', () => {
    const one = weighing('a', 'line Fine salt', 40_000);
    const known = withWaiting(batch(), [waiting(one)]);
    const saltOf = (view: ReturnType<typeof seen>) =>
      view.lines.find((l) => l.name === 'Fine salt')?.weighedMg;
    expect(saltOf(seen(known, one))).toBe(40_000);
    const others = [
      waiting(weighing('b', 'line Fine salt', 5), { refused: 'The step is closed.' }),
      waiting(weighing('c', 'line Fine salt', 5), { batchId: 'other' }),
      waiting(weighing('d', 'line Fine salt', 5), { offline: false }),
      waiting(weighing('e', 'line of nobody', 5)),
    ];
    expect(saltOf(seen(batch(), ...others))).toBe(0);
  });

  it('closes a step and brings what stood in it to the next, so that the work goes on', () => {
    const meat = [weighing('m', 'line Lean', 15_000_000), weighing('n', 'line Belly', 5_000_000)];
    const close = (stepId: string): BenchEntry => ({
      kind: 'close',
      body: { id: `close ${stepId}`, stepId },
    });
    const view = seen(batch(), ...meat, close('meats'), close('dry'), close('mix'));
    expect(view.steps.map((s) => s.state)).toEqual(['closed', 'closed', 'closed', 'open', 'waiting']);
    expect(stepIn(view, 'stuff')).toMatchObject({ inMg: 20_000_000, balanceMg: 20_000_000 });
  });

  it('conserves mass under any weights on the way', () => {
    const moves = fc.array(
      fc.tuple(fc.constantFrom('mix', 'stuff', 'link'), fc.integer({ min: 1, max: 5_000_000 })),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(moves, (list) => {
        const entries = list.map(([from, massMg], i) => out(`o${i}`, from, massMg));
        const facts = withWaiting(batch(), [
          waiting(weighing('m', 'line Lean', 15_000_000)),
          ...entries.map((e) => waiting(e)),
        ]);
        const view = fold(facts, A_SHOP);
        const stands = view.steps.reduce((sum, s) => sum + s.balanceMg, 0);
        expect(stands + view.outMg).toBe(15_000_000);
      }),
    );
  });

  it('shows readings and ticks that wait, each gone once it passes', () => {
    const grind = aBatch([
      step('meats', 'weigh-meat'),
      step('grind', 'grind', { stopAboveC: 7 }),
      step('mix', 'mix'),
    ]);
    const read = (kind: string, value: number): BenchEntry => ({
      kind: 'reading',
      body: { id: `${kind}${value}`, stepId: 'grind', kind, value },
    });
    const ready: BenchEntry = { kind: 'mark', body: { id: 'r', stepId: 'grind', kind: 'ready' } };
    const meat = weighing('m', 'line Lean', 15_000_000);
    const left = (...entries: BenchEntry[]) =>
      stepIn(seen(grind, meat, out('o', 'grind', 14_900_000), ...entries), 'grind')
        .missing.map((m) => m.what)
        .filter((what) => what !== 'earlier');
    expect(left()).toEqual(['ready', 'before', 'temperature']);
    expect(left(ready, read('before', 2), read('temperature', 9))).toEqual(['temperature']);
    expect(left(ready, read('before', 2), read('temperature', 9), read('temperature', 3))).toEqual([]);
  });

  it('counts and samples coils as the server will', () => {
    const view = seen(
      batch(),
      weighing('m', 'line Lean', 4_200_000),
      out('x', 'mix', 4_200_000),
      out('y', 'stuff', 4_200_000),
      out('a', 'link', 420_000, 1),
      out('b', 'link', 1_260_000, 3),
    );
    expect(view.readings.map((r) => [r.kind, r.value])).toEqual([
      ['tally', 1],
      ['sample', 420_000],
      ['tally', 3],
    ]);
    expect(stepIn(view, 'link')).toMatchObject({ outMg: 1_680_000, balanceMg: 2_520_000 });
    const task = tasksOf(view, stepIn(view, 'link')).find((t) => t.id === 'out');
    expect(task).toMatchObject({ title: 'Each coil', done: false });
  });

  it('sends what is weighed out of the lean past the fat', () => {
    const apart = aBatch([
      step('meats', 'weigh-meat'),
      step('lean', 'grind', { stream: 'lean' }),
      step('fat', 'grind', { stream: 'fat' }),
      step('mix', 'mix'),
    ]);
    const view = seen(
      apart,
      weighing('m', 'line Lean', 5_000_000),
      weighing('n', 'line Belly', 5_000_000),
      out('o', 'lean', 4_900_000),
    );
    expect(view.steps.map((s) => s.balanceMg)).toEqual([0, 100_000, 5_000_000, 4_900_000]);
  });

  it('lets any method be worked down without network, from its first step to its last', () => {
    for (const template of METHOD_TEMPLATES) {
      const facts = aBatch(template.steps);
      const entries = facts.steps.flatMap((s): BenchEntry[] => [
        ...facts.lines
          .filter((l) => l.stepId === s.id)
          .map((l) => weighing(`w ${l.id}`, l.id, l.plannedMg ?? 1)),
        ...(s.placeAccountId ? [out(`o ${s.id}`, s.id, 1000)] : []),
        { kind: 'close', body: { id: `c ${s.id}`, stepId: s.id } },
      ]);
      const view = seen(facts, ...entries);
      expect(view.state, template.id).toBe('closed');
      const unnamed = view.ribbon.reduce((sum, r) => sum + Math.abs(r.balanceMg), 0);
      expect(unnamed, template.id).toBe(0);
    }
  });
});

describe('pouring load by load', () => {
  it('ends inside the band of the whole line when every load is inside its own', () => {
    const pourAll = fc.record({
      gPerKg: fc.integer({ min: 3, max: 60 }),
      mixerCapacityKg: fc.integer({ min: 5, max: 12 }),
      wobble: fc.integer({ min: 0, max: 1000 }),
    });
    fc.assert(
      fc.property(pourAll, ({ gPerKg, mixerCapacityKg, wobble }) => {
        let facts = aBatch(METHOD, { ingredients: [ingredientLine('Fine salt', gPerKg)], mixerCapacityKg });
        const lineOf = (now: BatchFacts) => fold(now, A_SHOP).lines.find((l) => l.name === 'Fine salt')!;
        const { loads } = fold(facts, A_SHOP);
        for (let i = 1; i <= loads; i += 1) {
          const pour = nextPour(fold(facts, A_SHOP), lineOf(facts), true);
          expect(pour).toMatchObject({ load: i, loads });
          const massMg = pour.lowMg + Math.floor(((pour.highMg - pour.lowMg) * wobble) / 1000);
          facts = withWaiting(facts, [waiting(weighing(`p${i}`, 'line Fine salt', massMg, pour.load))]);
        }
        const { weighedMg, lowMg, highMg } = lineOf(facts);
        expect(weighedMg).toBeGreaterThanOrEqual(lowMg);
        expect(weighedMg).toBeLessThanOrEqual(highMg);
      }),
      { numRuns: 60 },
    );
  });

  it('is the whole line at once where that is wanted or there is one load', () => {
    const two = aBatch(METHOD, { ingredients: [ingredientLine('Fine salt', 5)], mixerCapacityKg: 12 });
    const view = seen(two, weighing('a', 'line Fine salt', 20_000));
    const salt = view.lines.find((l) => l.name === 'Fine salt')!;
    expect(nextPour(view, salt, false)).toEqual({
      load: 0,
      loads: 1,
      dueMg: 80_000,
      lowMg: 78_000,
      highMg: 82_000,
    });
    const one = fold(batch(), A_SHOP);
    expect(
      nextPour(
        one,
        one.lines.find((l) => l.name === 'Fine salt')!,
        true,
      ).loads,
    ).toBe(1);
  });
});

describe('how thick a piece is', () => {
  const facts = aBatch(METHOD, { casing: { lengthMm: 90_000, gPerM: 10 } });
  const casing = { casingId: 'c', name: 'Beef round', calibreMm: 41, gPerM: 10 };
  const recipe = { ...facts.batch.recipe, casing, linkLengthMm: 306, linkMassG: 420 };
  const cased = fold({ ...facts, batch: { ...facts.batch, recipe } }, A_SHOP);

  it('is said from its casing and its length, and not guessed without them', () => {
    expect(stoutness(cased, 420)?.verdict).toBe('right');
    expect(stoutness(cased, 480)?.verdict).toBe('thick');
    expect(stoutness({ ...cased, casing: { ...cased.casing!, linkLengthMm: 0 } }, 420)).toBeUndefined();
    expect(stoutness(fold(batch(), A_SHOP), 420)).toBeUndefined();
  });
});
