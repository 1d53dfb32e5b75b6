import { v7 as uuid } from 'uuid';
import type { Machine } from '@zest/core';

/** Everything here is invented for the demonstration shop. */
export const SHOP_NAME = 'Ternquay Butchers';

/** What an hour of one pair of hands costs here, pence. */
export const HOUR_MINOR = 1_650;

export const SHOP_ABOUT = {
  address: '4 Netmenders’ Row\nLowmarsh Harbour',
  country: 'GB',
  units: 'metric',
  numberStyle: 'point',
};

export const MACHINES: Machine[] = [
  { name: 'Bench grinder', kind: 'grinder', holdsKg: null, sizesMm: [4.5, 5, 6, 8, 10] },
  { name: 'Tub mixer', kind: 'mixer', holdsKg: 30, sizesMm: [] },
  { name: 'Trial mixer', kind: 'mixer', holdsKg: 10, sizesMm: [] },
  { name: 'Bowl cutter', kind: 'cutter', holdsKg: 15, sizesMm: [] },
  { name: 'Standing stuffer', kind: 'stuffer', holdsKg: 12, sizesMm: [10, 14, 20, 28] },
  { name: 'Harbour house', kind: 'house', holdsKg: 60, sizesMm: [] },
  { name: 'Walk-in', kind: 'cooler', holdsKg: 300, sizesMm: [] },
  { name: 'Water kettle', kind: 'vessel', holdsKg: 40, sizesMm: [] },
];

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

export { INGREDIENTS } from './ingredients.js';

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
