import { describe, expect, it } from 'vitest';
import {
  FAT_CLASSES,
  LIMIT_RULES,
  NITRITE_FLOOR_PPM,
  nitriteFloorOf,
  SALT_BAND,
  type LimitRule,
} from '../src/index.js';

/** 28.349523125 g an ounce, 45 359.237 g to 100 lb (international yard and pound agreement of 1959). */
const ozIn100lb = (ounces: number) => (ounces * 28.349523125 * 1e6) / 45_359.237;
/** Molar masses of sodium nitrite and of its ion: the sum of the standard atomic weights. */
const AS_NITRITE = (22.98977 + 14.0067 + 2 * 15.9994) / (14.0067 + 2 * 15.9994);
const FRESH = 'fresh pork, fresh beef, fresh lamb, fresh poultry, breakfast, italian style';

/**
 * Every limit as its book writes it, worked out apart from the table of the product. All of them from memory: 9 CFR
 * 319.140–.180 and 424.21(c); Regulation (EC) 1333/2008 and (EU) 2023/2108; Regulation (EU) 1169/2011 Annex VI;
 * the Canadian List of Permitted Preservatives.
 */
const WRITTEN: readonly (readonly [LimitRule['book'], string, number, string, string, string])[] = [
  ['us', 'nitrite', ozIn100lb(0.25), 'meat block', 'all', 'stop'],
  ['us', 'nitrate', ozIn100lb(2.75), 'meat block', 'dried', 'stop'],
  ['us', 'erythorbate', ozIn100lb(0.875), 'meat block', 'all', 'stop'],
  ['us', 'ascorbic acid', ozIn100lb(0.75), 'meat block', 'all', 'stop'],
  ['us', 'added water', 3, 'mix', FRESH, 'name'],
  ['us', 'fat and added water', 40, 'product', 'cooked', 'stop'],
  ['us', 'binder', 3.5, 'product', 'all', 'name'],
  ['us', 'soy protein', 2, 'product', 'all', 'name'],
  ['us', 'fat', 50, 'product', 'fresh pork', 'stop'],
  ['us', 'fat', 30, 'product', 'fresh beef', 'stop'],
  ['us', 'fat', 50, 'product', 'breakfast', 'stop'],
  ['us', 'fat', 35, 'product', 'italian style', 'stop'],
  ['us', 'fat', 30, 'product', 'cooked', 'stop'],
  ['ca', 'nitrite', 200, 'mix', 'all', 'stop'],
  ['ca', 'added water', 5, 'mix', 'all', 'label'],
  ['eu', 'nitrite', 80 * AS_NITRITE, 'mix', 'all', 'stop'],
  ['eu', 'nitrate', 150, 'mix', 'dried', 'stop'],
  ['eu', 'erythorbate', 500, 'mix', 'all', 'stop'],
  ['eu', 'added water', 5, 'mix', 'all', 'label'],
  ['uk', 'nitrite', 150, 'mix', 'all', 'stop'],
  ['uk', 'nitrate', 150, 'mix', 'dried', 'stop'],
  ['uk', 'erythorbate', 500, 'mix', 'all', 'stop'],
  ['uk', 'added water', 5, 'mix', 'all', 'label'],
];

const IN_PERCENT = ['added water', 'fat', 'fat and added water', 'binder', 'soy protein'];
const nameOf = (r: { book: string; substance: string; classes?: readonly string[] | undefined }) =>
  `${r.book} ${r.substance} ${r.classes?.join(', ') ?? 'all'}`;

describe('the limits of the books', () => {
  it('are these and no others', () => {
    expect(LIMIT_RULES.map(nameOf).sort()).toEqual(
      WRITTEN.map(([book, substance, , , classes]) => `${book} ${substance} ${classes}`).sort(),
    );
  });

  it.each(WRITTEN)('%s %s: %d on the %s (%s), then %s', (book, substance, limit, basis, classes, does) => {
    const rule = LIMIT_RULES.find((r) => nameOf(r) === `${book} ${substance} ${classes}`)!;
    expect(Math.abs(rule.limit / limit - 1)).toBeLessThan(1e-4);
    expect(rule).toMatchObject({ basis, does, unit: IN_PERCENT.includes(substance) ? '%' : 'ppm' });
    expect(rule.source).toMatch(/from memory – confirm with your authority$/);
    expect(rule.written).not.toBe('');
  });

  it('hold a class that there is', () => {
    for (const { classes = [] } of LIMIT_RULES)
      expect(FAT_CLASSES).toEqual(expect.arrayContaining([...classes]));
  });

  it('leave the floor of nitrite to the shop, none among them', () => {
    expect(NITRITE_FLOOR_PPM).toBe(100);
    expect(nitriteFloorOf(undefined)).toBe(100);
    expect(nitriteFloorOf({ nitriteFloorPpm: null })).toBe(100);
    expect(nitriteFloorOf({})).toBe(100);
    expect(nitriteFloorOf({ nitriteFloorPpm: 120 })).toBe(120);
    expect(nitriteFloorOf({ nitriteFloorPpm: 0 })).toBe(0);
  });

  it('has a usual salt for every state, common practice: dried above smoked above raw', () => {
    expect(SALT_BAND).toEqual({
      raw: { minGPerKg: 12, maxGPerKg: 20 },
      'raw smoked (not cooked)': { minGPerKg: 15, maxGPerKg: 28 },
      cooked: { minGPerKg: 14, maxGPerKg: 24 },
      dried: { minGPerKg: 23, maxGPerKg: 32 },
    });
  });
});
