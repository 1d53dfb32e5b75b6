import { v7 as uuid } from 'uuid';
import type { RecipeLine } from '@zest/contract';

/** Everything here is invented for the demonstration shop. */
export const SHOP_NAME = 'Ternquay Butchers';

export const PEOPLE = [
  { name: 'Ines', role: 'lead', secretKind: 'password', secret: 'lowmarsh' },
  { name: 'Mr Feld', role: 'owner', secretKind: 'password', secret: 'ferrygalley' },
  { name: 'Bram', role: 'bench', secretKind: 'pin', secret: '2580' },
  { name: 'Oda', role: 'bench', secretKind: 'pin', secret: '1357' },
  { name: 'Inspector', role: 'inspector', secretKind: 'password', secret: 'harbourmaster' },
] as const;

export type TrimKey =
  | 'shoulder'
  | 'leg'
  | 'belly'
  | 'backfat'
  | 'chuck'
  | 'beefleg'
  | 'lambshoulder'
  | 'lambleg'
  | 'thigh'
  | 'turkeyskin'
  | 'wildboar';

export const TRIMS: readonly {
  key: TrimKey;
  name: string;
  species: string;
  fatPct: number;
  wild?: boolean;
}[] = [
  { key: 'shoulder', name: 'Pork shoulder 80/20', species: 'pork', fatPct: 20 },
  { key: 'leg', name: 'Pork leg 92/8', species: 'pork', fatPct: 8 },
  { key: 'belly', name: 'Pork belly 55/45', species: 'pork', fatPct: 45 },
  { key: 'backfat', name: 'Pork back fat 12/88', species: 'pork', fatPct: 88 },
  { key: 'chuck', name: 'Beef chuck 80/20', species: 'beef', fatPct: 20 },
  { key: 'beefleg', name: 'Beef leg 93/7', species: 'beef', fatPct: 7 },
  { key: 'lambshoulder', name: 'Lamb shoulder 72/28', species: 'lamb', fatPct: 28 },
  { key: 'lambleg', name: 'Lamb leg 88/12', species: 'lamb', fatPct: 12 },
  { key: 'thigh', name: 'Turkey thigh 91/9', species: 'turkey', fatPct: 9 },
  { key: 'turkeyskin', name: 'Turkey skin 55/45', species: 'turkey', fatPct: 45 },
  { key: 'wildboar', name: 'Wild boar shoulder 88/12', species: 'wild boar', fatPct: 12, wild: true },
];

interface DemoIngredient {
  key: string;
  name: string;
  form: string;
  role: RecipeLine['role'];
  priceMinorPerKg: number;
  stockKg: number;
  nitritePct?: number;
}

export const INGREDIENTS: readonly DemoIngredient[] = [
  { key: 'salt', name: 'Fine salt', form: 'fine', role: 'salt', priceMinorPerKg: 60, stockKg: 25 },
  {
    key: 'cure',
    name: 'Cure 0.6 % nitrite',
    form: 'fine',
    role: 'cure',
    priceMinorPerKg: 190,
    stockKg: 10,
    nitritePct: 0.6,
  },
  {
    key: 'whitepepper',
    name: 'White pepper',
    form: 'ground',
    role: 'seasoning',
    priceMinorPerKg: 1650,
    stockKg: 3,
  },
  {
    key: 'blackpepper',
    name: 'Black pepper',
    form: 'cracked',
    role: 'seasoning',
    priceMinorPerKg: 1480,
    stockKg: 4,
  },
  { key: 'ginger', name: 'Ginger', form: 'ground', role: 'seasoning', priceMinorPerKg: 1210, stockKg: 1.5 },
  { key: 'mace', name: 'Mace', form: 'ground', role: 'seasoning', priceMinorPerKg: 4300, stockKg: 0.8 },
  { key: 'rosemary', name: 'Rosemary', form: 'cut', role: 'seasoning', priceMinorPerKg: 1400, stockKg: 1 },
  {
    key: 'coriander',
    name: 'Coriander seed',
    form: 'ground',
    role: 'seasoning',
    priceMinorPerKg: 780,
    stockKg: 2,
  },
  { key: 'caraway', name: 'Caraway', form: 'whole', role: 'seasoning', priceMinorPerKg: 690, stockKg: 2 },
  {
    key: 'juniper',
    name: 'Juniper',
    form: 'crushed',
    role: 'seasoning',
    priceMinorPerKg: 1900,
    stockKg: 0.6,
  },
  { key: 'garlic', name: 'Garlic', form: 'granulated', role: 'seasoning', priceMinorPerKg: 880, stockKg: 2 },
  { key: 'paprika', name: 'Paprika', form: 'ground', role: 'seasoning', priceMinorPerKg: 1150, stockKg: 2 },
  {
    key: 'mustard',
    name: 'Mustard seed',
    form: 'whole',
    role: 'seasoning',
    priceMinorPerKg: 420,
    stockKg: 3,
  },
  { key: 'dextrose', name: 'Dextrose', form: 'fine', role: 'sugar', priceMinorPerKg: 240, stockKg: 5 },
  { key: 'rusk', name: 'Pinhead rusk', form: 'pinhead', role: 'binder', priceMinorPerKg: 210, stockKg: 20 },
  {
    key: 'chestnut',
    name: 'Cooked chestnut',
    form: 'diced 6 mm',
    role: 'inclusion',
    priceMinorPerKg: 1350,
    stockKg: 14,
  },
  { key: 'water', name: 'Iced water', form: 'iced', role: 'liquid', priceMinorPerKg: 0, stockKg: 0 },
];

interface DemoCasing {
  key: string;
  name: string;
  material: 'hog' | 'sheep' | 'beef' | 'collagen' | 'fibrous';
  calibreMm: number;
  gPerM: number;
  priceMinorPerM: number;
  stockM: number;
}

export const CASINGS: readonly DemoCasing[] = [
  {
    key: 'hog',
    name: 'Hog casing 32/34',
    material: 'hog',
    calibreMm: 33,
    gPerM: 7.5,
    priceMinorPerM: 28,
    stockM: 900,
  },
  {
    key: 'sheep',
    name: 'Sheep casing 20/22',
    material: 'sheep',
    calibreMm: 21,
    gPerM: 3.6,
    priceMinorPerM: 41,
    stockM: 1400,
  },
  {
    key: 'round',
    name: 'Beef round 40/43',
    material: 'beef',
    calibreMm: 41,
    gPerM: 14,
    priceMinorPerM: 62,
    stockM: 320,
  },
  {
    key: 'collagen',
    name: 'Collagen 17',
    material: 'collagen',
    calibreMm: 17,
    gPerM: 2.4,
    priceMinorPerM: 15,
    stockM: 1100,
  },
  {
    key: 'fibrous',
    name: 'Fibrous 60',
    material: 'fibrous',
    calibreMm: 60,
    gPerM: 9,
    priceMinorPerM: 38,
    stockM: 90,
  },
];

/** Ids made once a run so that recipes can name what the stock holds. */
export function makeIds<K extends string>(items: readonly { key: K }[]): Map<string, string> {
  return new Map(items.map((item) => [item.key, uuid()]));
}
