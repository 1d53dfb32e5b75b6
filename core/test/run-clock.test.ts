import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockMinutes, clockSince, markWords } from '@zest/core';

const at = (minute: number) => new Date(Date.UTC(2026, 2, 16, 6, minute)).toISOString();
const run = (minute: number, isOn: boolean, load = 0) =>
  ({ kind: 'run', load, isOn, stepId: 'mix', at: at(minute) }) as const;
const given = (minute: number, load = 0) => ({ stepId: 'mix', kind: 'minutes', load, at: at(minute) });

describe('the clock of a step', () => {
  it('runs from its last start until it gave its minutes or was thrown away, load by load', () => {
    const since = (marks: ReturnType<typeof run>[], readings: ReturnType<typeof given>[] = [], load = 0) =>
      clockSince({ marks, readings }, 'mix', load);
    expect(since([])).toBeUndefined();
    expect(since([run(1, true)])).toBe(at(1));
    expect(since([run(1, true)], [given(5)])).toBeUndefined();
    expect(since([run(1, true), run(2, false)])).toBeUndefined();
    expect(since([run(1, true), run(6, true)], [given(5)])).toBe(at(6));
    expect(since([run(1, true, 2)])).toBeUndefined();
    expect(since([run(1, true, 2)], [given(5, 1)], 2)).toBe(at(1));
    expect(clockSince({ marks: [run(1, true)], readings: [] }, 'stuff', 0)).toBeUndefined();
  });

  it('never gives more than passed, and loses less than a tenth', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e12 }), fc.integer({ min: 0, max: 1e8 }), (from, ms) => {
        const minutes = clockMinutes(from, from + ms);
        expect(minutes * 60_000).toBeLessThanOrEqual(ms + 1e-6);
        expect(ms - minutes * 60_000).toBeLessThan(6000 + 1e-6);
      }),
    );
    expect(clockMinutes(10, 0)).toBe(0);
  });
});

it('a machine that was only ticked has no words of its own on paper; another plate has', () => {
  expect(markWords({ kind: 'ready' })).toBeNull();
  expect(markWords({ kind: 'ready', sizeMm: 6 })).toBe('6 mm on it.');
  expect(markWords({ kind: 'ready', checks: 'Knife sharp.', sizeMm: 6 })).toBe('Knife sharp. 6 mm on it.');
});
