import { ASK_THE_BAG, group, madeOf, type UsualMore } from './usual.js';

const water = (waterPct: number): UsualMore => ({ contents: { waterPct } });
const wine = (waterPct: number): UsualMore => ({ contents: { waterPct }, allergens: ['sulphites'] });
const whole = (mm: number, more: UsualMore = {}): UsualMore => ({
  piece: { mm, melting: 'stays whole', atMostC: 4 },
  ...more,
});

/** What is poured in and what is folded in; water, fat and salt in them are from memory. */
export const LIQUIDS_AND_INCLUSIONS = [
  ...group('Liquids', 'liquid', [
    ['Iced water', 'iced', [10, 250], { contents: { waterPct: 100 }, isSupply: true }],
    ['Ice', 'crushed', [10, 250], { contents: { waterPct: 100 }, isSupply: true }],
    ['Red wine', 'liquid', [5, 60], wine(87)],
    ['White wine', 'liquid', [5, 60], wine(87)],
    ['Sherry', 'liquid', [5, 40], wine(80)],
    ['Beer', 'liquid', [10, 100], { contents: { waterPct: 92 }, allergens: ['gluten'] }],
    ['Stout', 'liquid', [10, 100], { contents: { waterPct: 91 }, allergens: ['gluten'] }],
    ['Cider', 'liquid', [10, 100], wine(92)],
    ['Brandy', 'liquid', [2, 20], water(60)],
    ['Apple juice', 'liquid', [10, 100], { contents: { waterPct: 88, sugarPct: 10 } }],
    ['Orange juice', 'liquid', [5, 60], { contents: { waterPct: 88, sugarPct: 8 } }],
    ['Lemon juice', 'liquid', [2, 30], { contents: { waterPct: 92, sugarPct: 2 } }],
    ['Cider vinegar', 'liquid', [2, 30], water(94)],
    ['Wine vinegar', 'liquid', [2, 30], wine(93)],
    [
      'Milk',
      'whole, liquid',
      [10, 150],
      { contents: { waterPct: 88, fatPct: 3.5, proteinPct: 3.3, sugarPct: 4.7 }, allergens: ['milk'] },
    ],
    [
      'Cream',
      'double, liquid',
      [10, 200],
      { contents: { waterPct: 47, fatPct: 48, proteinPct: 1.7, sugarPct: 2.6 }, allergens: ['milk'] },
    ],
    [
      'Soy sauce',
      'liquid',
      [2, 30],
      {
        ...madeOf(
          { name: 'water' },
          { name: 'soya beans', allergen: 'soy' },
          { name: 'wheat', allergen: 'gluten' },
          { name: 'salt' },
        ),
        contents: { waterPct: 71, saltPct: 15, proteinPct: 8 },
      },
    ],
    ['Stock', 'liquid', [10, 150], ASK_THE_BAG],
    ['Hot pepper sauce', 'liquid', [1, 20], ASK_THE_BAG],
    ['Liquid smoke', 'liquid', [0.5, 5], { contents: { waterPct: 70 }, declaredAs: 'Smoke flavouring' }],
  ]),
  ...group('Fats', 'fat', [
    ['Olive oil', 'liquid', [5, 60], { contents: { fatPct: 100 } }],
    ['Rapeseed oil', 'liquid', [5, 60], { contents: { fatPct: 100 } }],
    ['Lard', 'soft', [5, 100], { contents: { fatPct: 100 }, species: 'pork' }],
    ['Butter', 'soft', [5, 60], { contents: { fatPct: 82, waterPct: 16 }, allergens: ['milk'] }],
  ]),
  ...group('Inclusions', 'inclusion', [
    [
      'Hard cheese, heat-stable',
      'diced 8 mm',
      [50, 200],
      whole(8, {
        contents: { fatPct: 30, proteinPct: 25, waterPct: 38, saltPct: 1.8 },
        allergens: ['milk'],
        declaredAs: 'Cheese',
      }),
    ],
    [
      'Hard cheese, melting',
      'diced 8 mm',
      [50, 200],
      {
        piece: { mm: 8, melting: 'melts on purpose', atMostC: 4 },
        contents: { fatPct: 33, proteinPct: 24, waterPct: 37, saltPct: 1.8 },
        allergens: ['milk'],
        declaredAs: 'Cheese',
      },
    ],
    [
      'Blue cheese',
      'crumbled',
      [40, 150],
      {
        piece: { mm: 8, melting: 'melts on purpose', atMostC: 4 },
        contents: { fatPct: 29, proteinPct: 21, waterPct: 42, saltPct: 3 },
        allergens: ['milk'],
      },
    ],
    ['Apple', 'fresh, diced 8 mm', [30, 200], whole(8, water(86))],
    [
      'Apple',
      'dried, diced 6 mm',
      [10, 80],
      whole(6, { contents: { sugarPct: 57, waterPct: 32 }, allergens: ['sulphites'] }),
    ],
    ['Green chilli', 'fresh, diced 6 mm', [5, 80], whole(6, water(92))],
    ['Red pepper', 'roasted, diced 8 mm', [20, 150], whole(8, water(91))],
    ['Tomato', 'dried, cut', [10, 80], whole(6, { contents: { sugarPct: 38, waterPct: 15 } })],
    ['Mushroom', 'cooked, diced', [20, 150], whole(8, water(91))],
    ['Spinach', 'cooked, chopped', [20, 150], whole(6, water(91))],
    ['Olives', 'pitted, cut', [20, 120], whole(8, { contents: { waterPct: 76, fatPct: 15, saltPct: 3 } })],
    ['Chestnut', 'cooked, diced 6 mm', [40, 200], whole(6, water(60))],
    [
      'Pistachio',
      'shelled',
      [10, 60],
      whole(10, { contents: { fatPct: 45, proteinPct: 20 }, allergens: ['nuts'] }),
    ],
    [
      'Walnut',
      'chopped',
      [10, 60],
      whole(8, { contents: { fatPct: 65, proteinPct: 15 }, allergens: ['nuts'] }),
    ],
    ['Cranberries', 'dried', [10, 80], whole(8, { contents: { sugarPct: 73, waterPct: 16 } })],
    [
      'Smoked bacon',
      'diced 6 mm',
      [50, 250],
      whole(6, {
        ...ASK_THE_BAG,
        species: 'pork',
        contents: { saltPct: 2.6, fatPct: 38, proteinPct: 15, waterPct: 44 },
      }),
    ],
  ]),
];
