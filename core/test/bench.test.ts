import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  STEADY_MS,
  autoTake,
  chooseScale,
  asksOf,
  meatBasis,
  stepGate,
  toleranceBand,
  type AutoTakeState,
  type ScaleSpec,
  type GateFacts,
  type MethodStep,
} from '../src/index.js';

const SCALES: ScaleSpec[] = [
  { id: 'floor', name: 'floor', capacityMg: 150e6, divisionMg: 20_000, tubMg: 2_400_000 },
  { id: 'bench', name: 'bench', capacityMg: 15e6, divisionMg: 1_000, tubMg: 600_000 },
  { id: 'dose', name: 'dose', capacityMg: 600_000, divisionMg: 10, tubMg: 40_000 },
];

describe('tolerance and scale', () => {
  it('defaults: meat 1 %, ingredients 2 %, cure 1 % and never above its limit, at least one division', () => {
    expect(toleranceBand({ dueMg: 12_000_000, kind: 'meat', divisionMg: 1000 })).toEqual({
      lowMg: 11_880_000,
      highMg: 12_120_000,
    });
    expect(toleranceBand({ dueMg: 80_000, kind: 'ingredient', divisionMg: 10 })).toEqual({
      lowMg: 78_400,
      highMg: 81_600,
    });
    expect(toleranceBand({ dueMg: 100_000, kind: 'cure', divisionMg: 10, limitMg: 100_400 }).highMg).toBe(
      100_400,
    );
    expect(toleranceBand({ dueMg: 30_000, kind: 'meat', divisionMg: 20_000 })).toEqual({
      lowMg: 10_000,
      highMg: 50_000,
    });
  });

  it('names the scale by dose and tub', () => {
    expect(chooseScale({ dueMg: 24_000_000, kind: 'meat' }, SCALES)).toEqual({
      scaleId: 'floor',
      weighings: 1,
      tooCoarse: false,
    });
    expect(chooseScale({ dueMg: 8_000_000, kind: 'meat' }, SCALES)?.scaleId).toBe('bench');
    expect(chooseScale({ dueMg: 80_000, kind: 'ingredient' }, SCALES)?.scaleId).toBe('dose');
    expect(chooseScale({ dueMg: 80_000, kind: 'meat' }, SCALES)?.scaleId).toBe('bench');
    expect(chooseScale({ dueMg: 640_000, kind: 'ingredient' }, SCALES)).toEqual({
      scaleId: 'bench',
      weighings: 1,
      tooCoarse: false,
    });
    expect(chooseScale({ dueMg: 300, kind: 'ingredient' }, SCALES)).toMatchObject({
      scaleId: 'dose',
      tooCoarse: true,
    });
    expect(chooseScale({ dueMg: 1, kind: 'ingredient' }, [])).toBeUndefined();
  });

  it('tub and net of each weighing always stay within capacity', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400_000_000 }),
        fc.constantFrom('meat', 'ingredient', 'cure'),
        (dueMg, kind) => {
          const choice = chooseScale({ dueMg, kind: kind as 'meat' }, SCALES);
          const scale = SCALES.find((s) => s.id === choice?.scaleId)!;
          expect(Math.ceil(dueMg / (choice?.weighings ?? 1)) + scale.tubMg).toBeLessThanOrEqual(
            scale.capacityMg + 1,
          );
        },
      ),
    );
  });
});

describe('taking by itself', () => {
  const band = { lowMg: 79_000, highMg: 81_000 };
  const run = (readings: { netMg: number; stable: boolean; atMs: number }[]) => {
    let state: AutoTakeState = { phase: 'empty' };
    const events: string[] = [];
    readings.forEach((r, i) => {
      const next = autoTake(state, { id: `r${i}`, ...r }, band, 10);
      state = next.state;
      if (next.event)
        events.push(
          next.event.kind === 'take' ? `take ${next.event.massMg} ${next.event.readingId}` : 'reopen',
        );
    });
    return events;
  };
  const steady = (netMg: number, from: number, to: number) =>
    Array.from({ length: Math.floor((to - from) / 100) + 1 }, (_, i) => ({
      netMg,
      stable: true,
      atMs: from + i * 100,
    }));

  it('takes once, after a steady weight in the band for long enough', () => {
    expect(run(steady(80_000, 0, STEADY_MS - 100))).toEqual([]);
    expect(run(steady(80_000, 0, 6000))).toEqual(['take 80000 r15']);
  });

  it('waits while the weight moves or is outside the band', () => {
    expect(
      run([
        ...steady(80_000, 0, 1000),
        { netMg: 80_300, stable: false, atMs: 1100 },
        ...steady(80_000, 1200, 2600),
      ]),
    ).toEqual([]);
    expect(run(steady(96_000, 0, 9000))).toEqual([]);
  });

  it('re-opens when the weight moves by more than two divisions, and not when the tub is taken off', () => {
    const taken = steady(80_000, 0, 2000);
    expect(run([...taken, { netMg: 80_030, stable: true, atMs: 2100 }])).toEqual([
      'take 80000 r15',
      'reopen',
    ]);
    expect(run([...taken, { netMg: 80_020, stable: true, atMs: 2100 }])).toEqual(['take 80000 r15']);
    expect(
      run([
        ...taken,
        { netMg: 40_000, stable: false, atMs: 2100 },
        { netMg: -40_000, stable: true, atMs: 2200 },
      ]),
    ).toEqual(['take 80000 r15']);
    expect(
      run([...taken, { netMg: 0, stable: true, atMs: 2100 }, ...steady(80_000, 2200, 4000)]),
    ).toHaveLength(2);
  });

  it('never takes a weight outside the band, whatever the scale shows', () => {
    const reading = fc.record({ netMg: fc.integer({ min: -100_000, max: 120_000 }), stable: fc.boolean() });
    fc.assert(
      fc.property(fc.array(reading, { maxLength: 200 }), (list) => {
        for (const event of run(list.map((r, i) => ({ ...r, atMs: i * 100 })))) {
          const mg = Number(/^take (\d+)/.exec(event)?.[1] ?? band.lowMg);
          expect(mg).toBeGreaterThanOrEqual(band.lowMg);
          expect(mg).toBeLessThanOrEqual(band.highMg);
        }
      }),
    );
  });
});

describe('the gate of a step', () => {
  const at = (step: MethodStep, more: Partial<GateFacts> = {}) =>
    stepGate({ step, asks: asksOf(step), lines: [], readings: [], inMg: 0, outMg: 0, ...more });
  const weighing: MethodStep = { key: 'w', kind: 'weigh-ingredients' };
  const grind: MethodStep = { key: 'g', kind: 'grind', stopAboveC: 7 };
  const stuff: MethodStep = { key: 's', kind: 'stuff' };
  const line = (weighedMg: number, accepted = false) => ({
    name: 'Fine salt',
    required: true,
    weighedMg,
    lowMg: 98,
    highMg: 102,
    accepted,
  });

  it('does not close with a required line unweighed, short or over, until somebody accepts it', () => {
    const first = (...lines: GateFacts['lines']) => at(weighing, { lines })[0]?.sentence;
    expect(first(line(0))).toBe('Fine salt has no weight yet.');
    expect(first(line(50))).toContain('short');
    expect(first(line(120))).toContain('over');
    expect(first(line(120, true))).toBeUndefined();
    expect(first({ ...line(0), required: false })).toBeUndefined();
    expect(first({ ...line(100), lotHeld: true })).toContain('on hold');
  });

  it('asks for kilograms and temperature, and stops above the limit', () => {
    const masses = { inMg: 10, outMg: 9 };
    const read = (...values: number[]) => [
      { kind: 'before', value: 1 },
      ...values.map((value) => ({ kind: 'temperature', value })),
    ];
    expect(at(grind, { ...masses, outMg: 0 }).map((m) => m.what)).toEqual(['out', 'before', 'temperature']);
    expect(at(grind, { ...masses, readings: read(7.2) })[0]?.sentence).toContain('back to the chill');
    expect(at(grind, { ...masses, readings: read(7.2, 3) })).toEqual([]);
  });

  it('names the machine that nobody checked, the load that is missing and what has no destination', () => {
    const whats = (step: MethodStep, more: Partial<GateFacts>) => at(step, more).map((m) => m.what);
    expect(whats(grind, { ready: false, inMg: 10, outMg: 9 })[0]).toBe('ready');
    const mix: MethodStep = { key: 'm', kind: 'mix', minMinutes: 4 };
    const load = (n: number, minutes: number) => [
      { kind: 'minutes', value: minutes, load: n },
      { kind: 'tack', value: 1, load: n },
    ];
    const two = { inMg: 60, loads: 2 };
    expect(whats(mix, { ...two, readings: load(1, 4) })).toEqual(['load:2', 'load:2']);
    expect(whats(mix, { ...two, readings: [...load(1, 4), ...load(2, 3)] })).toEqual(['load:2']);
    // Put aside it is no load that was mixed: the lead signs for it.
    expect(whats(mix, { ...two, readings: load(1, 4), skippedLoads: [2] })).toEqual(['load:2']);
    const stuffed = { inMg: 1000, outMg: 900 };
    expect(whats(stuff, { ...stuffed, balanceMg: 60 })).toEqual(['leftovers']);
    expect(whats(stuff, { ...stuffed, balanceMg: 20 })).toEqual([]);
    expect(whats(stuff, { ...stuffed, casingUsed: false })).toEqual(['casing']);
    const taste = { state: 'void' as const, sentence: 'Iced water went in after the patty.' };
    expect(whats(stuff, { ...stuffed, taste })).toEqual(['taste']);
    expect(
      whats({ key: 'k', kind: 'smoke' }, { inMg: 5, cure: [{ what: 'cure', sentence: 'None.' }] })[0],
    ).toBe('cure');
  });

  it('lets no acceptance pass a lot that is held, nor a mix of which every load was put aside', () => {
    const line = {
      name: 'Lean',
      required: true,
      weighedMg: 5_400_000,
      lowMg: 4_950_000,
      highMg: 5_050_000,
      accepted: true,
    };
    const weighing = { key: 'meats', kind: 'weigh-meat' } as const;
    expect(at(weighing, { lines: [line] })).toEqual([]);
    expect(at(weighing, { lines: [{ ...line, lotHeld: true }] })).toEqual([
      {
        what: 'line:Lean',
        sentence: 'The lot of Lean is on hold: the lead releases it, or another lot is taken.',
      },
    ]);
    const passed = { inMg: 20, outMg: 20, loads: 2, ready: true };
    const mixing = { key: 'k', kind: 'mix', minMinutes: 4 } as const;
    expect(at(mixing, { ...passed, skippedLoads: [1, 2] }).map((m) => m.sentence)).toContain(
      'Every load was put aside: nothing was mixed.',
    );
  });

  it('says what a step asks of the cure first, and keeps whether anybody can sign for it', () => {
    const cure = [{ what: 'cure-limit', sentence: 'Above.', final: true as const, door: true as const }];
    expect(at(stuff, { inMg: 10, outMg: 9, cure })[0]).toEqual(cure[0]);
  });

  it('waits for a step upstream that more may yet come from', () => {
    expect(at(stuff, { inMg: 10, outMg: 9, stillOpen: ['Mix'] })).toEqual([
      { what: 'earlier', sentence: 'Mix is still open: more may come from it. Close it first.' },
    ]);
  });

  it('wants meat cold before the first kilogram, and a second person for the cure where the shop does', () => {
    const warm = at(grind, { inMg: 9, outMg: 9, readings: [{ kind: 'before', value: 8 }] });
    expect(warm[0]?.sentence).toContain('too warm: back to the chill');
    const cure = { ...line(100), unconfirmed: true };
    expect(at(weighing, { lines: [cure] })[0]?.sentence).toContain('second person');
    expect(at(weighing, { lines: [{ ...cure, unconfirmed: false }] })).toEqual([]);
  });

  it('wants a passed tack test, the whole sample and the core of what is cooked', () => {
    const mixed = [
      { kind: 'minutes', value: 4 },
      { kind: 'tack', value: 0 },
    ];
    expect(at({ key: 'm', kind: 'mix' }, { inMg: 5, readings: mixed })[0]?.sentence).toContain('mix on');
    const counted = [
      { kind: 'count', value: 9 },
      { kind: 'sample', value: 100 },
    ];
    const link: MethodStep = { key: 'l', kind: 'link', sampleSize: 2 };
    expect(at(link, { inMg: 5, outMg: 5, readings: counted })[0]?.sentence).toContain('1 of 2');
    const cook: MethodStep = { key: 'c', kind: 'cook', stopBelowC: 71 };
    const cold = [{ kind: 'temperature', value: 69 }];
    expect(at(cook, { inMg: 5, outMg: 4, readings: cold })[0]?.sentence).toBe(
      '[[C 69]] has not reached [[C 71]].',
    );
  });

  it('scales lines of ingredients to what came out of the grinder, else to what was weighed, else to the plan', () => {
    expect(meatBasis({ plannedMg: 10, weighedMg: 9, groundMg: 8 })).toEqual({ massMg: 8, from: 'ground' });
    expect(meatBasis({ plannedMg: 10, weighedMg: 9 })).toEqual({ massMg: 9, from: 'weighed' });
    expect(meatBasis({ plannedMg: 10 })).toEqual({ massMg: 10, from: 'planned' });
  });
});
