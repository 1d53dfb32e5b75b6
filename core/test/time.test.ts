import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, hoursOf, tasksOf, type BatchFacts, type MethodStep } from '../src/index.js';
import { A_SHOP, aBatch, afterEntries } from './a-batch.js';

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;

/** Meat that is put to rest at eight in the morning. */
function resting(kind: 'rest' | 'hang', hours: number | undefined): BatchFacts {
  const facts = aBatch([
    step('meats', 'weigh-meat'),
    step('mix', 'mix'),
    step('wait', kind, hours === undefined ? {} : { hours, targetLossPct: 30 }),
    step('pack', 'pack'),
  ]);
  const filled = afterEntries(facts, [
    { kind: 'weighing', body: { id: 'a', lineId: 'line Lean', massMg: 15_000_000 } },
    { kind: 'weighing', body: { id: 'b', lineId: 'line Belly', massMg: 5_000_000 } },
    { kind: 'close', body: { id: 'c', stepId: 'meats' } },
    { kind: 'out', body: { id: 'd', stepId: 'mix', to: 'next', massMg: 20_000_000 } },
    { kind: 'close', body: { id: 'e', stepId: 'mix' } },
  ]);
  return {
    ...filled,
    steps: filled.steps.map((s) => (s.closedAt ? { ...s, closedAt: '2026-03-16T08:00:00.000Z' } : s)),
  };
}

/** What the step is still waiting for, so many minutes after eight. */
function waitsFor(facts: BatchFacts, minutes: number): string | undefined {
  const now = new Date(Date.parse('2026-03-16T08:00:00.000Z') + minutes * 60_000).toISOString();
  const here = fold(facts, { ...A_SHOP, now }).steps.find((s) => s.id === 'wait')!;
  return here.missing.find((m) => m.what === 'time')?.sentence;
}

describe('hours that must pass', () => {
  it('are not entered: a rest of twelve hours is not over in seconds', () => {
    const rest = resting('rest', 12);
    expect(waitsFor(rest, 0)).toBe(
      'Rest overnight takes 12 h and has 12 h to go. The lead ends it earlier with a word.',
    );
    expect(waitsFor(rest, 11 * 60)).toContain('has 1 h to go');
    expect(waitsFor(rest, 10 * 60 + 59)).toContain('has 1 h 1 min to go');
    expect(waitsFor(rest, 11 * 60 + 20)).toContain('has 40 min to go');
    expect(waitsFor(rest, 12 * 60 - 1)).toContain('has 1 min to go');
    expect(waitsFor(rest, 12 * 60)).toBeUndefined();
  });

  it('nor is a hang of fourteen days', () => {
    const hang = resting('hang', 14 * 24);
    expect(waitsFor(hang, 13 * 24 * 60)).toContain('has 24 h to go');
    expect(waitsFor(hang, 14 * 24 * 60)).toBeUndefined();
  });

  it('nor are the minutes of drying a skin and of smoke', () => {
    for (const kind of ['dry-skin', 'smoke'] as const) {
      const facts = resting('rest', undefined);
      const smoked = {
        ...facts,
        steps: facts.steps.map((s) =>
          s.id === 'wait' ? { ...s, document: step('wait', kind, { minutes: 45 }) } : s,
        ),
      };
      expect(waitsFor(smoked, 0)).toContain('takes 45 min and has 45 min to go');
      expect(waitsFor(smoked, 44)).toContain('has 1 min to go');
      expect(waitsFor(smoked, 45)).toBeUndefined();
    }
  });

  it('are asked of nothing that names none, and of no step whose turn has not come', () => {
    expect(waitsFor(resting('rest', undefined), 0)).toBeUndefined();
    expect(hoursOf(step('mix', 'mix', { minutes: 9 }))).toBeUndefined();
    const early = aBatch([step('meats', 'weigh-meat'), step('wait', 'rest', { hours: 12 })]);
    expect(waitsFor(early, 0)).toBeUndefined();
  });

  it('run from the end of what comes before, for any hours and at any minute', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 800 }), fc.integer({ min: 0, max: 60_000 }), (hours, minutes) => {
        expect(waitsFor(resting('rest', hours), minutes) === undefined).toBe(minutes >= hours * 60);
      }),
      { numRuns: 60 },
    );
  });
});

describe('the order in which a hand meets its tasks', () => {
  const at = (kind: MethodStep['kind'], more: object, loads?: number) => {
    const method = [step('meats', 'weigh-meat'), step('mix', 'mix'), step('here', kind, more)];
    const view = fold(aBatch(kind === 'mix' ? [method[0]!, method[2]!] : method), A_SHOP);
    const here = view.steps.find((s) => s.id === 'here')!;
    return tasksOf(view, { ...here, loads: loads ?? here.loads }).map((t) => t.id);
  };

  it('reads a core before it weighs out, and weighs a sample before it counts', () => {
    const cook = at('cook', { stopBelowC: 71 });
    expect(cook.indexOf('temperature')).toBeLessThan(cook.indexOf('out'));
    const link = at('link', { shape: 'links', sampleSize: 5 });
    expect(link.indexOf('sample')).toBeLessThan(link.indexOf('count'));
  });

  it('reads the mix, the inclusions and the filling where the method names their limit, load by load', () => {
    for (const kind of ['mix', 'include', 'stuff'] as const) {
      expect(at(kind, { stopAboveC: 4 })).toContain('temperature');
      expect(at(kind, {})).not.toContain('temperature');
    }
    expect(at('mix', { stopAboveC: 4 }, 2)).toEqual(
      expect.arrayContaining(['temperature:1', 'temperature:2']),
    );
  });
});

describe('a weight that must be lost', () => {
  const loss = (outMg: number) => {
    const hung = afterEntries(resting('hang', 24), [
      { kind: 'out', body: { id: 'h', stepId: 'wait', to: 'next', massMg: outMg } },
    ]);
    return fold(hung, A_SHOP)
      .steps.find((s) => s.id === 'wait')!
      .missing.find((m) => m.what === 'loss')?.sentence;
  };

  it('is weighed, not said: what lost too little hangs on', () => {
    expect(loss(16_000_000)).toBe(
      'It has lost 20.0 % by its weight and must lose 30 %. Hang it on, or the lead signs.',
    );
    expect(loss(14_000_001)).toContain('must lose 30 %');
    expect(loss(14_000_000)).toBeUndefined();
    expect(loss(13_000_000)).toBeUndefined();
  });
});
