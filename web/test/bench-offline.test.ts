import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SheetEntry } from '@zest/contract';
import { nudged, restOf, withStep } from '../src/batches/method-rest.js';
import type { Entry, KeptEntry } from '../src/bench/queue/entry.js';
import { withWaiting } from '../src/bench/queue/with-waiting.js';
import { nextPour } from '../src/bench/weigh/load-band.js';
import { sheetLine, sheetStep, someSheet } from './some-sheet.js';

let seq = 0;
const waiting = (entry: Entry, more: Partial<KeptEntry> = {}): KeptEntry => ({
  seq: (seq += 1),
  batchId: 'batch',
  entry,
  madeBy: 'bram',
  offline: true,
  refused: null,
  ...more,
});
const weighing = (id: string, lineId: string, massMg: number): Entry => ({
  kind: 'weighing',
  label: id,
  body: { id, lineId, massMg },
});
const taken = (id: string, lineId: string, amount: number): SheetEntry => ({
  id,
  at: '2026-03-16T07:00:00.000Z',
  person: 'Bram',
  stepId: 'dry',
  from: 'lot',
  to: 'mix',
  amount,
  measure: 'mg',
  how: 'scale',
  lineId,
  reversesId: null,
  reversed: false,
  reason: null,
});

describe('the sheet with what waits on the device', () => {
  const salt = sheetLine('Fine salt');
  const dry = sheetStep('dry', 'weigh-dry', {
    state: 'current',
    missing: [{ what: 'line:Fine salt', sentence: 'Fine salt has no weight yet.' }],
  });
  const mix = sheetStep('mix', 'mix', { holdsMass: true, position: 2, inMg: 9000, balanceMg: 9000 });
  const stuff = sheetStep('stuff', 'stuff', { holdsMass: true, position: 3 });

  it('counts a weight that waits, and takes off what is no longer missing', () => {
    const sheet = withWaiting(someSheet([salt], [dry]), [waiting(weighing('a', salt.id, 100_000))]);
    expect(sheet.lines[0]?.weighedMg).toBe(100_000);
    expect(sheet.steps[0]?.missing).toEqual([]);
    const short = withWaiting(someSheet([salt], [dry]), [waiting(weighing('a', salt.id, 90_000))]);
    expect(short.steps[0]?.missing).toHaveLength(1);
  });

  it('counts nothing twice that the server has already, is refused, or belongs to another batch', () => {
    const known = {
      ...someSheet([{ ...salt, weighedMg: 100_000 }], [dry]),
      entries: [taken('a', salt.id, 100_000)],
    };
    expect(withWaiting(known, [waiting(weighing('a', salt.id, 100_000))]).lines[0]?.weighedMg).toBe(100_000);
    const others = [
      waiting(weighing('b', salt.id, 5), { refused: 'closed' }),
      waiting(weighing('c', salt.id, 5), { batchId: 'other' }),
      waiting(weighing('d', salt.id, 5), { offline: false }),
    ];
    expect(withWaiting(someSheet([salt], [dry]), others).lines[0]?.weighedMg).toBe(0);
  });

  it('closes a step and brings what stood in it to the next, so that the work goes on', () => {
    const close: Entry = { kind: 'close', label: 'Close mix', body: { id: 'x', stepId: 'mix', version: 1 } };
    const sheet = withWaiting(someSheet([], [{ ...mix, state: 'current' }, stuff]), [waiting(close)]);
    expect(sheet.steps.map((s) => s.state)).toEqual(['closed', 'current']);
    expect(sheet.steps[1]).toMatchObject({ inMg: 9000, balanceMg: 9000 });
  });

  it('conserves mass under any weights out of a step', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 5000 }), { maxLength: 8 }), (masses) => {
        const outs = masses.map((massMg, i) =>
          waiting({ kind: 'out', label: '', body: { id: `o${i}`, stepId: 'mix', to: 'next', massMg } }),
        );
        const sheet = withWaiting(someSheet([], [{ ...mix, state: 'current' }, stuff]), outs);
        expect(sheet.steps.reduce((sum, s) => sum + s.balanceMg, 0)).toBe(9000);
        expect(sheet.steps[0]?.outMg).toBe(masses.reduce((a, b) => a + b, 0));
      }),
    );
  });

  it('shows readings, ticks and casing that wait', () => {
    const needs = sheetStep('grind', 'grind', {
      state: 'current',
      stopAboveC: 7,
      missing: [
        { what: 'ready', sentence: '' },
        { what: 'temperature', sentence: '' },
        { what: 'tack', sentence: '' },
      ],
    });
    const reading = (kind: 'temperature' | 'tack', value: number): KeptEntry =>
      waiting({ kind: 'reading', label: '', body: { id: `${kind}${value}`, stepId: 'grind', kind, value } });
    const mark = waiting({ kind: 'mark', label: '', body: { id: 'm', stepId: 'grind', kind: 'ready' } });
    const left = (entries: KeptEntry[]) =>
      withWaiting(someSheet([], [needs]), entries).steps[0]?.missing.map((m) => m.what);
    expect(left([mark])).toEqual(['temperature', 'tack']);
    expect(left([mark, reading('temperature', 9)])).toEqual(['temperature', 'tack']);
    expect(left([mark, reading('temperature', 3), reading('tack', 1)])).toEqual([]);
  });
});

describe('pouring load by load', () => {
  it('ends inside the band of the whole line when every load is inside its own', () => {
    const parts = fc.array(fc.integer({ min: 5_000, max: 300_000 }), { minLength: 2, maxLength: 5 });
    fc.assert(
      fc.property(parts, fc.integer({ min: 0, max: 1000 }), (perLoadMg, wobble) => {
        const dueMg = perLoadMg.reduce((a, b) => a + b, 0);
        const base = sheetLine('Fine salt', {
          dueMg,
          lowMg: Math.floor(dueMg * 0.98),
          highMg: Math.ceil(dueMg * 1.02),
          perLoadMg,
        });
        let sheet = someSheet([base], []);
        let line = base;
        perLoadMg.forEach((_, i) => {
          const pour = nextPour(sheet, line, true);
          expect(pour).toMatchObject({ load: i + 1, loads: perLoadMg.length });
          const massMg = pour.lowMg + Math.floor(((pour.highMg - pour.lowMg) * wobble) / 1000);
          line = { ...line, weighedMg: line.weighedMg + massMg };
          sheet = { ...sheet, lines: [line], entries: [...sheet.entries, taken(`t${i}`, line.id, massMg)] };
        });
        expect(line.weighedMg).toBeGreaterThanOrEqual(base.lowMg);
        expect(line.weighedMg).toBeLessThanOrEqual(base.highMg);
      }),
    );
  });

  it('is the whole line at once where that is wanted or there is one load', () => {
    const line = sheetLine('Fine salt', { perLoadMg: [50_000, 50_000], weighedMg: 20_000 });
    expect(nextPour(someSheet([line], []), line, false)).toEqual({
      load: 1,
      loads: 1,
      dueMg: 80_000,
      lowMg: 78_000,
      highMg: 82_000,
    });
    expect(nextPour(someSheet([], []), sheetLine('Mace'), true).loads).toBe(1);
  });
});

describe('the rest of a method', () => {
  const sheet = someSheet(
    [],
    [
      sheetStep('mix', 'mix', { state: 'closed' }),
      sheetStep('stuff', 'stuff', { state: 'current' }),
      sheetStep('link', 'link'),
    ],
  );

  it('is what is not closed; a new step stands where its kind belongs, under a name of its own', () => {
    const rest = restOf(sheet);
    expect(rest.map((s) => s.key)).toEqual(['stuff', 'link']);
    expect(withStep(sheet, rest, 'smoke').map((s) => s.key)).toEqual(['stuff', 'link', 'smoke']);
    expect(withStep(sheet, rest, 'mix').map((s) => s.key)).toEqual(['mix-2', 'stuff', 'link']);
  });

  it('moves a step one place, and not past the ends', () => {
    const rest = restOf(sheet);
    expect(nudged(rest, 'link', -1).map((s) => s.key)).toEqual(['link', 'stuff']);
    expect(nudged(rest, 'link', 1)).toEqual(rest);
    expect(nudged(rest, 'nothing', 1)).toEqual(rest);
  });
});
