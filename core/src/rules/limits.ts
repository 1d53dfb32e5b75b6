import { BOOK_IDS, NITRITE_RULES, type BookId } from './books.js';
import { FAT_CLASS_RULES, FAT_CLASSES, type FatClass } from './fat.js';

export const SUBSTANCES = [
  'nitrite',
  'nitrate',
  'erythorbate',
  'ascorbic acid',
  'added water',
  'fat',
  'fat and added water',
  'binder',
  'soy protein',
] as const;
export type Substance = (typeof SUBSTANCES)[number];

/** What going over does: nothing more may be done, the protected name goes, the label says so, a warning. */
type Consequence = 'stop' | 'name' | 'label' | 'warn';

/** One limit of one rule book. */
export interface LimitRule {
  book: BookId;
  substance: Substance;
  /** ppm, or percent by weight. */
  limit: number;
  unit: 'ppm' | '%';
  /** As the book writes it. */
  written: string;
  basis: 'meat block' | 'mix' | 'product';
  /** Product classes it holds for; all where absent. */
  classes?: readonly FatClass[];
  does: Consequence;
  source: string;
}

/** When the books were last looked at. */
export const BOOKS_AS_OF = '2026-01';

const MEMORY = 'from memory – confirm with your authority';
const FRESH = [
  'fresh pork',
  'fresh beef',
  'fresh lamb',
  'fresh poultry',
  'breakfast',
  'italian style',
] as const;
/** 1 oz to 100 lb in parts per million: 1/1600. */
const PPM_PER_OZ_IN_100_LB = 1e6 / 1600;

const us = (rule: Omit<LimitRule, 'book' | 'source'>, section: string): LimitRule => ({
  ...rule,
  book: 'us',
  source: `9 CFR ${section}, ${MEMORY}`,
});
const oz = (ounces: number) => ounces * PPM_PER_OZ_IN_100_LB;

const OTHERS: readonly LimitRule[] = [
  us(
    {
      substance: 'nitrate',
      limit: oz(2.75),
      unit: 'ppm',
      written: '2 3/4 oz to 100 lb of meat block, dry sausage',
      basis: 'meat block',
      classes: ['dried'],
      does: 'stop',
    },
    '424.21(c)',
  ),
  us(
    {
      substance: 'erythorbate',
      limit: oz(0.875),
      unit: 'ppm',
      written: '7/8 oz to 100 lb of meat block',
      basis: 'meat block',
      does: 'stop',
    },
    '424.21(c)',
  ),
  us(
    {
      substance: 'ascorbic acid',
      limit: oz(0.75),
      unit: 'ppm',
      written: '3/4 oz to 100 lb of meat block',
      basis: 'meat block',
      does: 'stop',
    },
    '424.21(c)',
  ),
  us(
    {
      substance: 'added water',
      limit: 3,
      unit: '%',
      written: '3 % of the total, fresh sausage',
      basis: 'mix',
      classes: FRESH,
      does: 'name',
    },
    '319.140',
  ),
  us(
    {
      substance: 'fat and added water',
      limit: 40,
      unit: '%',
      written: 'fat and added water together 40 %, added water = water − 4 × protein',
      basis: 'product',
      classes: ['cooked'],
      does: 'stop',
    },
    '319.180',
  ),
  us(
    {
      substance: 'binder',
      limit: 3.5,
      unit: '%',
      written: '3.5 % of the product',
      basis: 'product',
      does: 'name',
    },
    '319.140, .180',
  ),
  us(
    {
      substance: 'soy protein',
      limit: 2,
      unit: '%',
      written: 'isolated soy protein 2 % of the product',
      basis: 'product',
      does: 'name',
    },
    '319.140, .180',
  ),
  ...(['eu', 'uk'] as const).flatMap((book): LimitRule[] => {
    const law = book === 'eu' ? 'Regulation (EC) 1333/2008' : 'Regulation 1333/2008 as retained';
    return [
      {
        book,
        substance: 'nitrate',
        limit: 150,
        unit: 'ppm',
        written: '150 mg/kg, not heat-treated only',
        basis: 'mix',
        classes: ['dried'],
        does: 'stop',
        source: `${law}, ${MEMORY}`,
      },
      {
        book,
        substance: 'erythorbate',
        limit: 500,
        unit: 'ppm',
        written: '500 mg/kg as erythorbic acid',
        basis: 'mix',
        does: 'stop',
        source: `${law}, ${MEMORY}`,
      },
    ];
  }),
  ...(['ca', 'eu', 'uk'] as const).map((book): LimitRule => ({
    book,
    substance: 'added water',
    limit: 5,
    unit: '%',
    written: 'above 5 % the name of the food says so',
    basis: 'mix',
    does: 'label',
    source:
      book === 'ca'
        ? `Food and Drug Regulations, ${MEMORY}`
        : `${book === 'eu' ? 'Regulation (EU) 1169/2011' : 'Regulation 1169/2011 as retained'} Annex VI, ${MEMORY}`,
  })),
];

/** Every limit of every book, nitrite and the fat ceilings among them. */
export const LIMIT_RULES: readonly LimitRule[] = [
  ...BOOK_IDS.map((book): LimitRule => {
    const rule = NITRITE_RULES[book];
    return {
      book,
      substance: 'nitrite',
      limit: rule.limitPpm,
      unit: 'ppm',
      written: rule.written,
      basis: rule.basis,
      does: 'stop',
      source: rule.source,
    };
  }),
  ...FAT_CLASSES.flatMap((fatClass) =>
    Object.entries(FAT_CLASS_RULES[fatClass].ceiling).map(([book, ceiling]): LimitRule => ({
      book: book as BookId,
      substance: 'fat',
      limit: ceiling.maxPct,
      unit: '%',
      written: `${fatClass}: ${ceiling.maxPct} % fat`,
      basis: 'product',
      classes: [fatClass],
      does: 'stop',
      source: ceiling.source,
    })),
  ),
  ...OTHERS,
];

/** Least ingoing nitrite that colours and protects, ppm on the meat block; common practice, warns only. */
export const NITRITE_FLOOR_PPM = 100;

/** Cure is weighed to a hundredth of what is due: so much below the floor is not under it. */
const WEIGHED_TO = 0.01;

/** Whether cure is under a floor, both ppm of the same basis. */
export function isUnderFloor(ppm: number, floorPpm: number): boolean {
  return ppm < floorPpm * (1 - WEIGHED_TO);
}

/** The floor of the house on the meat, ppm; the common one where it has set none. */
export function nitriteFloorOf(house: { nitriteFloorPpm?: number | null | undefined } | undefined): number {
  return house?.nitriteFloorPpm ?? NITRITE_FLOOR_PPM;
}

/** True salt, g per kg of meat, that a product of a state usually has; common practice, a house setting. */
export const SALT_BAND: Record<string, { minGPerKg: number; maxGPerKg: number }> = {
  raw: { minGPerKg: 12, maxGPerKg: 20 },
  'raw smoked (not cooked)': { minGPerKg: 15, maxGPerKg: 28 },
  cooked: { minGPerKg: 14, maxGPerKg: 24 },
  dried: { minGPerKg: 23, maxGPerKg: 32 },
};
