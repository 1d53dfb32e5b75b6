import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  InputError,
  asMade,
  compareRecipes,
  declaration,
  fromRows,
  knownFactor,
  preBlendFacts,
  preBlendParts,
  recipeCost,
  scaleTo,
  substitute,
  toRows,
  tryScaleTo,
  type Ingredient,
  type LabelPart,
  type ScaleSpec,
  type WorkingLine,
} from '../src/index.js';
import { LIBRARY, SHELF, line, recipeOf, thing } from './recipe-shelf.js';

const SCALES: ScaleSpec[] = [
  { id: 'bench', name: 'Bench', capacityMg: 15_000_000, divisionMg: 1_000, tubMg: 600_000 },
  { id: 'dose', name: 'Dose', capacityMg: 600_000, divisionMg: 10, tubMg: 40_000 },
];
const LINES = [line('Fine salt', 16), line('Black pepper', 3), line('Iced water', 60)];
const scale = (amount: number, wanted: Parameters<typeof scaleTo>[0]['wanted'] = 'meat', more: object = {}) =>
  scaleTo({
    document: recipeOf(LINES),
    library: LIBRARY,
    wanted,
    amount,
    productYield: 0.9,
    scales: SCALES,
    ...more,
  });

describe('scaling to what is wanted', () => {
  it('goes forwards from meat: 8 kg at 16, 3 and 60 g/kg (arithmetic)', () => {
    const batch = scale(8e6);
    expect(batch.lines.map((l) => l.dueMg)).toEqual([128_000, 24_000, 480_000]);
    expect(batch.mixMg).toBe(8_632_000);
    expect(batch.finishedMg).toBe(7_768_800);
    expect(batch.links).toBe(86);
  });

  it('comes back to the same meat from mix, finished kilograms, links and packs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1_000_000, max: 200_000_000 }), (meatMg) => {
        const forward = scale(meatMg);
        const near = (batch: { meatMg: number }) => Math.abs(batch.meatMg - meatMg);
        expect(near(scale(forward.mixMg, 'mix'))).toBeLessThanOrEqual(1);
        expect(near(scale(forward.finishedMg, 'finished'))).toBeLessThanOrEqual(2);
        const links = scale(forward.links!, 'links');
        expect(meatMg - links.meatMg).toBeGreaterThanOrEqual(-2);
        expect(meatMg - links.meatMg).toBeLessThan(100_001);
        const packed = scale(200, 'packs', { document: recipeOf(LINES, 'fresh-link', { packMassG: 500 }) });
        expect(packed.finishedMg).toBeCloseTo(100_000_000, -1);
        expect(packed.packs).toBeGreaterThanOrEqual(199);
      }),
    );
  });

  it('is linear, and loads sum exactly to the line in whole divisions', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 5, max: 60 }), (kg, capacity) => {
        const document = recipeOf(LINES, 'fresh-link', { mixerCapacityKg: capacity, stufferCapacityKg: 12 });
        const one = scale(kg * 1e6, 'meat', { document });
        const two = scale(2 * kg * 1e6, 'meat', { document });
        one.lines.forEach((l, i) => {
          expect(Math.abs(two.lines[i]!.dueMg - 2 * l.dueMg)).toBeLessThanOrEqual(2000);
          expect(l.perLoadMg.reduce((a, b) => a + b, 0)).toBe(l.dueMg);
          expect(Math.max(...l.perLoadMg) - Math.min(...l.perLoadMg)).toBeLessThanOrEqual(1000);
          expect(l.perLoadMg).toHaveLength(one.loads);
        });
        expect(one.loads).toBe(Math.ceil(one.mixMg / 1e6 / capacity - 1e-9));
        expect(one.fills).toBe(Math.ceil(one.mixMg / 1e6 / 12 - 1e-9));
      }),
    );
  });

  it('offers a pre-blend for what is under twenty divisions of the finest scale', () => {
    const document = recipeOf([...LINES, line('Thyme', 0.01)]);
    const tiny = scale(5e6, 'meat', { document }).lines.find((l) => l.name === 'Thyme')!;
    expect(tiny.preBlendFor).toBe(4);
    expect(scale(20e6, 'meat', { document }).lines.find((l) => l.name === 'Thyme')!.preBlendFor).toBeNull();
  });

  it('parts packets into whole ones and a weighed rest', () => {
    const packet = line('Cure packet', 1, { dose: { packet: { netG: 500, seasonsKg: 20 } } });
    const [scaled] = scale(33e6, 'meat', { document: recipeOf([packet]) }).lines;
    expect(scaled?.packets).toEqual({ whole: 1, restMg: 325_000, netMg: 500_000 });
  });

  it('multiplies only the lines that follow the heat', () => {
    const document = recipeOf([...LINES, line('Thyme', 1, { heat: true })]);
    const mild = scale(10e6, 'meat', { document });
    const hot = scale(10e6, 'meat', { document, heat: 3 });
    expect(hot.lines.map((l, i) => l.dueMg / mild.lines[i]!.dueMg)).toEqual([1, 1, 1, 3]);
  });

  it('says what it lacks', () => {
    expect(() => scale(0)).toThrowError(/above 0/);
    expect(() => scale(10, 'packs')).toThrowError(/no pack/);
    const bulk = tryScaleTo({
      document: recipeOf(LINES, 'fresh-bulk'),
      library: LIBRARY,
      wanted: 'links',
      amount: 5,
      productYield: 1,
      scales: SCALES,
    });
    expect(bulk).toMatchObject({ sentence: expect.stringContaining('no piece') });
    expect(() => scale(1e13)).toThrowError(/100 t/);
  });
});

describe('lines as CSV rows', () => {
  const doseArb = fc.oneof(
    fc.record({ gPerKgMeat: fc.double({ min: 0, max: 400, noNaN: true }) }),
    fc.record({ pctOfMix: fc.double({ min: 0, max: 40, noNaN: true }) }),
    fc.record({ pctOfMeat: fc.double({ min: 0, max: 40, noNaN: true }) }),
    fc.record({ gPerKgMix: fc.double({ min: 0, max: 400, noNaN: true }) }),
    fc.record({
      packet: fc.record({
        netG: fc.double({ min: 1, max: 900, noNaN: true }),
        seasonsKg: fc.double({ min: 1, max: 90, noNaN: true }),
      }),
    }),
    fc.constant(null),
  );
  const words = fc
    .stringMatching(/^[a-z0-9,;"' ½-]{1,20}$/)
    .map((s) => s.trim())
    .filter((s) => s !== '');
  const lineArb = fc.record(
    {
      ingredient: fc.constantFrom(...SHELF),
      dose: doseArb,
      required: fc.boolean(),
      heat: fc.boolean(),
      tolerancePct: fc.option(fc.double({ min: 0.1, max: 9, noNaN: true }), { nil: undefined }),
      spoken: fc.option(words, { nil: undefined }),
      note: fc.option(words, { nil: undefined }),
    },
    { requiredKeys: ['ingredient', 'dose', 'required', 'heat'] },
  );

  it('come back exactly as they were', () => {
    fc.assert(
      fc.property(fc.array(lineArb, { maxLength: 12 }), (drafts) => {
        const lines = drafts.map(
          ({ ingredient, heat, tolerancePct, spoken, note, ...rest }, i): WorkingLine => ({
            key: `l${i}`,
            ingredientId: ingredient.id,
            name: ingredient.name,
            role: ingredient.role,
            entersAt: 'mix',
            ...rest,
            ...(heat ? { heat: true } : {}),
            ...(tolerancePct === undefined ? {} : { tolerancePct }),
            ...(spoken === undefined ? {} : { spoken }),
            ...(note === undefined ? {} : { note }),
            ...(ingredient.contents.nitritePct > 0 ? { nitritePct: ingredient.contents.nitritePct } : {}),
          }),
        );
        expect(fromRows(toRows(lines, LIBRARY), SHELF)).toEqual(lines);
      }),
    );
  });

  it('keep an ingredient the shop does not have, and name every bad cell', () => {
    const rows = toRows([line('Fine salt', 16)], LIBRARY);
    const strange = rows.map((r, i) => (i === 0 ? r : r.map((c) => (c === 'Fine salt' ? 'Sea dust' : c))));
    expect(fromRows(strange, SHELF)[0]).toMatchObject({ name: 'Sea dust', ingredientId: null });
    const bad = rows.map((r, i) =>
      i === 0 ? r : r.map((c) => (c === 'salt' ? 'spell' : c === '16' ? 'a lot' : c)),
    );
    const paths = (() => {
      try {
        fromRows(bad, SHELF);
        return [];
      } catch (error) {
        return (error as InputError).issues.map((i) => i.path);
      }
    })();
    expect(paths).toEqual(['rows[1].role', 'rows[1].dose']);
    expect(() => fromRows([['a', 'b']], SHELF)).toThrowError(/first row must name the columns/);
  });
});

describe('the label', () => {
  const part = (name: string, massMg: number, more: Partial<LabelPart> = {}): LabelPart => ({
    name,
    massMg,
    allergens: [],
    parts: [],
    ...more,
  });

  it('declares in descending weight as made, whatever the order it was weighed in', () => {
    const arb = fc.uniqueArray(
      fc.record({ name: fc.stringMatching(/^[a-z]{3,8}$/), massMg: fc.integer({ min: 1, max: 1e9 }) }),
      { selector: (p) => p.name, minLength: 1, maxLength: 9 },
    );
    fc.assert(
      fc.property(arb, (list) => {
        const label = declaration({ parts: list.map((p) => part(p.name, p.massMg)), state: 'raw' });
        const masses = label.text.split(', ').map((name) => list.find((p) => p.name === name)!.massMg);
        expect(masses).toEqual([...masses].sort((a, b) => b - a));
        expect(masses).toHaveLength(list.length);
        const turned = declaration({
          parts: [...list].reverse().map((p) => part(p.name, p.massMg)),
          state: 'raw',
        });
        expect(turned.text).toBe(label.text);
      }),
    );
  });

  it('opens compounds, marks the allergens, names the casing and says the state', () => {
    const label = declaration({
      parts: [
        part('pork', 9e6),
        part('rusk', 4e5, { parts: [{ name: 'wheat flour', allergen: 'gluten' }, { name: 'salt' }] }),
        part('mustard seed', 8e4, { allergens: ['mustard'] }),
        part('stout', 5e4, { allergens: ['gluten'] }),
      ],
      state: 'raw smoked (not cooked)',
      casing: 'casing (sheep)',
      cookingSentence: 'Fry for 12 minutes.',
    });
    expect(label.text).toBe('pork, rusk (WHEAT flour, salt), MUSTARD seed, stout (GLUTEN), casing (sheep)');
    expect(label.allergens).toEqual(['gluten', 'mustard']);
    expect(label.stateSentence).toBe('Smoked, not cooked. Cook through before eating. Fry for 12 minutes.');
  });

  it('adds one name up, and declares the water that is still there', () => {
    const parts = [
      part('pork', 6e6),
      part('water', 1e6, { isWater: true }),
      part('pork', 3e6),
      part('salt', 2e5),
    ];
    expect(declaration({ parts, state: 'cooked' }).text).toBe('pork, water, salt');
    expect(declaration({ parts, state: 'cooked', productYield: 0.9 }).text).toBe('pork, salt');
  });
});

describe('cost', () => {
  const input = {
    meatMinorPerKg: 400,
    lines: [
      { name: 'salt', perMeat: 0.016, priceMinorPerKg: 60 },
      { name: 'mace', perMeat: 0.001, priceMinorPerKg: 4000 },
      { name: 'gift', perMeat: 0.01, priceMinorPerKg: null },
    ],
    mixPerMeat: 1.1,
    productYield: 0.9,
    linkMassG: 100,
    packMassG: 500,
  };

  it('carries the yield, and its drivers add up to it', () => {
    const cost = recipeCost(input);
    expect(cost.perKgMix).toBeCloseTo((400 + 0.96 + 4) / 1.1, 9);
    expect(cost.perKgFinished).toBeCloseTo(cost.perKgMix / 0.9, 9);
    expect(cost.perLink).toBeCloseTo(cost.perKgMix / 10, 9);
    expect(cost.perPack).toBeCloseTo(cost.perKgFinished / 2, 9);
    expect(cost.drivers.map((d) => d.name)).toEqual(['Meat block', 'mace', 'salt']);
    expect(cost.drivers.reduce((sum, d) => sum + d.sharePct, 0)).toBeCloseTo(100, 9);
    expect(cost.unpriced).toEqual(['gift']);
  });

  it('counts casing by the metre and work by minutes and people', () => {
    const cost = recipeCost({
      ...input,
      casing: { name: 'Hog', minorPerM: 30, metresPerKgMix: 1.5 },
      labour: { minutesPerKg: 3, people: 2, minorPerHour: 1800 },
    });
    expect(cost.perKgMix - recipeCost(input).perKgMix).toBeCloseTo(45 + 180, 9);
  });
});

describe('substitutes and pre-blends', () => {
  it('carries an accelerator over by molar mass, not gram for gram (198.11 and 176.12 g/mol)', () => {
    const factor = knownFactor(LIBRARY.get('Erythorbate')!, LIBRARY.get('Ascorbic acid')!)!;
    expect(factor).toBeCloseTo(0.889, 3);
    const after = substitute(line('Erythorbate', 0.5), LIBRARY.get('Ascorbic acid')!, factor);
    expect(after).toMatchObject({
      name: 'Ascorbic acid',
      role: 'accelerator',
      note: expect.stringContaining('instead of Erythorbate'),
    });
    expect(after.dose).toEqual({ gPerKgMeat: 0.5 * factor });
  });

  it('keeps the nitrite when a cure changes its strength, and asks where nothing is known', () => {
    const factor = knownFactor(LIBRARY.get('Cure 6.25')!, LIBRARY.get('Cure 0.6')!)!;
    const after = substitute(line('Cure 6.25', 2.4), LIBRARY.get('Cure 0.6')!, factor);
    const dose = after.dose && 'gPerKgMeat' in after.dose ? after.dose.gPerKgMeat : NaN;
    expect(dose * 0.6).toBeCloseTo(2.4 * 6.25, 9);
    expect(after.nitritePct).toBe(0.6);
    expect(knownFactor(LIBRARY.get('Thyme')!, LIBRARY.get('Black pepper')!)).toBeUndefined();
    expect(() => substitute(line('Thyme', 1), LIBRARY.get('Black pepper')!, 0)).toThrowError(InputError);
  });

  it('computes what a pre-blend holds from its parts, linearly', () => {
    const facts = preBlendFacts(
      [
        { ingredientId: 'Cure 6.25', gPerKg: 200 },
        { ingredientId: 'Fine salt', gPerKg: 700 },
        { ingredientId: 'Rusk', gPerKg: 100 },
      ],
      LIBRARY,
    );
    expect(facts.contents.nitritePct).toBeCloseTo(1.25, 12);
    expect(facts.contents.saltPct).toBeCloseTo(0.2 * 93.75 + 70, 12);
    expect(facts.allergens).toEqual(['gluten']);
    expect(facts.parts.map((p) => p.name)).toEqual(['fine salt', 'cure 6.25', 'rusk']);
    expect(facts.stated).toHaveLength(5);
  });

  it('refuses a circle, a wrong sum, an unknown and an untyped part', () => {
    const inner: Ingredient = thing(
      'inner',
      'packet',
      {},
      {
        preBlend: [
          { ingredientId: 'outer', gPerKg: 500 },
          { ingredientId: 'Thyme', gPerKg: 500 },
        ],
      },
    );
    const library = new Map([
      ...LIBRARY,
      ['inner', inner],
      ['bag', thing('bag', 'seasoning', {}, { typed: false })],
    ]);
    const half = (id: string) => [
      { ingredientId: id, gPerKg: 500 },
      { ingredientId: 'Thyme', gPerKg: 500 },
    ];
    expect(() => preBlendFacts(half('inner'), library, 'outer')).toThrowError(/hold itself/);
    expect(() => preBlendFacts(half('outer'), library, 'outer')).toThrowError(InputError);
    expect(() => preBlendFacts(half('nobody'), library)).toThrowError(/not an ingredient/);
    expect(() => preBlendFacts(half('bag'), library)).toThrowError(/salt, cure or neither/);
    expect(() =>
      preBlendFacts(
        [
          { ingredientId: 'Thyme', gPerKg: 500 },
          { ingredientId: 'Rusk', gPerKg: 400 },
        ],
        library,
      ),
    ).toThrowError(/900 g in a kilogram/);
  });

  it('parts a lot into whole milligrams that sum exactly', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1000, max: 50_000_000 }),
        fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 2, maxLength: 8 }),
        (massMg, weights) => {
          const total = weights.reduce((a, b) => a + b, 0);
          const parts = weights.map((w, i) => ({ ingredientId: String(i), gPerKg: (w / total) * 1000 }));
          const masses = preBlendParts(parts, massMg).map((p) => p.massMg);
          expect(masses.reduce((a, b) => a + b, 0)).toBe(massMg);
          masses.forEach((m, i) =>
            expect(Math.abs(m - (weights[i]! / total) * massMg)).toBeLessThan(weights.length),
          );
        },
      ),
    );
  });
});

describe('versions and batches', () => {
  it('finds no difference in the same, every difference in another', () => {
    const a = recipeOf([line('Fine salt', 16), line('Thyme', 1)]);
    expect(compareRecipes(a, structuredClone(a))).toEqual([]);
    const b = recipeOf([line('Fine salt', 18), line('Black pepper', 3)], 'fresh-link', {
      window: { minPct: 24, maxPct: 28 },
    });
    expect(compareRecipes(a, b)).toEqual([
      { what: 'Fat window', before: '22–27 %', after: '24–28 %' },
      { what: 'Fine salt', before: '16 g/kg, at mix', after: '18 g/kg, at mix' },
      { what: 'Black pepper', before: null, after: '3 g/kg, at mix' },
      { what: 'Thyme', before: '1 g/kg, at mix', after: null },
    ]);
    const c = { ...a, steps: a.steps.map((s) => (s.key === 'mix' ? { ...s, minutes: 6 } : s)) };
    expect(compareRecipes(a, c).map((d) => d.what)).toEqual(['Step Mix']);
  });

  it('is turned round when the two are', () => {
    const a = recipeOf([line('Fine salt', 16), line('Thyme', 1)]);
    const b = recipeOf([line('Fine salt', 17), line('Black pepper', 2)], 'ring');
    const there = compareRecipes(a, b);
    const back = compareRecipes(b, a);
    expect(new Set(back.map((d) => `${d.after} ${d.before}`))).toEqual(
      new Set(there.map((d) => `${d.before} ${d.after}`)),
    );
  });

  it('names a line that every batch pours over, and no other', () => {
    const batch = (salt: number, mace: number) => [
      { key: 'salt', name: 'Salt', writtenGPerKg: 16, madeGPerKg: salt },
      { key: 'mace', name: 'Mace', writtenGPerKg: 0.5, madeGPerKg: mace },
    ];
    const made = asMade([batch(16, 0.52), batch(16.1, 0.51), batch(15.9, 0.515)]);
    expect(made.find((m) => m.key === 'mace')).toMatchObject({ always: 'over', batches: 3 });
    expect(made.find((m) => m.key === 'mace')!.meanOffPct).toBeCloseTo(3, 9);
    expect(made.find((m) => m.key === 'salt')!.always).toBeNull();
    expect(asMade([batch(16, 0.52), batch(16, 0.53)]).every((m) => m.always === null)).toBe(true);
  });
});
