import type { FatKnownBy } from '@zest/core';
import type { TrimKey } from './catalogue.js';

export interface DemoLot {
  trim: TrimKey;
  kg: number;
  fatPct: number;
  knownBy: FatKnownBy;
  priceMinorPerKg: number;
  daysAgo: number;
  tempC: number;
  supplier: string;
  state?: 'fresh' | 'frozen' | 'thawed';
  boxKg?: number;
  owner?: string;
  hold?: boolean;
}

/** What stands in the cold room this morning. Suppliers are invented. */
export const STOCK: readonly DemoLot[] = [
  {
    trim: 'shoulder',
    kg: 62.4,
    fatPct: 21.5,
    knownBy: 'instrument',
    priceMinorPerKg: 415,
    daysAgo: 1,
    tempC: 2.1,
    supplier: 'Saltmarsh Farm',
  },
  {
    trim: 'shoulder',
    kg: 38.2,
    fatPct: 19,
    knownBy: 'supplier',
    priceMinorPerKg: 398,
    daysAgo: 3,
    tempC: 2.8,
    supplier: 'Cold Lane Abattoir',
  },
  {
    trim: 'shoulder',
    kg: 24.6,
    fatPct: 23,
    knownBy: 'eye',
    priceMinorPerKg: 372,
    daysAgo: 5,
    tempC: 3.1,
    supplier: 'Cold Lane Abattoir',
  },
  {
    trim: 'leg',
    kg: 41.8,
    fatPct: 7.4,
    knownBy: 'lab',
    priceMinorPerKg: 545,
    daysAgo: 2,
    tempC: 1.9,
    supplier: 'Saltmarsh Farm',
  },
  {
    trim: 'leg',
    kg: 22.5,
    fatPct: 9,
    knownBy: 'supplier',
    priceMinorPerKg: 528,
    daysAgo: 4,
    tempC: 2.4,
    supplier: 'Cold Lane Abattoir',
  },
  {
    trim: 'belly',
    kg: 33.7,
    fatPct: 44,
    knownBy: 'instrument',
    priceMinorPerKg: 388,
    daysAgo: 1,
    tempC: 2.2,
    supplier: 'Saltmarsh Farm',
  },
  {
    trim: 'belly',
    kg: 18.1,
    fatPct: 48,
    knownBy: 'eye',
    priceMinorPerKg: 351,
    daysAgo: 4,
    tempC: 2.6,
    supplier: 'Mudflat Meats',
  },
  {
    trim: 'backfat',
    kg: 40,
    fatPct: 87.5,
    knownBy: 'supplier',
    priceMinorPerKg: 168,
    daysAgo: 2,
    tempC: 1.4,
    supplier: 'Saltmarsh Farm',
    boxKg: 10,
  },
  {
    trim: 'backfat',
    kg: 12.3,
    fatPct: 90,
    knownBy: 'eye',
    priceMinorPerKg: 150,
    daysAgo: 6,
    tempC: 1.2,
    supplier: 'Mudflat Meats',
    state: 'thawed',
  },
  {
    trim: 'chuck',
    kg: 46.9,
    fatPct: 19.2,
    knownBy: 'instrument',
    priceMinorPerKg: 690,
    daysAgo: 2,
    tempC: 2,
    supplier: 'Reed Bank Cattle',
  },
  {
    trim: 'chuck',
    kg: 27.3,
    fatPct: 22,
    knownBy: 'eye',
    priceMinorPerKg: 655,
    daysAgo: 5,
    tempC: 2.9,
    supplier: 'Mudflat Meats',
  },
  {
    trim: 'beefleg',
    kg: 31.5,
    fatPct: 6.5,
    knownBy: 'lab',
    priceMinorPerKg: 815,
    daysAgo: 1,
    tempC: 1.8,
    supplier: 'Reed Bank Cattle',
  },
  {
    trim: 'beefleg',
    kg: 20,
    fatPct: 8,
    knownBy: 'supplier',
    priceMinorPerKg: 779,
    daysAgo: 4,
    tempC: 2.2,
    supplier: 'Cold Lane Abattoir',
    boxKg: 10,
  },
  {
    trim: 'lambshoulder',
    kg: 36.4,
    fatPct: 27,
    knownBy: 'supplier',
    priceMinorPerKg: 720,
    daysAgo: 1,
    tempC: 2.3,
    supplier: 'Dyke End Flock',
  },
  {
    trim: 'lambshoulder',
    kg: 21.9,
    fatPct: 30,
    knownBy: 'eye',
    priceMinorPerKg: 688,
    daysAgo: 4,
    tempC: 3,
    supplier: 'Dyke End Flock',
  },
  {
    trim: 'lambleg',
    kg: 19.6,
    fatPct: 11.5,
    knownBy: 'instrument',
    priceMinorPerKg: 930,
    daysAgo: 2,
    tempC: 2,
    supplier: 'Dyke End Flock',
  },
  {
    trim: 'lambleg',
    kg: 9.8,
    fatPct: 13,
    knownBy: 'eye',
    priceMinorPerKg: 905,
    daysAgo: 5,
    tempC: 2.7,
    supplier: 'Cold Lane Abattoir',
  },
  {
    trim: 'thigh',
    kg: 44.1,
    fatPct: 8.8,
    knownBy: 'lab',
    priceMinorPerKg: 465,
    daysAgo: 1,
    tempC: 1.6,
    supplier: 'Heron Poultry',
  },
  {
    trim: 'thigh',
    kg: 16.2,
    fatPct: 10,
    knownBy: 'supplier',
    priceMinorPerKg: 440,
    daysAgo: 3,
    tempC: 2.1,
    supplier: 'Heron Poultry',
  },
  {
    trim: 'turkeyskin',
    kg: 15.4,
    fatPct: 44,
    knownBy: 'supplier',
    priceMinorPerKg: 120,
    daysAgo: 1,
    tempC: 1.7,
    supplier: 'Heron Poultry',
  },
  {
    trim: 'turkeyskin',
    kg: 6,
    fatPct: 47,
    knownBy: 'eye',
    priceMinorPerKg: 105,
    daysAgo: 3,
    tempC: 2,
    supplier: 'Heron Poultry',
  },
  {
    trim: 'shoulder',
    kg: 30,
    fatPct: 20,
    knownBy: 'supplier',
    priceMinorPerKg: 342,
    daysAgo: 41,
    tempC: -18.5,
    supplier: 'Cold Lane Abattoir',
    state: 'frozen',
    boxKg: 15,
  },
  {
    trim: 'backfat',
    kg: 25,
    fatPct: 88,
    knownBy: 'supplier',
    priceMinorPerKg: 131,
    daysAgo: 56,
    tempC: -18.2,
    supplier: 'Saltmarsh Farm',
    state: 'frozen',
    boxKg: 12.5,
  },
  {
    trim: 'belly',
    kg: 14.2,
    fatPct: 46,
    knownBy: 'supplier',
    priceMinorPerKg: 360,
    daysAgo: 0,
    tempC: 8.3,
    supplier: 'Mudflat Meats',
    hold: true,
  },
  {
    trim: 'wildboar',
    kg: 13.4,
    fatPct: 12,
    knownBy: 'eye',
    priceMinorPerKg: 760,
    daysAgo: 1,
    tempC: 2.4,
    supplier: 'Reed Bank Hunt',
  },
  {
    trim: 'lambshoulder',
    kg: 17.5,
    fatPct: 24,
    knownBy: 'eye',
    priceMinorPerKg: 0,
    daysAgo: 1,
    tempC: 2.2,
    supplier: 'brought by the customer',
    owner: 'Mrs Sand (own hogget)',
  },
];

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

/** Days a fresh lot keeps from its receipt; invented for the demonstration. */
export const KEEPS_DAYS = { fresh: 6, thawed: 6, frozen: 180 } as const;

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
