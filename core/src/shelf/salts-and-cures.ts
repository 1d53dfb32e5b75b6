import { group, type UsualMore } from './usual.js';

/** A curing salt: what is no nitrite or nitrate is the salt that carries it. */
function cure(nitritePct: number, nitratePct = 0): UsualMore {
  const saltPct = Math.round((100 - nitritePct - nitratePct) * 1000) / 1000;
  const preservatives = [
    ...(nitritePct > 0 ? ['sodium nitrite'] : []),
    ...(nitratePct > 0 ? ['sodium nitrate'] : []),
  ];
  return {
    contents: { saltPct, nitritePct, nitratePct },
    declaredAs: 'Curing salt',
    parts: [
      { name: 'salt' },
      { name: `${preservatives.length > 1 ? 'preservatives' : 'preservative'}: ${preservatives.join(', ')}` },
    ],
  };
}

const SALT: UsualMore = { contents: { saltPct: 100 }, declaredAs: 'Salt' };

/**
 * Salts, cures by strength and carrier, and what helps a cure along. Strengths are from memory: the bag of the shop
 * decides, and each is confirmed against it when its first lot is received.
 */
export const SALTS_AND_CURES = [
  ...group('Salt', 'salt', [
    ['Salt', 'fine', [0.2, 32], SALT],
    ['Salt', 'coarse', [0.2, 32], SALT],
    ['Sea salt', 'flakes', [0.2, 32], SALT],
  ]),
  ...group('Cures, by strength', 'cure', [
    ['Curing salt 0.4 % nitrite', 'fine', [12, 28], cure(0.4)],
    ['Curing salt 0.5 % nitrite', 'fine', [12, 28], cure(0.5)],
    ['Curing salt 0.6 % nitrite', 'fine', [8, 25], cure(0.6)],
    ['Curing salt 0.9 % nitrite', 'fine', [5, 17], cure(0.9)],
    ['Cure 6.25 % nitrite', 'tinted', [0.8, 2.5], cure(6.25)],
    ['Slow cure 6.25 % nitrite 4 % nitrate', 'tinted', [1, 2.5], cure(6.25, 4)],
    ['Slow curing salt 0.5 % nitrite 0.3 % nitrate', 'fine', [15, 30], cure(0.5, 0.3)],
  ]),
  ...group('What helps a cure', 'accelerator', [
    [
      'Sodium erythorbate',
      'powder',
      [0.2, 0.55],
      { accelerator: 'sodium erythorbate', declaredAs: 'Antioxidant: sodium erythorbate' },
    ],
    [
      'Sodium ascorbate',
      'powder',
      [0.2, 0.55],
      { accelerator: 'sodium ascorbate', declaredAs: 'Antioxidant: sodium ascorbate' },
    ],
    [
      'Ascorbic acid',
      'powder',
      [0.2, 0.5],
      { accelerator: 'ascorbic acid', declaredAs: 'Antioxidant: ascorbic acid' },
    ],
  ]),
];
