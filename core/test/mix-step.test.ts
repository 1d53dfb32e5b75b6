import { describe, expect, it } from 'vitest';
import { NO_SITUATION, asksOf, stepKind, type MethodStep } from '../src/index.js';

const mix = (more: object): MethodStep => ({ key: 'mix', kind: 'mix', bind: 'short', ...more }) as MethodStep;

describe('minutes of mixing', () => {
  const minutes = (more: object, cured = false) =>
    asksOf(mix(more), { ...NO_SITUATION, cured }).find((ask) => ask.kind === 'minutes');

  it('are those of the method, by machine and by hand without cure', () => {
    const written = { minutes: 6, minMinutes: 5, maxMinutes: 8 };
    const asked = { aimMinutes: 6, leastMinutes: 5, mostMinutes: 8 };
    expect(minutes(written, true)).toMatchObject(asked);
    expect(minutes({ ...written, mixedBy: 'hand' })).toMatchObject(asked);
    expect(minutes({})?.leastMinutes).toBeUndefined();
  });

  it('are ten at least by hand where cure is spread, and no most that this would pass', () => {
    const hand = { mixedBy: 'hand', minutes: 6, minMinutes: 5 };
    expect(minutes({ ...hand, maxMinutes: 8 }, true)).toEqual({
      kind: 'minutes',
      aimMinutes: 10,
      leastMinutes: 10,
      mostMinutes: undefined,
    });
    expect(minutes({ ...hand, maxMinutes: 10 }, true)?.mostMinutes).toBeUndefined();
    expect(minutes({ ...hand, maxMinutes: 12 }, true)?.mostMinutes).toBe(12);
    // A method that asks for more than ten keeps its own.
    const long = minutes({ mixedBy: 'hand', minutes: 14, minMinutes: 12, maxMinutes: 12 }, true);
    expect(long).toMatchObject({ aimMinutes: 14, leastMinutes: 12, mostMinutes: 12 });
    expect(minutes({ mixedBy: 'hand' }, true)).toMatchObject({ leastMinutes: 10, aimMinutes: undefined });
  });
});

describe('a mixing that is written', () => {
  const found = (more: object) =>
    stepKind('mix')
      .agrees?.({ bind: 'short', ...more }, { title: 'Mix', path: (p) => `steps[0].${p ?? ''}` })
      .map((f) => [f.level, f.path]);

  it('says how far, how long at least and how long at most', () => {
    expect(found({ minMinutes: 3, maxMinutes: 5 })).toEqual([]);
    expect(found({ minMinutes: 5, maxMinutes: 5 })).toEqual([]);
    expect(found({ minMinutes: 6, maxMinutes: 5 })).toEqual([['stop', 'steps[0].minMinutes']]);
    for (const half of [{}, { minMinutes: 3 }, { maxMinutes: 5 }])
      expect(found(half)).toEqual([['warn', 'steps[0].minMinutes']]);
    expect(found({ minMinutes: 3, maxMinutes: 5, bind: undefined })).toEqual([['stop', 'steps[0].bind']]);
  });
});
