import type { TrimKey } from './catalogue.js';

export interface PastBatch {
  recipe: string;
  daysAgo: number;
  meats: readonly { trim: TrimKey; kg: number; fatPct: number; priceMinorPerKg: number }[];
}

const QUAY = (a: number, b: number): PastBatch['meats'] => [
  { trim: 'shoulder', kg: a, fatPct: 20.5, priceMinorPerKg: 405 },
  { trim: 'belly', kg: b, fatPct: 45, priceMinorPerKg: 380 },
];
const LAMB: PastBatch['meats'] = [
  { trim: 'lambshoulder', kg: 16, fatPct: 27, priceMinorPerKg: 715 },
  { trim: 'lambleg', kg: 4, fatPct: 12, priceMinorPerKg: 925 },
  { trim: 'chuck', kg: 8, fatPct: 20, priceMinorPerKg: 684 },
];
const TURKEY: PastBatch['meats'] = [
  { trim: 'thigh', kg: 20, fatPct: 9, priceMinorPerKg: 460 },
  { trim: 'turkeyskin', kg: 4, fatPct: 44, priceMinorPerKg: 118 },
];
const RING: PastBatch['meats'] = [
  { trim: 'shoulder', kg: 28, fatPct: 20, priceMinorPerKg: 402 },
  { trim: 'backfat', kg: 2, fatPct: 88, priceMinorPerKg: 166 },
  { trim: 'chuck', kg: 5, fatPct: 20, priceMinorPerKg: 680 },
];
const STICK: PastBatch['meats'] = [
  { trim: 'chuck', kg: 18, fatPct: 20, priceMinorPerKg: 684 },
  { trim: 'beefleg', kg: 6, fatPct: 7, priceMinorPerKg: 800 },
];
const LOG: PastBatch['meats'] = [
  { trim: 'shoulder', kg: 24, fatPct: 20.5, priceMinorPerKg: 401 },
  { trim: 'beefleg', kg: 6, fatPct: 8, priceMinorPerKg: 790 },
  { trim: 'backfat', kg: 1.2, fatPct: 88, priceMinorPerKg: 166 },
];

/** The week behind us. */
export const WEEK: readonly PastBatch[] = [
  { recipe: 'Quay Thick', daysAgo: 7, meats: QUAY(32, 8) },
  { recipe: 'Lighthouse Ring', daysAgo: 7, meats: RING },
  { recipe: 'Marsh Lamb Thin', daysAgo: 6, meats: LAMB },
  { recipe: 'Pier Stick', daysAgo: 6, meats: STICK },
  { recipe: 'Quay Thick', daysAgo: 5, meats: QUAY(30, 8) },
  { recipe: 'Chestnut Turkey Patty', daysAgo: 5, meats: TURKEY },
  { recipe: 'Winter Log', daysAgo: 4, meats: LOG },
  { recipe: 'Quay Thick', daysAgo: 3, meats: QUAY(34, 9) },
  { recipe: 'Pier Stick', daysAgo: 3, meats: STICK },
  { recipe: 'Marsh Lamb Thin', daysAgo: 2, meats: LAMB },
  { recipe: 'Quay Thick', daysAgo: 1, meats: QUAY(32, 8.5) },
  { recipe: 'Lighthouse Ring', daysAgo: 1, meats: RING },
];

/** One mix of this morning, parted into sticks and a log. */
export const PARTED: PastBatch = {
  recipe: 'Harbour Stick',
  daysAgo: 0,
  meats: [
    { trim: 'chuck', kg: 17, fatPct: 20, priceMinorPerKg: 684 },
    { trim: 'beefleg', kg: 3, fatPct: 8, priceMinorPerKg: 790 },
  ],
};

/** Lots of the past weeks that were boned out or thawed before they were used. */
export const PREPARED: readonly {
  trim: TrimKey;
  how: 'trim out' | 'thaw';
  supplier: string;
  daysAgo: number;
  grossKg: number;
  priceMinorPerKg: number;
  parts: readonly (readonly [name: string, kg: number])[];
}[] = [
  ...[
    { daysAgo: 24, grossKg: 21.4, bone: 3.9, skin: 1.1, purge: 0.3 },
    { daysAgo: 17, grossKg: 19.8, bone: 3.7, skin: 1.0, purge: 0.25 },
    { daysAgo: 10, grossKg: 22.6, bone: 4.1, skin: 1.2, purge: 0.3 },
    { daysAgo: 3, grossKg: 20.2, bone: 4.6, skin: 1.4, purge: 0.45 },
  ].map((p) => ({
    trim: 'lambshoulder' as const,
    how: 'trim out' as const,
    supplier: 'Dyke End Flock',
    daysAgo: p.daysAgo,
    grossKg: p.grossKg,
    priceMinorPerKg: 560,
    parts: [
      ['bone', p.bone],
      ['sinew', p.skin],
      ['purge', p.purge],
    ] as const,
  })),
  {
    trim: 'beefleg',
    how: 'thaw',
    supplier: 'Cold Lane Abattoir',
    daysAgo: 8,
    grossKg: 15,
    priceMinorPerKg: 700,
    parts: [['drip', 0.55]],
  },
];

/** What the lead means to make today, in the order in which it matters. */
export const DAY: readonly { recipe: string; kg: number; owner?: string }[] = [
  { recipe: 'Quay Thick', kg: 40 },
  { recipe: 'Pier Stick', kg: 24 },
  { recipe: 'Winter Log', kg: 26 },
  { recipe: 'Marsh Lamb Thin', kg: 22 },
  { recipe: 'Quay Thick', kg: 24 },
  { recipe: 'Chestnut Turkey Patty', kg: 16 },
  { recipe: 'Lighthouse Ring', kg: 28 },
  { recipe: 'Pier Stick', kg: 16 },
];
