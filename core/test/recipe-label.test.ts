import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  InputError,
  compareRecipes,
  declaration,
  declaredParts,
  knownFactor,
  preBlendFacts,
  preBlendParts,
  recipeCost,
  recipeFigures,
  recipeLabel,
  substitute,
  type Ingredient,
  type LabelPart,
} from '../src/index.js';
import { LIBRARY, line, recipeOf, thing } from './recipe-shelf.js';

describe('preservatives on the label', () => {
  const cure = { saltPct: 93.75, nitritePct: 6.25, nitratePct: 0 };
  it('are declared whatever the cure is called, and once', () => {
    expect(declaredParts('pink cure 6.25 %', [], cure)).toEqual([
      { name: 'salt' },
      { name: 'preservative: sodium nitrite' },
    ]);
    expect(declaredParts('curing salt (salt, sodium nitrite)', [], cure)).toEqual([]);
    expect(declaredParts('rub', [{ name: 'salt' }, { name: 'E250' }], cure)).toHaveLength(2);
    expect(declaredParts('fine salt', [], { saltPct: 100, nitritePct: 0, nitratePct: 0 })).toEqual([]);
    const slow = { saltPct: 99, nitritePct: 0.5, nitratePct: 0.5 };
    expect(declaredParts('slow cure', [], slow).map((p) => p.name)).toEqual([
      'salt',
      'preservative: sodium nitrite',
      'preservative: sodium nitrate',
    ]);
  });

  it('stand on the label of every cured recipe', () => {
    const document = recipeOf([line('Cure 6.25', 2), line('Fine salt', 16)], 'ring');
    const { text } = recipeLabel(document, recipeFigures(document, LIBRARY));
    expect(text).toContain('preservative: sodium nitrite');
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
    expect(declaration({ parts, state: 'cooked', goneMg: 1.02e6 }).text).toBe('pork, salt');
  });

  it('never loses a liquid that holds more than water, however far it dried', () => {
    const parts = [
      part('pork', 8e6),
      part('water', 5e5, { isWater: true }),
      part('wine', 1e6, { isWater: true, allergens: ['sulphites'] }),
      part('salt', 2e5),
    ];
    const dried = declaration({ parts, state: 'dried', goneMg: 3.88e6 });
    expect(dried.text).toBe('pork, salt, wine (SULPHITES)');
    expect(dried.allergens).toEqual(['sulphites']);
    // What went is taken once, from plain water first: 0.97 kg are the water and 0.47 kg of the wine.
    expect(declaration({ parts, state: 'dried', goneMg: 0.97e6 }).text).toBe('pork, wine (SULPHITES), salt');
  });

  it('declares what either of two lots of one name brings', () => {
    const parts = [part('pork', 8e6), part('pork', 1e6, { allergens: ['milk'] })];
    expect(declaration({ parts, state: 'raw' }).allergens).toEqual(['milk']);
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
      casings: [{ name: 'Hog', minorPerM: 30, metresPerKgMix: 1.5 }],
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
});
