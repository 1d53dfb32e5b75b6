import { describe, expect, it } from 'vitest';
import { fold, type BatchFacts, type MethodStep } from '../src/index.js';
import { A_SHOP, aBatch, afterEntries } from './a-batch.js';

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;
const METHOD = [
  step('meats', 'weigh-meat'),
  step('mix', 'mix'),
  step('rest', 'rest'),
  step('link', 'link'),
  step('cook', 'cook', { stopBelowC: 71 }),
];
const EIGHT = Date.parse('2026-03-16T08:00:00.000Z');
const after = (minutes: number) => new Date(EIGHT + minutes * 60_000).toISOString();

/** The meat was weighed at eight, and nothing since. */
function weighedAtEight(): BatchFacts {
  const facts = afterEntries(aBatch(METHOD), [
    { kind: 'weighing', body: { id: 'a', lineId: 'line Lean', massMg: 15_000_000 } },
    { kind: 'weighing', body: { id: 'b', lineId: 'line Belly', massMg: 5_000_000 } },
    { kind: 'close', body: { id: 'c', stepId: 'meats' } },
  ]);
  return {
    ...facts,
    transfers: facts.transfers.map((t) => ({ ...t, at: after(0) })),
    steps: facts.steps.map((s) => (s.closedAt ? { ...s, closedAt: after(1) } : s)),
  };
}

const noted = (facts: BatchFacts, value: 0 | 1, minutes: number): BatchFacts => ({
  ...facts,
  marks: [
    ...facts.marks,
    {
      id: `m${minutes}`,
      stepId: null,
      kind: 'chill',
      isIn: value === 1,
      at: after(minutes),
      person: 'Oda',
      second: null,
    },
  ],
});
const seen = (facts: BatchFacts, minutes: number) => fold(facts, { ...A_SHOP, now: after(minutes) });
const held = (facts: BatchFacts, minutes: number, id = 'mix') =>
  seen(facts, minutes)
    .steps.find((s) => s.id === id)!
    .missing.find((m) => m.what === 'cold')?.sentence;

describe('time out of the cold', () => {
  it('runs by itself from the first weight, and holds the next step at two hours', () => {
    const facts = weighedAtEight();
    expect(seen(facts, 50).cold).toEqual({ beforeMs: 0, sinceMs: EIGHT });
    expect(held(facts, 119)).toBeUndefined();
    expect(held(facts, 121)).toContain('has stood out of the cold for 121 min in all, of 120 at most');
    expect(fold(aBatch(METHOD), A_SHOP).cold).toEqual({ beforeMs: 0, sinceMs: null });
  });

  it('stands still while it is back, adds up when it is out again, and is over when it was read cold there', () => {
    const back = noted(weighedAtEight(), 1, 100);
    expect(held(back, 300)).toBeUndefined();
    expect(seen(back, 300).cold).toEqual({ beforeMs: 100 * 60_000, sinceMs: null });
    const outAgain = noted(back, 0, 300);
    expect(held(outAgain, 319)).toBeUndefined();
    // A tick that it is back takes no minute off it.
    expect(held(noted(outAgain, 1, 320), 400)).toContain(
      '120 min in all, of 120 at most. Read it where it lies',
    );
    const read = (facts: BatchFacts, value: number, minutes: number) => ({
      ...facts,
      readings: [
        ...facts.readings,
        {
          ...{ id: `r${minutes}`, stepId: 'mix', kind: 'temperature', value, load: 0, at: after(minutes) },
          ...{ person: 'Oda', how: 'probe' as const, transferId: null },
        },
      ],
    });
    expect(held(read(noted(outAgain, 1, 320), 4.5, 390), 400)).toBeDefined();
    // Read while it stands outside it says nothing of how it stands there.
    expect(held(read(outAgain, 4.4, 315), 320)).toBeDefined();
    const over = read(noted(outAgain, 1, 320), 4.4, 390);
    expect(held(over, 400)).toBeUndefined();
    expect(seen(over, 400).cold).toEqual({ beforeMs: 0, sinceMs: null });
    expect(held(noted(over, 0, 400), 519)).toBeUndefined();
    expect(held(noted(over, 0, 400), 521)).toContain('121 min in all');
  });

  it('ends with a step in the cold, and with the heat: cooked meat is raw no more', () => {
    const facts = weighedAtEight();
    const closed = (ids: string[], minutes: number): BatchFacts => ({
      ...facts,
      steps: facts.steps.map((s) => (ids.includes(s.id) ? { ...s, closedAt: after(minutes) } : s)),
    });
    expect(seen(closed(['mix', 'rest'], 60), 600).cold).toEqual({ beforeMs: 60 * 60_000, sinceMs: null });
    expect(held(closed(['mix', 'rest'], 60), 600, 'link')).toBeUndefined();
    const cooking: BatchFacts = {
      ...facts,
      readings: [
        {
          id: 'r',
          stepId: 'cook',
          kind: 'temperature',
          value: 40,
          load: 0,
          at: after(90),
          person: 'Oda',
          how: 'probe',
          transferId: null,
        },
      ],
    };
    expect(seen(cooking, 600).cold).toEqual({ beforeMs: 90 * 60_000, sinceMs: null });
  });

  it('holds nothing that was heated before: it is raw no more', () => {
    const facts = weighedAtEight();
    const openAt = (key: string, method: MethodStep[]): BatchFacts => {
      const { steps } = aBatch([...method, step(key, 'link')]);
      return {
        ...facts,
        steps: steps.map((s) => ({ ...s, closedAt: s.id === key ? null : after(s.id === 'cook' ? 300 : 1) })),
      };
    };
    const raw = METHOD.filter((s) => s.key === 'meats' || s.key === 'mix');
    expect(held(openAt('cut', raw), 600, 'cut')).toBeDefined();
    expect(held(openAt('cut', [...raw, METHOD.at(-1)!]), 600, 'cut')).toBeUndefined();
  });

  it('holds nothing that only weighs, and nothing that has been closed', () => {
    const facts = aBatch(METHOD);
    const first = afterEntries(facts, [
      { kind: 'weighing', body: { id: 'a', lineId: 'line Lean', massMg: 15_000_000 } },
    ]);
    expect(held(first, 100_000, 'meats')).toBeUndefined();
  });
});
