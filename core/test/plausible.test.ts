import { describe, expect, it } from 'vitest';
import { NO_SITUATION, STEP_NAMES, asksOf, implausible, readingKind, type MethodStep } from '../src/index.js';

const step = (kind: MethodStep['kind'], more: object = {}) => ({ key: kind, kind, ...more }) as MethodStep;
const asked = (of: MethodStep, kind = 'temperature') => asksOf(of).find((a) => a.kind === kind)!;
const isStrange = (of: MethodStep, valueC: number, kind = 'temperature') =>
  implausible(asked(of, kind), valueC) !== null;

describe('a temperature', () => {
  it.each([
    // 0.3 °F, the freezer of another scale, and the core in °F where °C are meant; common practice.
    ['mince at 0.3 °F', step('grind', { stopAboveC: 7 }), -17.6, true],
    ['mince at 3 °C', step('grind', { stopAboveC: 7 }), 3, false],
    ['mince that got too warm', step('grind', { stopAboveC: 7 }), 12, false],
    ['mince at 38', step('grind', { stopAboveC: 7 }), 38, true],
    ['a core of 145', step('cook', { stopBelowC: 71 }), 145, true],
    ['a core on its way', step('cook', { stopBelowC: 71 }), 31, false],
    ['a chamber at 30 where 60 is set', step('smoke', { chamberC: 60, minutes: 90 }), 30, true],
    ['a chamber at 55 where 60 is set', step('smoke', { chamberC: 60, minutes: 90 }), 55, false],
    ['what comes from the heat', step('cool', { stopAboveC: 7 }), 62, false],
    ['what is frozen', step('freeze', { stopAboveC: -18 }), -24, false],
    ['what is frozen at 18', step('freeze', { stopAboveC: -18 }), 18, true],
    ['a room of hanging meat', step('hang', { targetLossPct: 30 }), 13, false],
  ])('%s: is asked again where no meat is like that', (_name, of, valueC, strange) => {
    expect(isStrange(of, valueC)).toBe(strange);
  });

  it('that passes is never asked about, nor one that is only too warm or too cold', () => {
    for (const kind of STEP_NAMES)
      for (const ask of asksOf(
        step(kind as MethodStep['kind'], { stopAboveC: 4, stopBelowC: 71, chamberC: 60 }),
        NO_SITUATION,
      )) {
        const { passing, failing } = readingKind(ask.kind);
        for (const value of passing(ask)) expect(implausible(ask, value), kind).toBeNull();
        if (failing && (ask.aboveC ?? ask.belowC) !== undefined)
          expect(implausible(ask, failing(ask)), kind).toBeNull();
      }
  });
});
