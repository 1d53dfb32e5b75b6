import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gauges, recipeFigures, type Gauge } from '../src/index.js';
import { LIBRARY, line, recipeOf } from './recipe-shelf.js';

const MEAT_MG = 10_000_000;

/** The gauge of binder of a recipe with so much rusk, where so much of the mix is finished. */
function binder(gPerKg: number, productYield?: number, salt = 16): Gauge {
  const lines = [line('Fine salt', salt), line('Rusk', gPerKg), line('Iced water', 100)];
  const all = gauges({
    figures: recipeFigures(recipeOf(lines), LIBRARY),
    state: 'cooked',
    fatClass: 'cooked',
    book: 'us',
    meatMg: MEAT_MG,
    productYield,
  });
  return all.find((g) => g.substance === 'binder')!;
}

describe('a limit on the product (9 CFR 319.140, .180: binder 3.5 % of it)', () => {
  it('is held against what is finished: the mix less what the heat took', () => {
    // 40 g of rusk on 1 156 g of mix are 3.46 %; finished at nine tenths they are 3.84 % (arithmetic).
    expect(binder(40)).toMatchObject({ level: 'ok', basis: 'product' });
    expect(binder(40).value).toBeCloseTo(3.4602, 3);
    expect(binder(40, 0.9).value).toBeCloseTo(3.8447, 3);
    expect(binder(40, 0.9).level).toBe('name');
    expect(binder(40, 1).value).toBeCloseTo(binder(40).value, 12);
  });

  it('leaves a room that is true: that much more stands exactly at the limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0.6, max: 1, noNaN: true }),
        (gPerKg, productYield) => {
          const { roomMg, value } = binder(gPerKg, productYield);
          expect(value).toBeLessThan(3.5);
          // What is added is finished whole: at a yield of one it weighs in the product as it was weighed in.
          const more = binder(gPerKg + roomMg! / (MEAT_MG / 1e6) / 1000, 1).value;
          if (productYield === 1) expect(more).toBeCloseTo(3.5, 6);
          expect(roomMg).toBeGreaterThan(0);
        },
      ),
    );
    const { roomMg } = binder(20, 1);
    expect(binder(20 + roomMg! / 10_000, 1).value).toBeCloseTo(3.5, 6);
    expect(binder(60, 1).roomMg).toBe(0);
  });
});

describe('the salt of the house', () => {
  const salt = (gPerKg: number, house = {}) => {
    const lines = [line('Fine salt', gPerKg)];
    return gauges({
      figures: recipeFigures(recipeOf(lines), LIBRARY),
      state: 'raw',
      book: 'us',
      meatMg: MEAT_MG,
      house,
    }).find((g) => g.substance === 'salt')!;
  };

  it('is right on both of its bounds and warned of beyond them', () => {
    const house = { saltMinGPerKg: 12, saltMaxGPerKg: 22 };
    expect([11.9, 12, 22, 22.1].map((g) => salt(g, house).level)).toEqual(['warn', 'ok', 'ok', 'warn']);
    expect(salt(18, house)).toMatchObject({ floor: 12, limit: 22, unit: 'g/kg', basis: 'meat block' });
    // 4 g/kg more on 10 kg of meat are 40 g.
    expect(salt(18, house).roomMg).toBeCloseTo(40_000, 3);
    expect(salt(25, house).roomMg).toBe(0);
  });
});
