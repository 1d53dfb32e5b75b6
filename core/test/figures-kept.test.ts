import { describe, expect, it } from 'vitest';
import {
  BOOK_IDS,
  LIMIT_RULES,
  NO_CONTENTS,
  brokenSpeciesRules,
  fold,
  gauges,
  leanComposition,
  nitrite,
  parseQuantity,
  recipeFigures,
  sample,
  scaleRecipe,
  shareOut,
  yields,
  type LedgerAccount,
  type LedgerTransfer,
} from '../src/index.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, METHOD, SALT, meatIn, weigh } from './a-cured-batch.js';
import { LIBRARY, line, recipeOf } from './recipe-shelf.js';

const near = (a: number, b: number) => expect(a).toBeCloseTo(b, 6);

describe('a sum shared out', () => {
  it('asks for parts above zero together and none below', () => {
    expect(shareOut(10, [1, 0, 1])).toEqual([5, 0, 5]);
    for (const weights of [[], [0, 0], [5, -1], [-1, 5], [NaN, 1], [-3, -4]])
      expect(() => shareOut(10, weights), String(weights)).toThrow('none below');
  });
});

describe('a number in a quantity', () => {
  it('has one decimal mark behind its groups', () => {
    for (const text of ['1,234.5.6 kg', '1.234,5,6 kg', '1,234.5.6,7 kg'])
      expect(() => parseQuantity(text), text).toThrow();
  });

  it('is grouped by a mark that repeats, unless that is the reader’s decimal mark', () => {
    const read = (text: string, numberStyle?: 'point' | 'comma') => {
      const quantity = parseQuantity(text, { expect: 'mass', ...(numberStyle ? { numberStyle } : {}) });
      return quantity.kind === 'mass' ? quantity.massMg : undefined;
    };
    expect(read('1.234.567 g')).toBe(1_234_567_000);
    expect(read('1.234.567 g', 'comma')).toBe(1_234_567_000);
    expect(read('1,234,567 g', 'point')).toBe(1_234_567_000);
    expect(() => read('1.234.567 g', 'point')).toThrow();
    expect(() => read('1,234,567 g', 'comma')).toThrow();
  });

  it('is a temperature with blanks around the degree', () => {
    for (const text of ['5 ° C', '5° C', '5°C', '5 C', '5 degrees celsius'])
      expect(parseQuantity(text, { expect: 'temperature' }), text).toMatchObject({
        kind: 'temperature',
        tempC: 5,
      });
  });
});

describe('the average rule of packs', () => {
  // 76/211/EEC Annex I, from memory: 9 g at 200 to 300 g, 4.5 % from 100 to 200 g.
  const pass = (massesG: number[], nominalG: number) => sample({ massesG, nominalG }).averageRule;
  it('counts what lacks more than the error, and more than twice, not what lacks just so much', () => {
    const heavy = Array.from({ length: 39 }, () => 252);
    expect(pass([...heavy, 241], 250)).toMatchObject({ below: 0, belowTwice: 0, pass: true });
    expect(pass([...heavy, 240.9], 250)).toMatchObject({ below: 1, belowTwice: 0, pass: true });
    expect(pass([...heavy, 232], 250)).toMatchObject({ below: 1, belowTwice: 0, pass: true });
    expect(pass([...heavy, 231.9], 250)).toMatchObject({ below: 1, belowTwice: 1, pass: false });
    // One in forty may lack the error; two in forty-one may not.
    expect(pass([...heavy, 240.9, 240.9], 250)).toMatchObject({ below: 2, pass: false });
  });

  it('goes by the size: 9 % to 50 g, 4.5 g to 100 g, 4.5 % to 200 g, 9 g, 3 % to 500 g, 15 g, 1.5 %', () => {
    for (const [nominal, error] of [
      [20, 1.8],
      [50, 4.5],
      [70, 4.5],
      [100, 4.5],
      [160, 7.2],
      [200, 9],
      [240, 9],
      [300, 9],
      [400, 12],
      [500, 15],
      [800, 15],
      [1000, 15],
      [2000, 30],
    ] as const) {
      const full = Array.from({ length: 39 }, () => nominal * 1.02);
      expect(pass([...full, nominal - error + 0.001], nominal)?.below, `${nominal}`).toBe(0);
      expect(pass([...full, nominal - error - 0.001], nominal)?.below, `${nominal}`).toBe(1);
    }
  });
});

describe('species', () => {
  it('at most so much of one is kept by so much, and broken by more', () => {
    const meats = (beef: number) => [
      { species: 'pork', massKg: 100 - beef },
      { species: 'beef', massKg: beef },
    ];
    const rules = [
      { species: 'pork', minPct: 50 },
      { species: 'beef', maxPct: 30 },
    ];
    for (const kept of [0, 10, 30]) expect(brokenSpeciesRules(rules, meats(kept)), String(kept)).toEqual([]);
    expect(brokenSpeciesRules(rules, meats(31))).toEqual([
      'At most 30 % beef is claimed; this blend has 31.0 %.',
    ]);
    expect(brokenSpeciesRules(rules, meats(51))).toEqual([
      'At least 50 % pork is claimed; this blend has 49.0 %.',
      'At most 30 % beef is claimed; this blend has 51.0 %.',
    ]);
  });
});

describe('the books', () => {
  it('name the law that each limit comes from: their own', () => {
    const of = (book: string) =>
      LIMIT_RULES.find((r) => r.book === book && r.substance === 'added water' && r.does === 'label')?.source;
    expect(of('eu')).toContain('Regulation (EU) 1169/2011 Annex VI');
    expect(of('uk')).toContain('Regulation 1169/2011 as retained Annex VI');
    expect(of('ca')).toContain('Food and Drug Regulations');
    for (const book of BOOK_IDS) {
      const sources = LIMIT_RULES.filter((r) => r.book === book).map((r) => r.source);
      expect(
        sources.every((s) => /memory|common practice/.test(s)),
        book,
      ).toBe(true);
    }
  });
});

describe('gauges', () => {
  const shown = (lines: ReturnType<typeof line>[], book: 'us' | 'eu', more: object = {}) =>
    gauges({
      figures: recipeFigures(recipeOf(lines), LIBRARY),
      state: 'cooked',
      fatClass: 'cooked',
      book,
      meatMg: 10e6,
      productYield: 0.9,
      ...more,
    });

  it('are of what is in it: no binder and no soy, no gauge of them', () => {
    const bare = shown([line('Fine salt', 16), line('Iced water', 100)], 'us').map((g) => g.substance);
    expect(bare).not.toContain('binder');
    expect(bare).not.toContain('soy protein');
    const full = shown([line('Fine salt', 16), line('Soy protein', 20), line('Rusk', 10)], 'us');
    const of = (what: string) => full.find((g) => g.substance === what);
    // 20 + 10 g of 1046 g, of which nine tenths are left when it is cooked.
    if (of('binder')) near(of('binder')!.value, (30 / 1046 / 0.9) * 100);
    if (of('soy protein'))
      near(
        of('soy protein')!.value,
        (of('soy protein')!.basis === 'product' ? 1 / 0.9 : 1) * (20 / 1046) * 100,
      );
    expect(full.some((g) => g.substance === 'binder' || g.substance === 'soy protein')).toBe(true);
  });

  it('say the parts of fat and added water in percent of the finished product', () => {
    const lines = [line('Fine salt', 16), line('Iced water', 184)];
    const f = recipeFigures(recipeOf(lines), LIBRARY);
    const gauge = shown(lines, 'us').find((g) => g.substance === 'fat and added water');
    const product = f.mixPerMeat * 0.9;
    const pct = (kg: number) => ((kg / product) * 100).toFixed(1);
    const lean = leanComposition(f.meatFat[1] * 100);
    // Meat and 184 g of iced water, less the tenth that the heat took.
    const water = lean.waterPct / 100 + 0.184 - f.mixPerMeat * 0.1;
    expect(gauge?.written).toContain(
      `fat ${pct(f.meatFat[1])} %, water ${pct(water)} % less 4 × ${pct(lean.proteinPct / 100)} % protein of the meat`,
    );
    expect(Number(pct(water))).toBeGreaterThan(30);
  });

  it('have no room to say for nitrite that no cure of the recipe brings', () => {
    const f = recipeFigures(recipeOf([line('Cure 6.25', 2)]), LIBRARY);
    const nitrite = (figures: typeof f) =>
      gauges({ figures, state: 'cooked', fatClass: 'cooked', book: 'us', meatMg: 1e6 }).find(
        (g) => g.substance === 'nitrite',
      );
    expect(nitrite(f)?.roomMg).toBeGreaterThan(0);
    const byMeat = { ...f, lines: f.lines.filter((l) => l.line.role !== 'cure') };
    expect(nitrite(byMeat)).toMatchObject({ value: f.nitrite * 1e6, roomMg: null });
  });
});

describe('the ledger of a batch', () => {
  const ACCOUNTS: LedgerAccount[] = [
    { id: 'lean', kind: 'lot', measure: 'mg', name: 'Lean' },
    { id: 'salt', kind: 'lot', measure: 'mg', name: 'Salt' },
    { id: 'found', kind: 'gain', measure: 'mg', name: 'Found' },
    { id: 'grind', kind: 'place', measure: 'mg', name: 'Grind', position: 1, closed: true },
    { id: 'mix', kind: 'place', measure: 'mg', name: 'Mix', position: 2, closed: false },
    { id: 'rest', kind: 'place', measure: 'mg', name: 'Rest', position: 3, closed: false },
  ];
  const move = (id: string, from: string, to: string, amount: number): LedgerTransfer => ({
    id,
    from,
    to,
    amount,
  });
  const DAY = [
    move('1', 'lean', 'grind', 10_000),
    move('2', 'grind', 'mix', 9_600),
    move('3', 'salt', 'mix', 160),
    move('4', 'found', 'mix', 40),
  ];

  it('has yields of the places that something came into, and of no others', () => {
    const answer = yields({ accounts: ACCOUNTS, meatBlock: ['lean'], transfers: DAY });
    expect(answer.stepYields).toEqual({ grind: 0.96, mix: 0 });
    expect(answer.runningYields).toEqual({ grind: 0.96, mix: 0.98 });
    expect([answer.unaccountedMg, answer.stillThereMg]).toEqual([400, 9_800]);
  });
});

describe('cure of a batch in loads', () => {
  const PLAIN = ingredientLine('Salt', 18, { role: 'salt' });

  it('is judged load by load as soon as one cure was, another beside it for all alike', () => {
    const second = ingredientLine('Second cure', 5, { role: 'cure', nitritePct: 0.6 });
    const mixer = { mixerCapacityKg: 11 };
    const begun = meatIn({ ingredients: [CURE, SALT, second], ...mixer });
    const { cure, loads } = fold(begun, A_SHOP);
    expect([loads, cure.parts.map((p) => p.load)]).toEqual([2, [0]]);
    const poured = fold(
      afterEntries(begun, [weigh('line Cure', 100_000, 1), weigh('line Second cure', 100_000)]),
      A_SHOP,
    );
    expect(poured.cure.parts.map((p) => p.load)).toEqual([1, 2]);
    // 600 mg and half of 600 mg in ten kilograms of meat; half of 600 mg in the other.
    expect(poured.cure.parts.map((p) => Math.round(p.ppmOnMeat))).toEqual([90, 30]);
    expect(poured.cure.state).toBe('under');
  });

  it('is meant where a line of cure is written, and not where none is and none is in', () => {
    expect(fold(meatIn(), A_SHOP).cure.meant).toBe(true);
    expect(fold(aBatch(METHOD, { ingredients: [PLAIN] }), A_SHOP).cure).toMatchObject({
      meant: false,
      state: 'none',
    });
  });

  it('of nitrate alone is held to what the recipe means, on the basis of the book', () => {
    const carries = {
      contents: { ...NO_CONTENTS, saltPct: 99.5, nitratePct: 0.5 },
      allergens: [],
      parts: [],
    };
    const slow = ingredientLine('Slow cure', 20, { role: 'cure', carries });
    const batch = meatIn({ ingredients: [slow, ingredientLine('Water', 80, { role: 'liquid' })] });
    // 20 g of half a percent are 100 mg on a kilogram of meat, and on 1.1 kg of mix a tenth less.
    const us = fold(batch, { ...A_SHOP, book: 'us' }).cure;
    expect([us.substance, us.basis]).toEqual(['nitrate', 'meat block']);
    near(us.floorPpm, 95);
    const eu = fold(batch, A_SHOP).cure;
    expect([eu.substance, eu.basis]).toEqual(['nitrate', 'mix']);
    near(eu.floorPpm, 95 / 1.1);
  });
});

describe('a batch of an early recipe, whose lines kept only what they are', () => {
  const gaugesOf = (ingredients: ReturnType<typeof ingredientLine>[]) =>
    fold(meatIn({ ingredients }), { ...A_SHOP, book: 'uk' }).gauges;

  it('has water from its liquid alone, and salt from its salt and what of a cure is no nitrite', () => {
    const salt = ingredientLine('Salt', 18, { role: 'salt' });
    const dry = gaugesOf([salt, ingredientLine('Pepper', 60)]);
    expect(dry.find((g) => g.substance === 'added water')).toBeUndefined();
    const wet = gaugesOf([salt, ingredientLine('Water', 82, { role: 'liquid' })]);
    near(wet.find((g) => g.substance === 'added water')!.value, (82 / 1100) * 100);
    const cured = gaugesOf([salt, { ...CURE, dose: { gPerKgMeat: 10 } }]).find((g) => g.substance === 'salt');
    // 18 g and 99.4 % of 10 g on 1028 g, or on the kilogram of meat.
    const saltG = 18 + 9.94;
    near(cured!.value, cured!.basis === 'meat block' ? saltG : saltG / 1.028);
  });
});

describe('nitrite of a cure by a book', () => {
  it('says the mix it is of only where that is known, and asks for it where the book is by the mix', () => {
    const us = nitrite({ cureG: 25, nitritePct: 6.25, meatKg: 10, book: 'us' });
    near(us.ppmOnMeat, 156.25);
    expect('ppmOnMix' in us).toBe(false);
    const eu = nitrite({ cureG: 25, nitritePct: 6.25, meatKg: 10, mixKg: 12.5, book: 'eu' });
    near(eu.ppmOnMix!, 125);
    expect(() => nitrite({ cureG: 25, nitritePct: 6.25, meatKg: 10, book: 'eu' })).toThrow(
      'sets its limit on the mix',
    );
  });

  it('is kept by just the most that may be weighed, and not by a thousandth more', () => {
    for (const book of BOOK_IDS) {
      const by = (cureG: number) => nitrite({ cureG, nitritePct: 0.6, meatKg: 10, mixKg: 11, book });
      const { maxCureG } = by(1);
      expect([by(maxCureG).withinLimit, by(maxCureG * 1.002).withinLimit], book).toEqual([true, false]);
    }
    expect(() => nitrite({ cureG: 5, nitritePct: 0, meatKg: 1, book: 'us' })).toThrow('strength of the cure');
  });
});

describe('a recipe scaled by figures alone', () => {
  it('is of more than nothing and of no more than a thousand tons', () => {
    const salt = [{ name: 'salt', dose: { gPerKgMeat: 16 } }];
    expect(scaleRecipe({ meatKg: 1e6, lines: salt }).lines[0]?.massG).toBe(16e6);
    for (const meatKg of [0, -1, 1e6 + 1, NaN])
      expect(() => scaleRecipe({ meatKg, lines: salt }), String(meatKg)).toThrow('more than 0 kg');
  });
});

describe('a ledger that cannot be', () => {
  const lot: LedgerAccount = { id: 'lean', kind: 'lot', measure: 'mg', name: 'Lean' };
  const place: LedgerAccount = {
    id: 'mix',
    kind: 'place',
    measure: 'mg',
    name: 'Mix',
    position: 1,
    closed: false,
  };
  const by = (amount: number) => () =>
    yields({
      accounts: [lot, place],
      meatBlock: ['lean'],
      transfers: [{ id: '1', from: 'lean', to: 'mix', amount }],
    });

  it('is refused at the mass: nothing, less than nothing, a part of a milligram, too much to count', () => {
    for (const amount of [0, -5, 0.5, NaN, 2 ** 53])
      expect(by(amount), String(amount)).toThrow('A mass must be a whole number of milligrams above 0.');
    expect(by(1)().balances).toEqual({ lean: -1, mix: 1 });
    // Nothing came in: no yield, and nothing missing.
    const empty = yields({ accounts: [lot, place], meatBlock: ['lean'], transfers: [] });
    expect(empty).toEqual({
      balances: { lean: 0, mix: 0 },
      stepYields: {},
      runningYields: {},
      stillThereMg: 0,
      unaccountedMg: 0,
    });
  });
});

describe('a number with one mark', () => {
  it('is asked about where it may be a thousand or a part, and read where the style says which', () => {
    const read = (text: string, numberStyle?: 'point' | 'comma') =>
      parseQuantity(text, { expect: 'mass', ...(numberStyle ? { numberStyle } : {}) });
    expect(() => read('1.234 kg')).toThrow('can be read as 1.234 or as 1234');
    expect(read('1.234 kg', 'point')).toMatchObject({ massMg: 1_234_000 });
    expect(read('1.234 kg', 'comma')).toMatchObject({ massMg: 1_234_000_000 });
    expect(read('1.23 kg')).toMatchObject({ massMg: 1_230_000 });
    expect(read('0.123 kg')).toMatchObject({ massMg: 123_000 });
    expect(() => read('1.23 kg', 'comma')).toThrow('is not a number');
    expect(read('1 1/2 kg')).toMatchObject({ massMg: 1_500_000 });
    for (const wrong of ['1/2/3 kg', '1/2x kg', '1/0 kg']) expect(() => read(wrong), wrong).toThrow();
  });
});
