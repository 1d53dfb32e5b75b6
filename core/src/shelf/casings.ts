import type { CasingMaterial } from '../casing/materials.js';

/** A casing as it is usually sold; the shop's own bundle decides. */
export interface UsualCasing {
  key: string;
  name: string;
  material: CasingMaterial;
  /** Stuffed. */
  calibreMm: number;
  /** Of the casing itself, soaked and stripped. */
  gPerM: number;
  /** Widest horn it goes onto with ease, outside diameter. */
  hornMm: number;
}

type Row = readonly [
  name: string,
  material: CasingMaterial,
  calibreMm: number,
  gPerM: number,
  hornMm: number,
];

const ROWS: readonly Row[] = [
  ['Sheep casing 18/20', 'sheep', 19, 3.2, 10],
  ['Sheep casing 20/22', 'sheep', 21, 3.6, 12],
  ['Sheep casing 22/24', 'sheep', 23, 4.1, 12],
  ['Sheep casing 24/26', 'sheep', 25, 4.6, 13],
  ['Hog casing 28/30', 'hog', 29, 6.2, 16],
  ['Hog casing 30/32', 'hog', 31, 6.9, 18],
  ['Hog casing 32/35', 'hog', 33, 7.5, 20],
  ['Hog casing 35/38', 'hog', 36, 8.4, 22],
  ['Hog casing 38/42', 'hog', 40, 9.6, 22],
  ['Beef round 40/43', 'beef', 41, 14, 25],
  ['Beef round 43/46', 'beef', 44, 15.5, 25],
  ['Beef middle 55/60', 'beef', 57, 24, 30],
  ['Collagen 17', 'collagen', 17, 2.4, 10],
  ['Collagen 19', 'collagen', 19, 2.8, 11],
  ['Collagen 21', 'collagen', 21, 3.2, 12],
  ['Collagen 23', 'collagen', 23, 3.6, 13],
  ['Collagen 26', 'collagen', 26, 4.2, 14],
  ['Collagen 30', 'collagen', 30, 5, 16],
  ['Collagen 32', 'collagen', 32, 5.4, 18],
  ['Fibrous 43', 'fibrous', 43, 6.5, 25],
  ['Fibrous 60', 'fibrous', 60, 9, 30],
  ['Fibrous 73', 'fibrous', 73, 11, 38],
  ['Cellulose 22', 'cellulose', 22, 1.6, 12],
  ['Cellulose 26', 'cellulose', 26, 1.9, 14],
];

/** Casings by kind and calibre; grams a metre and horns are from memory, soaking follows the kind. */
export const USUAL_CASINGS: readonly UsualCasing[] = ROWS.map(
  ([name, material, calibreMm, gPerM, hornMm]) => ({
    key: name.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
    name,
    material,
    calibreMm,
    gPerM,
    hornMm,
  }),
);
