import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  blocking,
  checkRecipe,
  gauges,
  recipeFigures,
  strictest,
  type BookId,
  type WorkingDocument,
} from '../src/index.js';
import { LIBRARY, line, recipeOf, thing, without } from './recipe-shelf.js';

const check = (document: WorkingDocument, name = 'Test', book: BookId | null = 'us') =>
  checkRecipe({ name, document, library: LIBRARY, book });
const sentences = (document: WorkingDocument, level: string, name?: string, book?: BookId | null) =>
  check(document, name, book)
    .findings.filter((f) => f.level === level)
    .map((f) => f.sentence);
const gaugeOf = (document: WorkingDocument, substance: string, book: BookId = 'us') =>
  check(document, 'Test', book).gauges.find((g) => g.substance === substance);

const FRESH = [line('Fine salt', 16), line('Black pepper', 3), line('Iced water', 30)];
const RING = [line('Cure 6.25', 2), line('Fine salt', 16), line('Iced water', 50)];

describe('gauges against the books (values from memory – confirm with your authority)', () => {
  it('lets the quarter ounce itself pass: 2.5 g/kg of 6.25 % is 156.25 ppm, 2.51 is over (9 CFR 424.21)', () => {
    const at = gaugeOf(recipeOf([line('Cure 6.25', 2.5), line('Fine salt', 15)], 'ring'), 'nitrite');
    expect(at).toMatchObject({ level: 'ok', limit: 156.25, basis: 'meat block' });
    expect(at?.value).toBeCloseTo(156.25, 9);
    expect(gaugeOf(recipeOf([line('Cure 6.25', 2.51)], 'ring'), 'nitrite')?.level).toBe('stop');
  });

  it('takes the mix as the basis where the book does, and converts the ion: 119.98 as sodium nitrite (2023/2108)', () => {
    const gauge = gaugeOf(recipeOf(RING, 'ring'), 'nitrite', 'eu');
    expect(gauge?.limit).toBeCloseTo(119.98, 2);
    expect(gauge?.value).toBeCloseTo((2 * 0.0625 * 1e6) / (1000 * 1.068), 6);
  });

  it('is signed for under the floor where cure is there for the route, and only said where it is not', () => {
    const thin = recipeOf([line('Cure 6.25', 1.5), line('Fine salt', 16)], 'ring');
    expect(gaugeOf(thin, 'nitrite')?.level).toBe('warn');
    expect(gaugeOf(thin, 'nitrite')?.floor).toBe(100);
    expect(sentences(thin, 'sign').some((s) => s.includes('under the floor'))).toBe(true);
    const cooked = recipeOf([line('Cure 6.25', 1.5), line('Fine salt', 16)], 'log');
    expect(sentences(cooked, 'warn').some((s) => s.includes('under the floor'))).toBe(true);
  });

  it('counts beer as added water, and says how much more before 3 % (9 CFR 319.140)', () => {
    const document = recipeOf([line('Fine salt', 16), line('Beer', 20)], 'fresh-link', {
      fatClass: 'fresh pork',
    });
    const gauge = gaugeOf(document, 'added water');
    expect(gauge?.value).toBeCloseTo((20 / 1036) * 100, 9);
    // x more so that (0.2 + x) / (10.36 + x) = 0.03
    expect((gauge?.roomMg ?? 0) / 1e6).toBeCloseTo((0.03 * 10.36 - 0.2) / 0.97, 9);
    const full = recipeOf(
      [line('Fine salt', 16), line('Beer', 20 + (gauge?.roomMg ?? 0) / 1e4)],
      'fresh-link',
      { fatClass: 'fresh pork' },
    );
    expect(gaugeOf(full, 'added water')?.value).toBeCloseTo(3, 6);
  });

  it('takes the protected name away above the limit, not only a colour', () => {
    const wet = recipeOf([line('Fine salt', 16), line('Iced water', 60)], 'fresh-link', {
      fatClass: 'fresh pork',
    });
    expect(sentences(wet, 'sign').some((s) => s.includes('the protected name goes'))).toBe(true);
    expect(sentences(wet, 'note', 'Test', 'eu').some((s) => s.includes('the label names it'))).toBe(true);
  });

  it('room is true: that much more of it stands exactly at the limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        fc.constantFrom<BookId>('us', 'ca', 'eu', 'uk'),
        (cure, water, book) => {
          const lines = [line('Cure 6.25', cure), line('Fine salt', 16), line('Iced water', water)];
          const gauge = gaugeOf(recipeOf(lines, 'ring'), 'nitrite', book)!;
          if (gauge.level === 'stop') return;
          const more = lines.map((l) =>
            l.role === 'cure' ? line('Cure 6.25', cure + (gauge.roomMg ?? 0) / 1e4) : l,
          );
          const full = gaugeOf(recipeOf(more, 'ring'), 'nitrite', book)!;
          expect(full.value).toBeCloseTo(gauge.limit!, 6);
          expect(full.level).not.toBe('stop');
        },
      ),
    );
  });

  it('gives erythorbate and ascorbic acid their own limits: 546.875 and 468.75 ppm (9 CFR 424.21)', () => {
    const both = recipeOf([...RING, line('Erythorbate', 0.546), line('Ascorbic acid', 0.469)], 'ring');
    expect(gaugeOf(both, 'erythorbate')).toMatchObject({ level: 'ok', limit: 546.875 });
    expect(gaugeOf(both, 'ascorbic acid')).toMatchObject({ level: 'stop', limit: 468.75 });
  });

  it('counts fat with the cheese, and binders and soy apart', () => {
    const rich = recipeOf([line('Fine salt', 16), line('Cheese', 200), line('Soy protein', 25)], 'ring', {
      fatClass: 'cooked',
    });
    expect(gaugeOf(rich, 'fat')?.value).toBeGreaterThan(26);
    expect(gaugeOf(rich, 'binder')?.level).toBe('ok');
    expect(gaugeOf(rich, 'soy protein')?.level).toBe('name');
  });

  it('holds fat and added water together at 40 %, added water being water less four times protein (9 CFR 319.180)', () => {
    const document = recipeOf(
      [line('Cure 6.25', 2), line('Fine salt', 16), line('Iced water', 350)],
      'emulsion',
      {
        fatClass: 'cooked',
        steps: recipeOf([], 'emulsion').steps.map((s) => without(s, 'expectedYieldPct')),
      },
    );
    const fat = 0.27;
    const water = 0.77 * 0.73 + 0.35;
    const protein = 0.215 * 0.73;
    const expected = ((fat + water - 4 * protein) / 1.368) * 100;
    expect(gaugeOf(document, 'fat and added water')?.value).toBeCloseTo(expected, 6);
  });

  it('shows every book where none is chosen, the strictest of each substance first', () => {
    const { gauges: all, findings } = check(recipeOf(RING, 'ring'), 'Test', null);
    expect(new Set(all.filter((g) => g.substance === 'nitrite').map((g) => g.book))).toEqual(
      new Set(['us', 'ca', 'eu', 'uk']),
    );
    expect(strictest(all).find((g) => g.substance === 'nitrite')?.book).toBe('eu');
    expect(findings.some((f) => f.guard === 'head' && f.sentence.includes('No rule book'))).toBe(true);
    expect(
      check(recipeOf(FRESH), 'Test', null).findings.some((f) => f.sentence.includes('No rule book')),
    ).toBe(false);
  });

  it('scales its room with the meat and nothing else', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), (kg) => {
        const document = recipeOf(RING, 'ring');
        const figures = recipeFigures(document, LIBRARY);
        const at = (meatMg: number) => gauges({ figures, state: 'cooked', book: 'us', meatMg });
        const one = at(1e6);
        at(kg * 1e6).forEach((gauge, i) => {
          expect(gauge.value).toBe(one[i]!.value);
          if (gauge.roomMg !== null) expect(gauge.roomMg).toBeCloseTo((one[i]!.roomMg ?? 0) * kg, 3);
        });
      }),
    );
  });
});

describe('what stops a recipe, and what has to be signed', () => {
  it('lets a plain fresh link through with nothing to sign', () => {
    const { findings } = check(recipeOf(FRESH));
    expect(blocking(findings, {})).toEqual([]);
  });

  it('names salt from every source, the cure’s carrier and the packet among them', () => {
    const document = recipeOf([line('Cure packet', 25), line('Fine salt', 4)], 'ring');
    const { figures } = check(document);
    expect(figures!.salt * 1000).toBeCloseTo(4 + 25 * 0.6, 9);
    expect(figures!.plainSalt * 1000).toBeCloseTo(4, 9);
    const ring = recipeFigures(recipeOf(RING), LIBRARY);
    expect(ring.salt * 1000).toBeCloseTo(16 + 2 * 0.9375, 9);
  });

  it('asks for a word when there is no salt, or too much', () => {
    expect(sentences(recipeOf([line('Black pepper', 3)]), 'sign')[0]).toContain('no salt');
    expect(sentences(recipeOf([line('Fine salt', 28)]), 'sign')[0]).toContain('12–20 g/kg');
    const { findings } = check(recipeOf([line('Fine salt', 28)]));
    expect(blocking(findings, { salt: 'the ferry likes it' })).toEqual([]);
    expect(blocking(findings, { salt: '  ' })).toHaveLength(1);
  });

  it.each<[string, WorkingDocument, RegExp]>([
    [
      'a line with no dose',
      recipeOf([...FRESH, line('Thyme', 1, { dose: null, doubt: 'A splash is not a weight.' })]),
      /splash is not a weight/,
    ],
    ['a dose of nothing', recipeOf([...FRESH, line('Thyme', 0)]), /dose of nothing/],
    ['an unknown ingredient', recipeOf([...FRESH, line('Moon dust', 1)]), /not an ingredient of the shop/],
    [
      'a compound that states nothing',
      recipeOf([...FRESH, line('Mystery rub', 5)]),
      /does not state its salt, cure, binder, water and allergens/,
    ],
    ['cure twice', recipeOf([...RING, line('Cure 6.25', 1, { key: 'again' })], 'ring'), /poured twice/],
    [
      'doses past the mix',
      recipeOf([
        line('Fine salt', 16),
        line('Thyme', 1, { dose: { pctOfMix: 60 } }),
        line('White pepper', 1, { dose: { pctOfMix: 50 } }),
      ]),
      /whole mix or more/,
    ],
    ['no batch', recipeOf(FRESH, 'fresh-link', { usualMeatMg: 0 }), /needs its own batch/],
    ['no lines', recipeOf([]), /has no lines/],
    ['a crossed window', recipeOf(FRESH, 'fresh-link', { window: { minPct: 30, maxPct: 20 } }), /crossed/],
    [
      'a state that the method denies',
      recipeOf(FRESH, 'fresh-link', { state: 'cooked' }),
      /no step cooks it/,
    ],
    ['nitrate that has no weeks to turn', recipeOf([line('Slow cure', 20)], 'ring'), /cooked within 7 days/],
    [
      'shelf-stable by cure alone',
      recipeOf(RING, 'ring', { claims: ['shelf-stable'] }),
      /Cured is not shelf-stable/,
    ],
    [
      'a gluten-free claim with rusk',
      recipeOf([...FRESH, line('Rusk', 20)], 'fresh-link', { claims: ['gluten free'] }),
      /Rusk has gluten/,
    ],
    [
      'no binder, with rusk',
      recipeOf([...FRESH, line('Rusk', 20)], 'fresh-link', { claims: ['no binder'] }),
      /Rusk is one/,
    ],
    [
      'no added nitrite, with cure',
      recipeOf(RING, 'ring', { claims: ['no added nitrite'] }),
      /claims no added nitrite/,
    ],
    [
      'pieces before a plate',
      recipeOf([...FRESH, line('Cheese', 80, { entersAt: 'grind1' })]),
      /would go through|before any dry goods/,
    ],
    [
      'a line at a step that is gone',
      recipeOf([...FRESH, line('Thyme', 1, { entersAt: 'nowhere' })]),
      /no longer in the method/,
    ],
  ])('stops %s', (_, document, sentence) => {
    expect(sentences(document, 'stop').join(' ')).toMatch(sentence);
  });

  it('stops a bag nobody has typed, and a cure without strength', () => {
    const library = new Map([
      ['bag', thing('bag', 'seasoning', {}, { typed: false })],
      ['weak', thing('weak', 'cure', { saltPct: 100 })],
    ]);
    const document = recipeOf([
      { ...line('bag', 3), ingredientId: 'bag' },
      { ...line('weak', 3), ingredientId: 'weak', role: 'cure' },
    ]);
    const found = checkRecipe({ name: 'x', document, library, book: 'us' }).findings.filter(
      (f) => f.level === 'stop',
    );
    expect(found.map((f) => f.guard)).toEqual(expect.arrayContaining(['typed', 'strength']));
  });

  it('catches two cures, a packet that already holds cure, and cure in disguise', () => {
    expect(sentences(recipeOf([line('Cure 6.25', 1), line('Cure 0.6', 5)], 'ring'), 'sign').join()).toContain(
      'Two cures',
    );
    expect(
      sentences(recipeOf([line('Cure packet', 10), line('Cure 6.25', 1)], 'ring'), 'sign').join(),
    ).toContain('already holds cure');
    const celery = thing('Celery powder', 'seasoning');
    const document = recipeOf([...FRESH, { ...line('Celery powder', 2), ingredientId: 'Celery powder' }]);
    const { findings } = checkRecipe({
      name: 'x',
      document,
      library: new Map([...LIBRARY, ['Celery powder', celery]]),
      book: 'us',
    });
    expect(findings.some((f) => f.guard === 'disguised' && f.level === 'sign')).toBe(true);
  });

  it('asks the cure question again whenever the route changes', () => {
    expect(sentences(recipeOf(FRESH, 'ring'), 'sign').join()).toContain('botulism');
    expect(sentences(recipeOf(RING, 'fresh-link'), 'sign').join()).toContain('cure in a fresh product');
    expect(sentences(recipeOf(RING, 'ring'), 'sign')).toEqual([]);
  });

  it('holds a name to its species and its flavours', () => {
    expect(sentences(recipeOf(FRESH), 'stop', 'All Beef Link').join()).toContain('claims beef only');
    expect(
      sentences(recipeOf(FRESH, 'fresh-link', { speciesRules: [] }), 'sign', 'Pork Link').join(),
    ).toContain('names pork');
    const pork = recipeOf(FRESH, 'fresh-link', { speciesRules: [{ species: 'pork', minPct: 80 }] });
    expect(sentences(pork, 'sign', 'Pork Link')).toEqual([]);
    expect(sentences(recipeOf(FRESH), 'warn', 'Fennel Link').join()).toContain('no line is fennel');
    const beef = recipeOf(FRESH, 'fresh-link', { speciesRules: [{ species: 'beef', minPct: 100 }] });
    expect(sentences(beef, 'note', 'All Beef Link').join()).toContain('casing is pork');
  });

  it('has a dose above what is usual signed, and one above what its maker allows mended', () => {
    const above = (source: string) => {
      const pepper = thing(
        'Black pepper',
        'seasoning',
        {},
        { dose: { minGPerKg: 0.5, maxGPerKg: 10, source } },
      );
      const library = new Map([...LIBRARY, [pepper.id, pepper]]);
      const document = recipeOf([...FRESH.slice(0, 1), line('Black pepper', 30)]);
      return checkRecipe({ name: 'Test', document, library, book: 'us' }).findings.find(
        (f) => f.guard === 'dose',
      );
    };
    expect(above('common practice')).toMatchObject({ level: 'sign', about: 'Black pepper', amount: 20 });
    expect(above('its maker, sheet of 2026')).toMatchObject({ level: 'stop' });
    expect(above('common practice')!.sentence).toContain('above its greatest dose of 10 g/kg');
  });

  it('checks every heat at its hottest', () => {
    const hotness = [
      { name: 'mild', factor: 1 },
      { name: 'hot', factor: 3 },
    ];
    const document = recipeOf([line('Fine salt', 16), line('Black pepper', 4, { hot: true })], 'fresh-link', {
      hotness,
    });
    expect(sentences(document, 'sign').join()).toContain('12 g/kg is above its greatest dose');
    expect(sentences({ ...document, hotness: [] }, 'stop')).toEqual([]);
  });

  it('refuses a piece that its casing cannot hold: 140 mm of 30 mm is 102.9 g (arithmetic)', () => {
    const casing = { casingId: 'c', name: 'Hog 30', calibreMm: 30, gPerM: 7, material: 'hog' };
    const of = (linkMassG: number | null, linkLengthMm: number | null) =>
      sentences(
        recipeOf([line('Fine salt', 16)], 'fresh-link', { casing, linkMassG, linkLengthMm }),
        'stop',
      ).join();
    expect(of(160, 140)).toContain('holds about 103 g; 160 g cannot be met');
    expect(of(60, 140)).toContain('60 g cannot be met');
    expect(of(103, 140)).toBe('');
    expect(of(95, 140)).toBe('');
    expect(of(160, null)).toBe('');
  });

  it('measures pieces against casing and horn, and minds what melts', () => {
    const big = new Map([
      ...LIBRARY,
      ['Cheese', { ...LIBRARY.get('Cheese')!, piece: { mm: 20, melting: 'melts' as const } }],
    ]);
    const document = recipeOf([line('Cure 6.25', 2), line('Fine salt', 16), line('Cheese', 80)], 'ring');
    const found = checkRecipe({ name: 'x', document, library: big, book: 'us' })
      .findings.map((f) => f.sentence)
      .join(' ');
    expect(found).toContain('jam a casing of 32 mm');
    expect(found).toContain('melts in the cook');
  });

  it('warns of a packet that is stretched: 23 kg on a packet for 20 is 13 % weak', () => {
    const dose = { packet: { netG: 500, seasonsKg: 23 } };
    expect(sentences(recipeOf([line('Cure packet', 1, { dose })], 'ring'), 'warn').join()).toContain(
      '13 % weak',
    );
  });
});
