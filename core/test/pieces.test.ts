import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  DEFECTS,
  COUNTINGS,
  NO_SITUATION,
  asksOf,
  causesOf,
  countingOf,
  defectHelp,
  fillsOf,
  linkFigures,
  loads,
  stepGate,
  stepRule,
  thickness,
  type Defect,
  type GateFacts,
  type MethodStep,
  type PieceForm,
} from '../src/index.js';

describe('pieces of every shape', () => {
  it('have a word of their own, and are weighed each where they are few and large', () => {
    const forms = Object.keys(COUNTINGS) as PieceForm[];
    expect(new Set(forms.map((f) => countingOf(f).many)).size).toBe(forms.length);
    expect(forms.filter((f) => countingOf(f).weighedEach)).toEqual(['coils', 'logs', 'bulk']);
    expect(countingOf('sticks').holder).toBe('rod');
    expect(countingOf('patties').holder).toBe('tray');
    expect(countingOf(undefined).many).toBe('pieces');
  });

  it('are thick, right or thin by their grams per centimetre', () => {
    // A 30 mm casing of 140 mm holds 102.9 g, from π/4 · d² · 1.04 g/mL (common practice, arithmetic).
    const at = (massG: number) => thickness({ massG, lengthMm: 140, calibreMm: 30 });
    expect(at(102.9).verdict).toBe('right');
    expect(at(102.9).wantedGPerCm).toBeCloseTo(7.35, 2);
    expect(at(102.9 * 1.1).verdict).toBe('thick');
    expect(at(102.9 * 0.9).verdict).toBe('thin');
    expect(() => at(0)).toThrow('more than 0 g');
    expect(() => thickness({ massG: 100, lengthMm: 0, calibreMm: 30 })).toThrow();
  });

  it('are right whenever geometry made them, at any calibre, length and fill', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 120, noNaN: true }),
        fc.double({ min: 30, max: 1500, noNaN: true }),
        fc.double({ min: 0.6, max: 1.2, noNaN: true }),
        (calibreMm, lengthMm, fill) => {
          const { massG } = linkFigures({ calibreMm, lengthMm, fill });
          const is = thickness({ massG, lengthMm, calibreMm, fill });
          expect(is.verdict).toBe('right');
          expect(is.gPerCm).toBeCloseTo(is.wantedGPerCm, 6);
        },
      ),
    );
  });
});

describe('fills of the stuffer', () => {
  it('are as many as loads of the same capacity, and hold all of the mass', () => {
    // 33 kg in a 12-kg barrel is 3 fills (common practice, arithmetic).
    expect(fillsOf(33_000_000, 12, 1)).toEqual({ wanted: 3, done: 1, eachMg: 11_000_000 });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400_000_000 }), fc.integer({ min: 1, max: 60 }), (mg, kg) => {
        const { wanted, eachMg } = fillsOf(mg, kg, 0);
        expect(wanted).toBe(loads({ massKg: mg / 1e6, capacityKg: kg }).loads);
        expect(wanted * eachMg).toBeGreaterThanOrEqual(mg);
        expect(wanted * eachMg - mg).toBeLessThan(wanted);
        expect(eachMg).toBeLessThanOrEqual(kg * 1e6 + 1);
      }),
    );
  });

  it('are never fewer than none, and a barrel without room is refused', () => {
    expect(fillsOf(5_000_000, 12, -2).done).toBe(0);
    expect(() => fillsOf(5_000_000, 0, 0)).toThrow('more than 0 kg');
    expect(() => fillsOf(-1, 5, 0)).toThrow('0 or more');
  });

  it('say how the casing is filled and whether it is pricked', () => {
    const rule = (more: { fill?: 'slack' | 'hard'; prick?: boolean }) =>
      stepRule({ kind: 'stuff', ...more } as MethodStep);
    expect(rule({ fill: 'slack', prick: false })).toMatch(/hand’s width.*Do not prick/);
    expect(rule({ fill: 'hard', prick: true })).toMatch(/no give under the thumb.*Prick where/);
    expect(rule({})).toBe('');
  });
});

describe('what went wrong at the table', () => {
  it('offers causes for every defect, each with its mend', () => {
    for (const defect of Object.keys(DEFECTS) as Defect[]) {
      expect(causesOf(defect).length).toBeGreaterThan(1);
      for (const cause of causesOf(defect)) {
        const three = [{ defect, cause, pieces: 3 }];
        expect(defectHelp(three)?.mend.length).toBeGreaterThan(10);
      }
    }
  });

  it('says the mend when one cause came three times, whatever came between', () => {
    const air = { defect: 'air', cause: 'Barrel not packed', pieces: 1 };
    const burst = { defect: 'burst', cause: 'Weak casing', pieces: 1 };
    expect(defectHelp([])).toBeNull();
    expect(defectHelp([air, burst, air, burst])).toBeNull();
    expect(defectHelp([air, burst, air, burst, air])).toMatchObject({
      cause: 'Barrel not packed',
      pieces: 3,
    });
    expect(defectHelp([{ ...air, cause: 'Somebody else', pieces: 9 }])).toBeNull();
  });
});

describe('a cured mix worked by hand', () => {
  const byHand: MethodStep = { key: 'mix', kind: 'mix', mixedBy: 'hand' };
  const cured = { ...NO_SITUATION, cured: true };
  const missing = (more: Partial<GateFacts>, step: MethodStep = byHand, situation = cured) =>
    stepGate({
      step,
      asks: asksOf(step, situation),
      lines: [],
      readings: [],
      ready: true,
      inMg: 20_000_000,
      outMg: 0,
      ...more,
    });
  const what = (...of: Parameters<typeof missing>) => missing(...of).map((m) => m.what);
  const all = (load: number, minutes = 10) => [
    { kind: 'addition', value: 1, load },
    { kind: 'addition', value: 2, load },
    { kind: 'minutes', value: minutes, load },
    { kind: 'tack', value: 1, load },
  ];

  it('asks for the dissolved cure at two times and for ten minutes', () => {
    expect(what({ readings: [] })).toContain('addition');
    expect(what({ readings: [{ kind: 'addition', value: 1 }] })).toContain('addition');
    expect(what({ readings: all(0) })).toEqual([]);
    expect(what({ readings: all(0, 9) })).toEqual(['minutes']);
    expect(missing({ readings: all(0, 9) })[0]?.sentence).toBe('Mixed 9 of at least 10 minutes.');
    const longer: MethodStep = { ...byHand, minMinutes: 14 };
    expect(missing({ readings: all(0, 13) }, longer)[0]?.sentence).toBe('Mixed 13 of at least 14 minutes.');
  });

  it('asks it of every load', () => {
    const two = { loads: 2, readings: [...all(1), ...all(2).slice(1)] };
    expect(what(two)).toEqual(['load:2']);
    expect(missing(two)[0]?.sentence).toContain('goes in at two times');
    expect(what({ loads: 2, readings: [...all(1), ...all(2)] })).toEqual([]);
  });

  it('asks nothing of a machine, or of a mix without cure', () => {
    expect(what({ readings: all(0).slice(2) }, { ...byHand, mixedBy: 'machine' })).toEqual([]);
    expect(what({ readings: all(0, 3).slice(2) }, byHand, NO_SITUATION)).toEqual([]);
    expect(what({ readings: [...all(0).slice(1, 2), ...all(0).slice(1)] })).toEqual(['addition']);
  });
});
