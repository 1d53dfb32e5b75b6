import { describe, expect, it } from 'vitest';
import {
  NO_CONTENTS,
  batchMasses,
  describeMixture,
  fold,
  gPerKgOf,
  ppmOf,
  preBlendFacts,
  recipeFigures,
  recipeLabel,
  standingAt,
  type Contents,
  type Ingredient,
  type LineRole,
} from '../src/index.js';
import { aBatch, afterEntries, ingredientLine } from './a-batch.js';
import { METHOD, close, weigh } from './a-cured-batch.js';
import { US, method, onTo } from './on-the-way.js';

interface Line {
  name: string;
  gPerKg: number;
  role?: LineRole;
  contents?: Partial<Contents>;
}

interface Worked {
  what: string;
  lines: readonly Line[];
  /** What the meat itself brings: salt g/kg and nitrite ppm. */
  cured?: { saltGPerKg: number; nitritePpm: number };
  /** On the meat, g/kg; by hand. */
  salt: number;
  /** On the meat, ppm; by hand. */
  nitrite: number;
  /** Of the mix, percent; by hand. */
  water: number;
}

const SALT: Partial<Contents> = { saltPct: 100 };
const CURE: Partial<Contents> = { saltPct: 99.4, nitritePct: 0.6 };
const STRONG: Partial<Contents> = { saltPct: 93.75, nitritePct: 6.25 };
const salt = (gPerKg: number): Line => ({ name: 'salt', gPerKg, role: 'salt', contents: SALT });
const ice = (gPerKg: number): Line => ({ name: 'ice', gPerKg, role: 'liquid', contents: { waterPct: 100 } });

/** Mixtures with a pencil beside them (arithmetic); doses are g per kg of meat. */
const MIXTURES: readonly Worked[] = [
  { what: 'salt alone', lines: [salt(16)], salt: 16, nitrite: 0, water: 0 },
  { what: 'salt and ice', lines: [salt(16), ice(100)], salt: 16, nitrite: 0, water: (100 / 1116) * 100 },
  {
    what: 'a weak cure',
    lines: [{ name: 'cure', gPerKg: 18, role: 'cure', contents: CURE }],
    salt: 17.892,
    nitrite: 108,
    water: 0,
  },
  {
    what: 'a strong cure beside salt',
    lines: [salt(16), { name: 'tinted cure', gPerKg: 2, role: 'cure', contents: STRONG }],
    salt: 17.875,
    nitrite: 125,
    water: 0,
  },
  {
    what: 'a cure inside a packet',
    lines: [{ name: 'packet', gPerKg: 25, role: 'packet', contents: { saltPct: 64, nitritePct: 0.5 } }],
    salt: 16,
    nitrite: 125,
    water: 0,
  },
  {
    what: 'a cure that is called seasoning',
    lines: [salt(12), { name: 'smoker’s dust', gPerKg: 5, contents: { saltPct: 80, nitritePct: 2 } }],
    salt: 16,
    nitrite: 100,
    water: 0,
  },
  {
    what: 'a pre-blend that is four fifths a cure of 6 %',
    lines: [
      salt(14),
      { name: 'house blend', gPerKg: 2, role: 'packet', contents: { saltPct: 75.2, nitritePct: 4.8 } },
    ],
    salt: 15.504,
    nitrite: 96,
    water: 0,
  },
  {
    what: 'a brine',
    lines: [
      {
        name: 'brine',
        gPerKg: 120,
        role: 'liquid',
        contents: { saltPct: 15, nitritePct: 0.1, waterPct: 84 },
      },
    ],
    salt: 18,
    nitrite: 120,
    water: (120 / 1120) * 100,
  },
  {
    what: 'two cures, counted together',
    lines: [
      { name: 'cure', gPerKg: 10, role: 'cure', contents: CURE },
      { name: 'packet', gPerKg: 10, role: 'packet', contents: { saltPct: 60, nitritePct: 0.5 } },
    ],
    salt: 15.94,
    nitrite: 110,
    water: 0,
  },
  {
    what: 'a sauce with water of its own',
    lines: [salt(12), { name: 'sauce', gPerKg: 50, role: 'packet', contents: { saltPct: 8, waterPct: 60 } }],
    salt: 16,
    nitrite: 0,
    water: (30 / 1062) * 100,
  },
  {
    what: 'cheese, whose water is its own',
    lines: [
      salt(12),
      { name: 'cheese', gPerKg: 200, role: 'inclusion', contents: { saltPct: 2, fatPct: 30, waterPct: 40 } },
    ],
    salt: 16,
    nitrite: 0,
    water: 0,
  },
  {
    what: 'meat that was cured before',
    lines: [salt(6)],
    cured: { saltGPerKg: 20, nitritePpm: 110 },
    salt: 26,
    nitrite: 110,
    water: 0,
  },
  {
    what: 'a packet, a cure and ice',
    lines: [
      { name: 'packet', gPerKg: 25, role: 'packet', contents: { saltPct: 64 } },
      { name: 'cure', gPerKg: 18, role: 'cure', contents: CURE },
      ice(80),
    ],
    // 16 of the packet and 17.892 of the cure.
    salt: 33.892,
    nitrite: 108,
    water: (80 / 1123) * 100,
  },
  {
    what: 'a brine beside salt',
    lines: [
      salt(10),
      {
        name: 'brine',
        gPerKg: 60,
        role: 'liquid',
        contents: { saltPct: 10, nitritePct: 0.2, waterPct: 89.8 },
      },
    ],
    salt: 16,
    nitrite: 120,
    water: (60 / 1070) * 100,
  },
  {
    what: 'cure on meat that was cured before',
    lines: [{ name: 'cure', gPerKg: 8, role: 'cure', contents: CURE }],
    cured: { saltGPerKg: 10, nitritePpm: 60 },
    // 10 and 7.952 of salt, 60 and 48 of nitrite.
    salt: 17.952,
    nitrite: 108,
    water: 0,
  },
  {
    what: 'a pre-blend that is half salt, and a binder that is none',
    lines: [
      { name: 'house blend', gPerKg: 36, role: 'packet', contents: { saltPct: 50 } },
      { name: 'milk powder', gPerKg: 20, role: 'binder', contents: { binderPct: 100 } },
    ],
    salt: 18,
    nitrite: 0,
    water: 0,
  },
  {
    what: 'oil, which is no water, with ice',
    lines: [salt(15), { name: 'oil', gPerKg: 50, role: 'fat', contents: { fatPct: 100 } }, ice(50)],
    salt: 15,
    nitrite: 0,
    water: (50 / 1115) * 100,
  },
];

/** What of them is left after so much was dried away, and what it holds by hand: it is all in there still, in less. */
const DRIED = [
  {
    of: 'a weak cure',
    lossPct: 36,
    salt: (17.892 * 20) / (20.36 * 0.64),
    nitrite: (108 * 20) / (20.36 * 0.64),
  },
  {
    of: 'a cure inside a packet',
    lossPct: 30,
    salt: (16 * 20) / (20.5 * 0.7),
    nitrite: (125 * 20) / (20.5 * 0.7),
  },
  {
    of: 'meat that was cured before',
    lossPct: 20,
    salt: (26 * 20) / (20.12 * 0.8),
    nitrite: (110 * 20) / (20.12 * 0.8),
  },
];

const MEAT_MG = 20_000_000;
const contentsOf = (line: Line): Contents => ({ ...NO_CONTENTS, ...line.contents });
const ingredientOf = (line: Line): Ingredient => ({
  id: line.name,
  name: line.name,
  form: '',
  role: line.role ?? 'seasoning',
  typed: true,
  priceMinorPerKg: null,
  contents: contentsOf(line),
  allergens: [],
  compound: line.role === 'packet',
  stated: ['salt', 'cure', 'binder', 'water', 'allergens'],
  parts: [],
});

/** Everything weighed in as it was due, and mixed. */
function madeOf({ lines, cured }: Worked, steps = METHOD) {
  const ingredients = lines.map((l) =>
    ingredientLine(l.name, l.gPerKg, {
      role: l.role ?? 'seasoning',
      carries: { contents: contentsOf(l), allergens: [], parts: [], compound: l.role === 'packet' },
    }),
  );
  const begun = aBatch(steps, { ingredients, meats: [{ name: 'Lean', plannedMg: MEAT_MG, fatPct: 20 }] });
  const accounts = begun.accounts.map((a) => (a.name === 'Lean' ? { ...a, ...cured } : a));
  return afterEntries({ ...begun, accounts }, [
    weigh('line Lean', MEAT_MG),
    close('meats'),
    ...lines.map((l) => weigh(`line ${l.name}`, Math.round((l.gPerKg * MEAT_MG) / 1000))),
    close('spice'),
  ]);
}

describe('worked mixtures say the same everywhere', () => {
  it.each(MIXTURES)('$what', (worked) => {
    const { lines, cured, salt: saltGPerKg, nitrite, water } = worked;
    const mixPerMeat = 1 + lines.reduce((sum, l) => sum + l.gPerKg, 0) / 1000;
    const near = (value: number, wanted: number) => expect(value).toBeCloseTo(wanted, 5);

    // The sheet.
    const facts = madeOf(worked);
    const view = fold(facts, US);
    const gauge = (substance: string) => view.gauges.find((g) => g.substance === substance)?.value ?? 0;
    near(gauge('salt'), saltGPerKg);
    near(gauge('nitrite'), nitrite);
    near(view.cure.parts[0]?.ppmOnMeat ?? 0, nitrite);
    // The label.
    expect(/nitrite|cure/.test(view.label?.text ?? '')).toBe(nitrite > 0);
    // A lot that is kept of it.
    const kept = standingAt(facts, 'mix')!;
    near(kept.saltGPerKg * mixPerMeat, saltGPerKg);
    near(kept.nitritePpm * mixPerMeat, nitrite);
    near((kept.matter.parts.addedWater ?? 0) / kept.matter.massMg, water / 100);
    // The calculation.
    const own = cured ? { saltPct: cured.saltGPerKg / 10, nitritePct: cured.nitritePpm / 1e4 } : {};
    const calc = describeMixture({
      lines: [
        { name: 'lean', massKg: 20, meat: true, contents: { fatPct: 20, ...own } },
        ...lines.map((l) => ({ name: l.name, massKg: (l.gPerKg * 20) / 1000, contents: l.contents ?? {} })),
      ],
    });
    near(calc.onMeat.saltGPerKg, saltGPerKg);
    near(calc.onMeat.nitritePpm, nitrite);
    near(calc.onMix.fatPct, kept.fatPct);
    if (cured) return;
    // The editor, which knows of no lot.
    const document = { ...facts.batch.recipe, window: { minPct: 20, maxPct: 20 } };
    const figures = recipeFigures(document, new Map(lines.map((l) => [l.name, ingredientOf(l)])));
    near(figures.salt * 1000, saltGPerKg);
    near(figures.nitrite * 1e6, nitrite);
    near((figures.addedWater / figures.mixPerMeat) * 100, water);
    near(figures.mixPerMeat, mixPerMeat);
    const names = (text: string) => text.split(', ').slice(1).sort();
    expect(names(recipeLabel(document, figures).text)).toEqual(names(view.label?.text ?? ''));
  });

  it.each(DRIED)('$of, dried by $lossPct %', ({ of, lossPct, salt: saltGPerKg, nitrite }) => {
    const worked = MIXTURES.find((m) => m.what === of)!;
    const steps = method(
      ['meats', 'weigh-meat'],
      ['spice', 'weigh-ingredients'],
      ['mix', 'mix'],
      ['hang', 'hang', { targetLossPct: lossPct }],
      ['pack', 'pack'],
    );
    const wetMg = MEAT_MG * (1 + worked.lines.reduce((sum, l) => sum + l.gPerKg, 0) / 1000);
    const dryMg = Math.round((wetMg * (100 - lossPct)) / 100);
    const hung = afterEntries(madeOf(worked, steps), [close('mix'), onTo('hang', dryMg), close('hang')]);
    const near = (value: number, wanted: number) => expect(value / wanted).toBeCloseTo(1, 5);

    const kept = standingAt(hung, 'pack')!;
    near(kept.saltGPerKg, saltGPerKg);
    near(kept.nitritePpm, nitrite);
    // What is finished of it holds the same, and so does the calculation.
    const packed = afterEntries(hung, [onTo('pack', dryMg), close('pack')]);
    const product = batchMasses(packed).matters.together('product');
    near(gPerKgOf(product, 'salt', 'product'), saltGPerKg);
    near(ppmOf(product, 'nitrite', 'product'), nitrite);
    const own = worked.cured
      ? { saltPct: worked.cured.saltGPerKg / 10, nitritePct: worked.cured.nitritePpm / 1e4 }
      : {};
    const calc = describeMixture({
      lines: [
        { name: 'lean', massKg: 20, meat: true, contents: { fatPct: 20, ...own } },
        ...worked.lines.map((l) => ({
          name: l.name,
          massKg: (l.gPerKg * 20) / 1000,
          contents: l.contents ?? {},
        })),
      ],
      losses: [{ as: 'water', massKg: (wetMg - dryMg) / 1e6 }],
    });
    near(calc.perKg.saltGPerKg, saltGPerKg);
    near(calc.perKg.nitritePpm, nitrite);
  });

  it('a pre-blend holds what its parts hold', () => {
    const cure = ingredientOf({
      name: 'cure',
      gPerKg: 1,
      role: 'cure',
      contents: { saltPct: 94, nitritePct: 6 },
    });
    const pepper = ingredientOf({ name: 'pepper', gPerKg: 1 });
    const parts = [
      { ingredientId: 'cure', gPerKg: 800 },
      { ingredientId: 'pepper', gPerKg: 200 },
    ];
    const { contents } = preBlendFacts(parts, new Map([cure, pepper].map((i) => [i.id, i])));
    expect([contents.nitritePct, contents.saltPct].map((n) => Number(n.toFixed(9)))).toEqual([4.8, 75.2]);
  });
});
