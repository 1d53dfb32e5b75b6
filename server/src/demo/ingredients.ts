import {
  NO_CONTENTS,
  STATEMENTS,
  findCommonIngredient,
  type Contents,
  type IngredientFacts,
  type LineRole,
} from '@zest/core';

interface DemoIngredient {
  key: string;
  name: string;
  form: string;
  role: LineRole;
  priceMinorPerKg: number;
  stockKg: number;
  nitritePct?: number;
  facts: IngredientFacts;
}

type Row = [
  key: string,
  name: string,
  form: string,
  role: LineRole,
  priceMinorPerKg: number,
  stockKg: number,
];
type More = Partial<Omit<IngredientFacts, 'contents'>> & {
  contents?: Partial<Contents>;
  /** Least and greatest dose, g per kg of meat. */
  doses?: readonly [number, number];
};

function item([key, name, form, role, priceMinorPerKg, stockKg]: Row, more: More = {}): DemoIngredient {
  const { doses, contents = {}, ...rest } = more;
  const known = findCommonIngredient(`${name} ${form}`)?.gPerMl ?? findCommonIngredient(name)?.gPerMl;
  const spooned = role !== 'cure' && role !== 'packet' && role !== 'inclusion' && known !== undefined;
  return {
    key,
    name,
    form,
    role,
    priceMinorPerKg,
    stockKg,
    ...(contents.nitritePct === undefined ? {} : { nitritePct: contents.nitritePct }),
    facts: {
      contents: { ...NO_CONTENTS, ...contents },
      allergens: [],
      compound: false,
      stated: [],
      parts: [],
      ...(spooned
        ? { density: { gPerMl: known, source: 'portion weights of public composition tables, from memory' } }
        : {}),
      ...(doses ? { dose: { minGPerKg: doses[0], maxGPerKg: doses[1], source: 'common practice' } } : {}),
      ...rest,
    },
  };
}

const SPICE: readonly [Row, readonly [number, number], More?][] = [
  [
    ['whitepepper', 'White pepper', 'ground', 'seasoning', 1650, 3],
    [0.5, 6],
  ],
  [
    ['blackpepper', 'Black pepper', 'cracked', 'seasoning', 1480, 4],
    [0.5, 10],
  ],
  [
    ['ginger', 'Ginger', 'ground', 'seasoning', 1210, 1.5],
    [0.1, 3],
  ],
  [
    ['mace', 'Mace', 'ground', 'seasoning', 4300, 0.8],
    [0.1, 2],
  ],
  [
    ['nutmeg', 'Nutmeg', 'ground', 'seasoning', 2600, 0.5],
    [0.1, 2],
  ],
  [
    ['thyme', 'Thyme', 'dried', 'seasoning', 1900, 0.6],
    [0.2, 4],
  ],
  [
    ['sage', 'Sage', 'rubbed', 'seasoning', 1750, 0.6],
    [0.2, 4],
  ],
  [
    ['rosemary', 'Rosemary', 'cut', 'seasoning', 1400, 1],
    [0.2, 4],
  ],
  [
    ['coriander', 'Coriander seed', 'ground', 'seasoning', 780, 2],
    [0.5, 6],
  ],
  [
    ['caraway', 'Caraway', 'whole', 'seasoning', 690, 2],
    [0.3, 5],
  ],
  [
    ['fennel', 'Fennel seed', 'whole', 'seasoning', 820, 1.5],
    [0.5, 8],
  ],
  [
    ['juniper', 'Juniper', 'crushed', 'seasoning', 1900, 0.6],
    [0.2, 3],
  ],
  [
    ['garlic', 'Garlic', 'granulated', 'seasoning', 880, 2],
    [0.3, 6],
  ],
  [
    ['paprika', 'Paprika', 'ground', 'seasoning', 1150, 2],
    [0.5, 15],
  ],
  [
    ['chilli', 'Chilli flakes', 'flakes', 'seasoning', 1300, 0.8],
    [0.2, 8],
  ],
  [
    ['mustard', 'Mustard seed', 'whole', 'seasoning', 420, 3],
    [1, 15],
    { allergens: ['mustard'], declaredAs: 'Mustard seed' },
  ],
];

/** What stands on the spice shelf of the demonstration; every figure is invented or common practice. */
export const INGREDIENTS: readonly DemoIngredient[] = [
  item(['salt', 'Fine salt', 'fine', 'salt', 60, 25], {
    contents: { saltPct: 100 },
    doses: [1, 32],
    declaredAs: 'Salt',
  }),
  item(['cure', 'Cure 0.6 % nitrite', 'fine', 'cure', 190, 10], {
    contents: { saltPct: 99.4, nitritePct: 0.6 },
    doses: [8, 25],
    declaredAs: 'Curing salt',
    parts: [{ name: 'salt' }, { name: 'preservative: sodium nitrite' }],
  }),
  item(['slowcure', 'Slow cure 0.4 % nitrite 0.3 % nitrate', 'fine', 'cure', 230, 5], {
    contents: { saltPct: 99.3, nitritePct: 0.4, nitratePct: 0.3 },
    doses: [15, 30],
    declaredAs: 'Curing salt',
    parts: [{ name: 'salt' }, { name: 'preservatives: sodium nitrite, sodium nitrate' }],
  }),
  item(['erythorbate', 'Sodium erythorbate', 'powder', 'accelerator', 1400, 1], {
    accelerator: 'sodium erythorbate',
    doses: [0.2, 0.6],
    declaredAs: 'Antioxidant: sodium erythorbate',
  }),
  item(['ascorbic', 'Ascorbic acid', 'powder', 'accelerator', 1700, 0.5], {
    accelerator: 'ascorbic acid',
    doses: [0.2, 0.5],
    declaredAs: 'Antioxidant: ascorbic acid',
  }),
  ...SPICE.map(([row, doses, more]) => item(row, { doses, ...more })),
  item(['dextrose', 'Dextrose', 'fine', 'sugar', 240, 5], { contents: { sugarPct: 100 }, doses: [1, 20] }),
  item(['rusk', 'Pinhead rusk', 'pinhead', 'binder', 210, 20], {
    contents: { binderPct: 100 },
    allergens: ['gluten'],
    compound: true,
    stated: [...STATEMENTS],
    parts: [{ name: 'wheat flour', allergen: 'gluten' }, { name: 'salt' }],
    declaredAs: 'Rusk',
    doses: [10, 120],
  }),
  item(['milkpowder', 'Skimmed milk powder', 'powder', 'binder', 520, 4], {
    contents: { binderPct: 100, proteinPct: 35, sugarPct: 50 },
    allergens: ['milk'],
    doses: [5, 35],
  }),
  item(['chestnut', 'Cooked chestnut', 'diced 6 mm', 'inclusion', 1350, 14], {
    contents: { waterPct: 60, fatPct: 1.4, proteinPct: 2 },
    piece: { mm: 6, melting: 'stays whole', atMostC: 4 },
    doses: [40, 200],
  }),
  item(['cheese', 'Hard cheese, heat-stable', 'diced 8 mm', 'inclusion', 980, 6], {
    contents: { saltPct: 1.8, fatPct: 30, proteinPct: 25, waterPct: 38 },
    allergens: ['milk'],
    piece: { mm: 8, melting: 'stays whole', atMostC: 4 },
    declaredAs: 'Cheese',
    doses: [50, 200],
  }),
  item(['bacon', 'Smoked bacon', 'diced 6 mm', 'inclusion', 890, 4], {
    contents: { saltPct: 2.6, nitritePct: 0.008, fatPct: 38, proteinPct: 15, waterPct: 44 },
    compound: true,
    stated: [...STATEMENTS],
    parts: [{ name: 'pork' }, { name: 'salt' }, { name: 'preservative: sodium nitrite' }],
    species: 'pork',
    piece: { mm: 6, melting: 'stays whole', atMostC: 4 },
    doses: [50, 250],
  }),
  item(['harbourmix', 'Harbour seasoning', 'packet', 'packet', 760, 9.2], {
    contents: { saltPct: 62, sugarPct: 4 },
    allergens: ['mustard'],
    compound: true,
    stated: [...STATEMENTS],
    parts: [
      { name: 'salt' },
      { name: 'white pepper' },
      { name: 'mustard flour', allergen: 'mustard' },
      { name: 'dextrose' },
      { name: 'mace' },
    ],
    packet: { netG: 460, seasonsKg: 20 },
  }),
  item(['oldrub', 'Old pier rub', 'blend', 'packet', 640, 2], { compound: true }),
  item(['redwine', 'Red wine', 'liquid', 'liquid', 340, 6], {
    contents: { waterPct: 87 },
    allergens: ['sulphites'],
    doses: [5, 60],
  }),
  item(['water', 'Iced water', 'iced', 'liquid', 0, 0], { contents: { waterPct: 100 } }),
];
