import { describe, expect, it } from 'vitest';
import {
  casingNeed,
  checkWindow,
  controlChart,
  doseFraction,
  fold,
  formatLength,
  formatMass,
  formatNumber,
  formatTemperature,
  linkFigures,
  nitrite,
  readDecimal,
  scaleRecipe,
  scaleTo,
  type BatchFacts,
  type BenchEntry,
} from '../src/index.js';
import { SCALES } from '../src/weighing/shop-scales.js';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { CURE, METHOD, meatIn, weigh } from './a-cured-batch.js';
import { LIBRARY, line, recipeOf } from './recipe-shelf.js';

const METRIC = { system: 'metric' } as const;
const POUND = { system: 'pound' } as const;
const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');

describe('a figure at the edge of its unit', () => {
  it('is grams below a kilogram, with the decimals of its size', () => {
    const shown = [9990, 10_000, 99_900, 100_000, 999_000, 1_000_000].map((mg) =>
      plain(formatMass(mg, METRIC)),
    );
    expect(shown).toEqual(['9.99 g', '10.0 g', '99.9 g', '100 g', '999 g', '1.00 kg']);
  });

  it('is ounces below a pound, with a third decimal below ten', () => {
    const oz = 28_349.523125;
    const shown = [9.9 * oz, 10 * oz, 15.9 * oz, 453_592.37, 1.5 * 453_592.37].map((mg) =>
      plain(formatMass(mg, POUND)),
    );
    expect(shown).toEqual(['9.900 oz', '10.00 oz', '15.90 oz', '1 lb 0.0 oz', '1 lb 8.0 oz']);
  });

  it('has its sign in front, in either system, and never a minus before nothing', () => {
    expect(plain(formatMass(-1_500_000, METRIC))).toBe('−1.50 kg');
    expect(plain(formatMass(-2 * 453_592.37, POUND))).toBe('−2 lb 0.0 oz');
    expect(plain(formatMass(-28_349.523125, POUND))).toBe('−1.000 oz');
    expect(formatNumber(-0.004, 2, METRIC)).toBe('0.00');
    expect(formatNumber(-0.006, 2, METRIC)).toBe('−0.01');
    expect(plain(formatNumber(1_234_567.5, 1, { ...METRIC, numberStyle: 'comma' }))).toBe('1 234 567,5');
  });

  it('is millimetres below a metre and inches below two feet', () => {
    expect([999, 1000].map((mm) => plain(formatLength(mm, METRIC)))).toEqual(['999 mm', '1.00 m']);
    expect([607.06, 609.6].map((mm) => plain(formatLength(mm, POUND)))).toEqual(['23.9 in', '2.0 ft']);
    expect(plain(formatTemperature(-18, POUND))).toBe('−0.4 °F');
    expect(plain(formatTemperature(4, METRIC))).toBe('4.0 °C');
  });

  it('is read with both marks only where they stand as marks do', () => {
    expect(readDecimal('1,234.5')).toBe(1234.5);
    expect(readDecimal('1.234,5')).toBe(1234.5);
    expect(readDecimal('.5')).toBe(0.5);
    for (const wrong of ['1,23.5', '1.2,3.4', '12,345,6.7', '.', '-', '1,,2'])
      expect(() => readDecimal(wrong), wrong).toThrow();
  });
});

describe('what no figure can be', () => {
  const NONE = [0, -1, NaN, Infinity, -Infinity];

  it('is refused of a casing at the field it is in', () => {
    const need = (more: object) => () => casingNeed({ massKg: 10, calibreMm: 30, lengthMm: 140, ...more });
    for (const massKg of NONE)
      expect(need({ massKg }), String(massKg)).toThrow('The mass must be above 0 kg.');
    for (const packM of [0, -1, NaN]) expect(need({ packM })).toThrow('A pack must hold more than 0 m.');
    for (const twistMm of [-1, 201, NaN]) expect(need({ twistMm })).toThrow('from 0 to 200 mm');
    for (const sparePct of [-1, 201, NaN]) expect(need({ sparePct })).toThrow('from 0 to 200 %');
    for (const edge of [
      { twistMm: 0 },
      { twistMm: 200 },
      { sparePct: 0 },
      { sparePct: 200 },
      { tubeMm: 140 },
    ])
      expect(need(edge), JSON.stringify(edge)).not.toThrow();
    expect(need({ tubeMm: 139 })).toThrow('at least as long');
    expect('packs' in need({})()).toBe(false);
    expect('tubes' in need({})()).toBe(false);
  });

  it('is refused of a link', () => {
    const link = (more: object) => () => linkFigures({ calibreMm: 30, lengthMm: 140, ...more });
    for (const calibreMm of [4.9, 250.1, NaN]) expect(link({ calibreMm })).toThrow('from 5 to 250 mm');
    for (const density of [0.3, 2])
      expect(link({ densityGPerMl: density })).toThrow('between 0.3 and 2 g/mL');
    for (const fill of [0.2, 2]) expect(link({ fill })).toThrow('between 0.2 and 2');
    for (const edge of [
      { calibreMm: 5 },
      { calibreMm: 250 },
      { fill: 0.21 },
      { fill: 1.99 },
      { densityGPerMl: 0.31 },
    ])
      expect(link(edge), JSON.stringify(edge)).not.toThrow();
    expect(link({ massG: 100 })).toThrow('not both');
    expect(link({ lengthMm: undefined })).toThrow('not both');
    expect(link({ lengthMm: 0 })).toThrow('larger than 0');
    expect(link({ lengthMm: undefined, massG: 0 })).toThrow('larger than 0');
    // Half the fill is half the grams; a pound holds 453.592 grams of it.
    const { massG, perKg, perLb } = link({ fill: 0.5 })();
    expect(massG * 2).toBeCloseTo(link({})().massG, 9);
    expect(perKg * massG).toBeCloseTo(1000, 9);
    expect(perLb * massG).toBeCloseTo(453.59237, 9);
  });

  it('is refused of a cure', () => {
    const ask = (more: object) => () =>
      nitrite({ cureG: 25, nitritePct: 6.25, meatKg: 10, mixKg: 11, book: 'us', ...more });
    for (const nitritePct of [0, -1, 100.1, NaN]) expect(ask({ nitritePct })).toThrow('strength of the cure');
    for (const nitratePct of [-0.1, 100.1]) expect(ask({ nitratePct })).toThrow('from 0 to 100 %');
    for (const cureG of [-1, Infinity]) expect(ask({ cureG })).toThrow('0 g or more');
    for (const meatKg of NONE) expect(ask({ meatKg }), String(meatKg)).toThrow('more than 0 kg');
    expect(ask({ mixKg: 9.9 })).toThrow('less than its meat');
    expect(ask({ mixKg: undefined, book: 'eu' })).toThrow('the mix weight in kg is needed');
    for (const edge of [
      { nitritePct: 100 },
      { nitratePct: 0 },
      { nitratePct: 100 },
      { cureG: 0 },
      { mixKg: 10 },
    ])
      expect(ask(edge), JSON.stringify(edge)).not.toThrow();
    expect(ask({ nitratePct: 4 })().nitratePpm).toBeCloseTo(100, 9);
    expect('nitratePpm' in ask({})()).toBe(false);
    expect('ppmOnMix' in ask({ mixKg: undefined })()).toBe(false);
  });

  it('is refused of a dose and of an amount', () => {
    const packet = (seasonsKg: number, netG: number) => () => doseFraction({ packet: { seasonsKg, netG } });
    for (const wrong of [packet(0, 100), packet(10, 0), packet(-1, 100), packet(NaN, 100)])
      expect(wrong).toThrow('both above 0');
    expect(packet(10, 250)()).toEqual({ basis: 'meat', fraction: 0.025 });
    for (const wrong of [-0.1, NaN, Infinity]) {
      expect(() => doseFraction({ gPerKgMeat: wrong })).toThrow('0 or more');
      expect(() => doseFraction({ pctOfMix: wrong })).toThrow('0 or more');
    }
    expect(doseFraction({ gPerKgMix: 12 })).toEqual({ basis: 'mix', fraction: 0.012 });
    const scale = (more: object) => () =>
      scaleTo({
        document: recipeOf([line('Fine salt', 16)]),
        library: LIBRARY,
        wanted: 'meat',
        amount: 1e6,
        productYield: 0.9,
        scales: SCALES,
        ...more,
      });
    for (const amount of NONE) expect(scale({ amount }), String(amount)).toThrow('it must be above 0');
    for (const productYield of [0, -1, 2.01, NaN])
      expect(scale({ productYield })).toThrow('a fraction above 0');
    expect(scale({ productYield: 2 })).not.toThrow();
    expect(scale({ amount: 1.01e11 })).toThrow('100 t');
    const plainly = (more: object) => () =>
      scaleRecipe({ meatKg: 8, lines: [{ name: 'salt', dose: { gPerKgMeat: 16 } }], ...more });
    for (const loads of [0, 1.5, 1001, NaN])
      expect(plainly({ loads })).toThrow('whole number from 1 to 1000');
    for (const divisionG of [0, 0.0005, 0.0015, NaN])
      expect(plainly({ divisionG })).toThrow('whole number of milligrams');
    for (const edge of [{ loads: 1 }, { loads: 1000 }, { divisionG: 0.001 }])
      expect(plainly(edge)).not.toThrow();
  });
});

describe('a fat window for its class', () => {
  const levels = (minPct: number, maxPct: number, book: 'us' | 'eu' | null = null) =>
    checkWindow({ minPct, maxPct }, 'dried', book).map((c) => c.level);
  it('is fine up to what is usual, and warned of beyond it', () => {
    expect(levels(15, 35)).toEqual([]);
    expect(levels(14.9, 35)).toEqual(['warn']);
    expect(levels(15, 35.1)).toEqual(['warn']);
    expect(levels(14, 36)).toEqual(['warn', 'warn']);
    expect(levels(15, 35, 'us')).toEqual(['note']);
    expect(checkWindow({ minPct: 0, maxPct: 99 }, undefined, 'us')).toEqual([]);
  });
});

describe('a chart of single values', () => {
  it('flags in their order, and a run of eight on one side only where it is one', () => {
    const flat = Array.from({ length: 20 }, (_, i) => (i % 2 === 0 ? 10 : 12));
    expect(controlChart({ values: [30, ...flat, -8] }).flags).toEqual([0, 21]);
    const chart = controlChart({ values: [1, 3] });
    expect(chart.centre).toBe(2);
    expect(chart.ucl).toBeCloseTo(2 + (3 / 1.128) * 2, 9);
    expect(chart.lcl).toBeCloseTo(2 - (3 / 1.128) * 2, 9);
    expect(() => controlChart({ values: [1] })).toThrow('At least two');
    expect(() => controlChart({ values: [1, NaN] })).toThrow('Value 2');
  });
});

describe('the casing of a batch', () => {
  /** Ten kilograms into links of 100 g and 140 mm: 100 of them, 14 m filled, 1.5 m twisted, a tenth spare. */
  function stuffing(leftMm = 20_000): BatchFacts {
    const bare = aBatch(METHOD, {
      meats: [{ name: 'Lean', plannedMg: 10_000_000, fatPct: 25 }],
      casing: { lengthMm: leftMm, gPerM: 10 },
    });
    const casing = { casingId: 'c', name: 'Hog 30', calibreMm: 30, gPerM: 10, material: 'hog' };
    return {
      ...bare,
      batch: {
        ...bare.batch,
        plannedMeatMg: 10_000_000,
        recipe: { ...bare.batch.recipe, casing, linkMassG: 100, linkLengthMm: 140 },
      },
    };
  }
  const out = (stepId: string, massMg: number, more: object = {}): BenchEntry => ({
    kind: 'out',
    body: { id: `${stepId} ${massMg}`, stepId, to: 'next', massMg, ...more },
  });
  const IN = [weigh('line Lean', 10_000_000), out('mix', 10_000_000)];
  const taken: BenchEntry = { kind: 'casing', body: { id: 'cas', stepId: 'stuff', lengthMm: 9000 } };
  const casingOf = (facts: BatchFacts, ...entries: BenchEntry[]) =>
    fold(afterEntries(facts, entries), A_SHOP).casing!;

  it('is planned on the mix before anything is there', () => {
    const planned = casingOf(stuffing());
    expect(planned).toMatchObject({
      name: 'Hog 30',
      calibreMm: 30,
      links: 100,
      stuffedMg: 0,
      usedMm: 0,
      leftMm: 20_000,
      strands: 0,
      bursts: 0,
      tubes: null,
      tubeMm: null,
      uncasedMg: 0,
      linkLengthMm: 140,
    });
    expect(planned.filledM).toBeCloseTo(14, 9);
    expect(planned.twistM).toBeCloseTo(1.5, 9);
    expect(planned.spareM).toBeCloseTo(1.55, 9);
    expect(planned.needM).toBeCloseTo(17.05, 9);
    expect(planned.aheadM).toBeCloseTo(17.05, 9);
    expect(planned.shortM).toBe(0);
    expect(casingOf(stuffing(15_000)).shortM).toBeCloseTo(2.05, 9);
  });

  it('is looked at by what was really taken, once enough is stuffed', () => {
    // Half is stuffed and took 9 m, 1.8 m to the kilogram; what stands there is the other half and 90 g of casing.
    const half = casingOf(stuffing(), ...IN, taken, out('stuff', 5_000_000));
    expect(half).toMatchObject({ stuffedMg: 5_000_000, usedMm: 9000, leftMm: 11_000, links: 100 });
    expect(half.aheadM).toBeCloseTo(1.8 * 5.09, 9);
    expect(half.shortM).toBe(0);
    expect(casingOf(stuffing(15_000), ...IN, taken, out('stuff', 5_000_000)).shortM).toBeCloseTo(
      1.8 * 5.09 - 6,
      9,
    );
  });

  it('is nothing more once the stuffing is closed, whatever stands there', () => {
    const facts = afterEntries(stuffing(), [...IN, taken, out('stuff', 9_000_000)]);
    const closed = {
      ...facts,
      steps: facts.steps.map((s) => (s.id === 'stuff' ? { ...s, closedAt: A_SHOP.now } : s)),
    };
    expect(fold(facts, A_SHOP).casing).toMatchObject({ links: 100 });
    expect(fold(closed, A_SHOP).casing).toMatchObject({ links: 90, aheadM: 0, shortM: 0 });
  });

  it('is none without a casing, a lot or a piece, or where nobody stuffs', () => {
    const facts = stuffing();
    const recipe = (more: object): BatchFacts => ({
      ...facts,
      batch: { ...facts.batch, recipe: { ...facts.batch.recipe, ...more } },
    });
    for (const without of [
      recipe({ casing: null }),
      recipe({ linkMassG: null, linkLengthMm: null }),
      { ...facts, casings: [] },
    ])
      expect(fold(without, A_SHOP).casing).toBeNull();
    const leftOut = { ...facts, steps: facts.steps.map((s) => ({ ...s, leftOut: s.id === 'stuff' })) };
    expect(fold(leftOut, A_SHOP).casing).toMatchObject({ links: 100, stuffedMg: 0 });
  });
});

describe('what is reckoned beside the batch’s own lines', () => {
  it('is the seasoning of a correction, on the meat of that correction alone', () => {
    const facts = meatIn();
    const [meat, salt] = [
      facts.lines.find((l) => l.name === 'Lean')!,
      facts.lines.find((l) => l.name === 'Fine salt')!,
    ];
    const step = { ...facts.steps[0]!, id: 'more', origin: 'fat' as const, originNo: 1 };
    const season = { ...facts.steps[1]!, id: 'season', origin: 'fat' as const, originNo: 1 };
    const lines = [
      ...facts.lines,
      { ...meat, id: 'more lean', stepId: 'more', plannedMg: 2_000_000 },
      { ...meat, id: 'other', stepId: 'another', plannedMg: 7_000_000 },
      { ...salt, id: 'more salt', stepId: 'season', plannedMg: 8_000, seasonsStepId: 'more' },
    ];
    const view = fold({ ...facts, steps: [...facts.steps, step, season], lines }, A_SHOP);
    const own = view.lines.find((l) => l.id === 'more salt');
    // 8 g on the 2 kg that they are for.
    expect(own?.gPerKgMeat).toBeCloseTo(4, 9);
    expect(own?.perLoadMg).toEqual([8_000]);
    expect(own?.pctOfMix).toBeCloseTo((100 * 8) / (2000 * 1.0215), 6);
  });

  it('is the protein of the meat by the fat of the blend as it is made', () => {
    const cooked = (fatPct: number, more: (facts: BatchFacts) => BatchFacts = (f) => f) => {
      const facts = meatIn({ ingredients: [CURE, ingredientLine('Water', 300, { role: 'liquid' })] });
      const accounts = facts.accounts.map((a) => (a.name === 'Belly' ? { ...a, fatPct } : a));
      const recipe = { ...facts.batch.recipe, state: 'cooked' as const, fatClass: 'cooked' as const };
      const made = more({ ...facts, accounts, batch: { ...facts.batch, recipe } });
      return (
        fold(made, { ...A_SHOP, book: 'us' }).gauges.find((g) => g.substance === 'fat and added water')
          ?.value ?? NaN
      );
    };
    const [lean, fat] = [cooked(20), cooked(80)];
    // Fatter meat has less protein, so that more of the same water counts as added.
    expect(fat).toBeGreaterThan(lean);
    const without = (names: readonly string[]) => (facts: BatchFacts) => ({
      ...facts,
      accounts: facts.accounts.map((a) => (names.includes(a.name) ? { ...a, fatPct: null } : a)),
      batch: { ...facts.batch, windowMinPct: 21.25, windowMaxPct: 21.25 },
    });
    // Of a blend of 21.25 % it is the same as of a window that begins and ends there, while no fat is known.
    expect(cooked(55, without(['Lean', 'Belly']))).toBeCloseTo(cooked(55), 6);
    // Where the fat of one lot is not known, that of the other stands for both.
    expect(cooked(10, without(['Lean']))).toBeCloseTo(cooked(10), 6);
  });

  it('are places in the order of the work, whichever was written first', () => {
    const facts = meatIn();
    const order = fold({ ...facts, accounts: [...facts.accounts].reverse() }, A_SHOP).ribbon.map(
      (r) => r.position,
    );
    expect(order).toEqual([...order].sort((a, b) => (a ?? 0) - (b ?? 0)));
    expect(order).toEqual([3, 4, 5]);
  });
});

it('says how much cure the limit allows', () => {
  // A quarter ounce of 6.25 % to 25 lb is 156.25 ppm: 25 g to 10 kg (9 CFR 424.21).
  expect(nitrite({ cureG: 1, nitritePct: 6.25, meatKg: 10, book: 'us' }).maxCureG).toBeCloseTo(25, 9);
});

it('reads groups of thousands, and nothing that only looks like them', () => {
  expect(readDecimal('1,234,567.5')).toBe(1_234_567.5);
  expect(readDecimal('12,345.5')).toBe(12_345.5);
  expect(readDecimal('123,456,789.25')).toBe(123_456_789.25);
  for (const wrong of ['1234,567.5', '1,2345.5', ',123.4', '1,234,56.7'])
    expect(() => readDecimal(wrong), wrong).toThrow();
});
