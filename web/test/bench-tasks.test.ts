import { describe, expect, it } from 'vitest';
import type { BatchSheet, SheetReading, SheetStep } from '@zest/contract';
import type { Entry, KeptEntry } from '../src/bench/queue/entry.js';
import { withWaiting } from '../src/bench/queue/with-waiting.js';
import { isWeighed, tasksOf } from '../src/bench/tasks.js';
import { stoutness } from '../src/bench/tasks/Pieces.js';
import { sheetStep, someSheet } from './some-sheet.js';

const reading = (stepId: string, kind: SheetReading['kind'], value: number, load = 0): SheetReading => ({
  id: `${stepId}-${kind}-${value}-${load}`,
  stepId,
  kind,
  value,
  load,
  at: '2026-03-16T07:00:00.000Z',
  person: 'Bram',
  how: 'typed',
});
const waiting = (entry: Entry): KeptEntry => ({
  seq: 1,
  batchId: 'batch',
  entry,
  madeBy: 'bram',
  offline: true,
  refused: null,
});
const with_ = (step: SheetStep, readings: SheetReading[] = []): BatchSheet => ({
  ...someSheet([], [step]),
  readings,
});
const next = (sheet: BatchSheet) => {
  const step = sheet.steps[0]!;
  return tasksOf(sheet, step).find((t) => t.required && !t.done)?.id;
};

describe('what a step asks for', () => {
  const mix = sheetStep('mix', 'mix', {
    holdsMass: true,
    inMg: 20_000_000,
    mixedBy: 'hand',
    needs: ['addition', 'minutes', 'tack'],
    missing: [{ what: 'minutes', sentence: 'Mixed 4 of at least 10 minutes.' }],
  });

  it('asks for both halves of the cure before anything else of a mix by hand', () => {
    expect(next(with_(mix))).toBe('addition');
    expect(next(with_(mix, [reading('mix', 'addition', 1)]))).toBe('addition');
    const both = [reading('mix', 'addition', 1), reading('mix', 'addition', 2)];
    expect(next(with_(mix, both))).toBe('minutes');
  });

  it('asks every load for its own halves', () => {
    const two = { ...mix, loads: 2, missing: [] };
    const first = [1, 2].map((half) => reading('mix', 'addition', half, 1));
    const titles = tasksOf(with_(two, first), two).filter((t) => t.id.startsWith('addition'));
    expect(titles.map((t) => [t.title, t.done])).toEqual([
      ['Load 1: dissolved cure', true],
      ['Load 2: dissolved cure', false],
    ]);
  });

  const link = (more: Partial<SheetStep> = {}) =>
    sheetStep('link', 'link', {
      holdsMass: true,
      inMg: 4_200_000,
      needs: ['count', 'sample'],
      nextTitle: 'Smoke',
      ...more,
    });

  it('goes on asking for coils until all that came in is weighed on, but for links only once', () => {
    const half = { outMg: 2_100_000, balanceMg: 2_100_000 };
    const out = (step: SheetStep) => tasksOf(with_(step), step).find((t) => t.id === 'out')!;
    expect(out(link({ ...half, shape: 'coils' }))).toMatchObject({ title: 'Each coil', done: false });
    expect(out(link({ ...half, shape: 'links' }))).toMatchObject({ title: 'On to smoke', done: true });
    const most = { outMg: 4_100_000, balanceMg: 100_000, shape: 'coils' as const };
    expect(out(link(most)).done).toBe(true);
    expect(tasksOf(with_(link(most)), link(most)).filter(isWeighed).length).toBeGreaterThan(1);
  });

  it('counts and samples coils that wait on the device as the server will', () => {
    const step = link({ shape: 'coils', balanceMg: 4_200_000, missing: [{ what: 'count', sentence: '' }] });
    const coil = (id: string, pieces: number): Entry => ({
      kind: 'out',
      label: 'Coil',
      body: { id, stepId: 'link', to: 'next', massMg: 420_000 * pieces, pieces },
    });
    const now = withWaiting(with_(step), [waiting(coil('a', 1)), waiting(coil('b', 3))]);
    expect(now.readings.map((r) => [r.kind, r.value])).toEqual([
      ['tally', 1],
      ['sample', 420_000],
      ['tally', 3],
    ]);
    expect(now.steps[0]).toMatchObject({ outMg: 1_680_000, balanceMg: 2_520_000, missing: [] });
  });

  it('sends what is weighed out of the lean past the fat while the line is down', () => {
    const grind = (stream: 'lean' | 'fat', more: Partial<SheetStep> = {}) =>
      sheetStep(stream, 'grind', { holdsMass: true, stream, balanceMg: 5_000_000, inMg: 5_000_000, ...more });
    const sheet = someSheet([], [grind('lean'), grind('fat'), sheetStep('mix', 'mix', { holdsMass: true })]);
    const entry: Entry = {
      kind: 'out',
      label: 'Lean',
      body: { id: 'o', stepId: 'lean', to: 'next', massMg: 4_900_000 },
    };
    const now = withWaiting(sheet, [waiting(entry)]);
    expect(now.steps.map((s) => s.balanceMg)).toEqual([100_000, 5_000_000, 4_900_000]);
  });
});

describe('how thick a piece is', () => {
  const cased = (linkLengthMm: number): BatchSheet => ({
    ...someSheet([], []),
    casing: {
      name: 'Beef round',
      lotId: 'c',
      lotCode: 'C-1',
      links: 10,
      needM: 3,
      usedMm: 0,
      strands: 0,
      leftMm: 9000,
      calibreMm: 41,
      soakMinutes: 60,
      aheadM: 3,
      shortM: 0,
      linkLengthMm,
    },
  });

  it('is said from its casing and its length, and not guessed without them', () => {
    expect(stoutness(cased(306), 420)?.verdict).toBe('right');
    expect(stoutness(cased(306), 480)?.verdict).toBe('thick');
    expect(stoutness(cased(0), 420)).toBeUndefined();
    expect(stoutness(someSheet([], []), 420)).toBeUndefined();
  });
});
