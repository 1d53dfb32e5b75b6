import { group, madeOf, type UsualMore } from './usual.js';

const WHEAT = { name: 'wheat flour', allergen: 'gluten' } as const;
const BINDS = { binderPct: 100 };
const GLUTEN: UsualMore = { contents: BINDS, allergens: ['gluten'] };
const STARCH: UsualMore = { contents: BINDS };

/** Sugars, and what binds water or fat; what is in them is from memory, the bag decides. */
export const BINDERS_AND_SUGARS = [
  ...group('Sugars', 'sugar', [
    ['Sugar', 'granulated', [1, 20], { contents: { sugarPct: 100 } }],
    ['Brown sugar', 'packed', [1, 25], { contents: { sugarPct: 97, waterPct: 2 } }],
    ['Dextrose', 'fine', [1, 20], { contents: { sugarPct: 100 } }],
    ['Glucose syrup, dried', 'powder', [1, 30], { contents: { sugarPct: 95, waterPct: 4 } }],
    ['Lactose', 'powder', [1, 20], { contents: { sugarPct: 100 }, allergens: ['milk'] }],
    ['Honey', 'runny', [2, 30], { contents: { sugarPct: 82, waterPct: 17 } }],
    ['Maple syrup', 'liquid', [5, 40], { contents: { sugarPct: 66, waterPct: 32 } }],
    ['Molasses', 'liquid', [2, 20], { contents: { sugarPct: 72, waterPct: 22 } }],
  ]),
  ...group('Binders', 'binder', [
    [
      'Rusk',
      'pinhead',
      [10, 120],
      { ...madeOf(WHEAT, { name: 'salt' }), contents: BINDS, declaredAs: 'Rusk' },
    ],
    [
      'Rusk',
      'medium',
      [10, 120],
      { ...madeOf(WHEAT, { name: 'salt' }), contents: BINDS, declaredAs: 'Rusk' },
    ],
    [
      'Breadcrumbs',
      'dry',
      [10, 120],
      { ...madeOf(WHEAT, { name: 'yeast' }, { name: 'salt' }), contents: { ...BINDS, saltPct: 0 } },
    ],
    ['Wheat flour', 'fine', [5, 60], GLUTEN],
    ['Oatmeal', 'pinhead', [10, 120], GLUTEN],
    ['Pearl barley', 'cooked', [20, 150], { contents: { waterPct: 69 }, allergens: ['gluten'] }],
    ['Rice', 'cooked', [20, 200], { contents: { waterPct: 68 } }],
    ['Rice flour', 'fine', [5, 80], STARCH],
    ['Potato starch', 'powder', [5, 40], STARCH],
    ['Corn starch', 'powder', [5, 40], STARCH],
    ['Tapioca starch', 'powder', [5, 40], STARCH],
    [
      'Skimmed milk powder',
      'powder',
      [5, 35],
      { contents: { ...BINDS, proteinPct: 35, sugarPct: 51 }, allergens: ['milk'] },
    ],
    [
      'Whey powder',
      'powder',
      [5, 35],
      { contents: { ...BINDS, proteinPct: 12, sugarPct: 72 }, allergens: ['milk'] },
    ],
    [
      'Soy protein isolate',
      'powder',
      [5, 20],
      { contents: { ...BINDS, proteinPct: 88 }, allergens: ['soy'] },
    ],
    [
      'Soy protein concentrate',
      'powder',
      [5, 35],
      { contents: { ...BINDS, proteinPct: 66 }, allergens: ['soy'] },
    ],
    ['Pea protein', 'powder', [5, 30], { contents: { ...BINDS, proteinPct: 80 } }],
    ['Egg white powder', 'powder', [3, 20], { contents: { ...BINDS, proteinPct: 81 }, allergens: ['egg'] }],
    ['Gelatine', 'powder', [3, 20], { contents: { ...BINDS, proteinPct: 85 }, declaredAs: 'Gelatine' }],
    ['Citrus fibre', 'powder', [2, 15], STARCH],
    ['Sodium tripolyphosphate', 'powder', [1, 5], { declaredAs: 'Stabiliser: triphosphates' }],
  ]),
  ...group('Souring and ripening', 'seasoning', [
    ['Encapsulated citric acid', 'granules', [1, 4], { declaredAs: 'Acid: citric acid' }],
    ['Starter culture', 'freeze-dried', [0.05, 1]],
  ]),
];
