import fc from 'fast-check';
import Qty from 'js-quantities';
import { describe, expect, it } from 'vitest';
import {
  basisShift,
  doseFraction,
  doseThreeWays,
  findCommonIngredient,
  fixedDoseErrorPct,
  onBasis,
  readDose,
  writeDose,
  type Dose,
  type DoseReading,
} from '../src/index.js';
import { LIBRARY } from './recipe-shelf.js';

const context = (name: string, more: object = {}) => ({
  name,
  role: LIBRARY.get(name)?.role ?? ('seasoning' as const),
  facts: LIBRARY.get(name),
  basis: 'meat' as const,
  ...more,
});
const doseOf = (reading: DoseReading): Dose => {
  if (reading.kind !== 'dose') throw new Error(reading.doubt);
  return reading.dose;
};
const gPerKg = (text: string, name = 'Fine salt', more: object = {}) => {
  const dose = doseOf(readDose(text, context(name, more)));
  return 'gPerKgMeat' in dose ? dose.gPerKgMeat : NaN;
};

describe('a dose as people type it', () => {
  it.each([
    ['16 g/kg', { gPerKgMeat: 16 }],
    ['16 g per kg', { gPerKgMeat: 16 }],
    ['160 g per 10 kg', { gPerKgMeat: 16 }],
    ['160 g for 10 kg of meat', { gPerKgMeat: 16 }],
    ['18 g/kg mix', { gPerKgMix: 18 }],
    ['1.6 %', { pctOfMeat: 1.6 }],
    ['1,6%', { pctOfMeat: 1.6 }],
    ['2 % of mix', { pctOfMix: 2 }],
    ['2 % of the meat', { pctOfMeat: 2 }],
  ] as const)('reads %s', (text, dose) => {
    expect(doseOf(readDose(text, context('Fine salt')))).toEqual(dose);
  });

  it('takes a percentage without words on the basis of the recipe', () => {
    expect(doseOf(readDose('2 %', context('Fine salt', { basis: 'mix' })))).toEqual({ pctOfMix: 2 });
  });

  it('turns a plain weight into grams per kilogram by the batch it is for, and asks when there is none', () => {
    expect(gPerKg('640 g', 'Fine salt', { batchKg: 40 })).toBe(16);
    const asked = readDose('640 g', context('Fine salt'));
    expect(asked).toMatchObject({ kind: 'doubt', doubt: expect.stringContaining('for how much meat') });
  });

  it('turns ppm of a cure into grams by its strength: 156.25 ppm of 6.25 % is 2.5 g/kg (9 CFR 424.21)', () => {
    expect(gPerKg('156.25 ppm', 'Cure 6.25')).toBeCloseTo(2.5, 12);
    expect(gPerKg('500 ppm', 'Erythorbate')).toBeCloseTo(0.5, 12);
  });

  it('counts packets against their rated meat', () => {
    expect(doseOf(readDose('2 packets', context('Cure packet', { batchKg: 46 })))).toEqual({
      packet: { netG: 500, seasonsKg: 23 },
    });
    expect(doseOf(readDose('1 packet per 20 kg', context('Cure packet')))).toEqual({
      packet: { netG: 500, seasonsKg: 20 },
    });
    expect(readDose('2 packets', context('Thyme', { batchKg: 46 })).kind).toBe('doubt');
  });

  it.each(['a splash', '1 bottle', 'half a jar', '2 cloves', 'to taste', 'a pinch', 'some'])(
    'does not take “%s” for a weight, and keeps the words',
    (text) => {
      const reading = readDose(text, context('Thyme', { batchKg: 10 }));
      expect(reading).toMatchObject({ kind: 'doubt', asWritten: text });
    },
  );

  it('gives a range as a range', () => {
    const reading = readDose('16-18 g per kg', context('Fine salt'));
    expect(reading).toMatchObject({ kind: 'doubt', rangeGPerKg: [16, 18] });
    const spoons = readDose('2 to 3 tbsp for 10 kg', context('Fine salt'));
    expect(spoons).toMatchObject({ kind: 'doubt', doubt: expect.stringContaining('range') });
  });

  it('refuses cure in a spoon, whatever it is called', () => {
    for (const name of ['Cure 6.25', 'Slow cure']) {
      expect(readDose('1 tsp per 10 kg', context(name))).toMatchObject({
        kind: 'doubt',
        doubt: expect.stringContaining('never measured by the spoon'),
      });
    }
    const unknown = readDose('2 tsp for 5 kg', { name: 'pink salt', role: 'salt', basis: 'meat' });
    expect(unknown).toMatchObject({ kind: 'doubt', doubt: expect.stringContaining('Cure is weighed') });
  });

  it('shows the whole range of an unclear salt: a cup is 137 to 290 g', () => {
    const reading = readDose('1 cup for 10 kg', {
      name: 'salt',
      role: 'salt',
      basis: 'meat',
      facts: {
        contents: LIBRARY.get('Fine salt')!.contents,
        densityRange: findCommonIngredient('salt')!.rangeGPerMl,
      },
    });
    expect(reading.kind).toBe('doubt');
    const [low = 0, high = 0] = reading.kind === 'doubt' ? (reading.rangeGPerKg ?? []) : [];
    expect(low * 10).toBeCloseTo(137.2, 1);
    expect(high * 10).toBeCloseTo(291, 0);
  });

  it('does not take a tonne, or a percentage past all reason, for a dose', () => {
    for (const text of ['1 t', '700 %', '9000 g/kg']) {
      expect(readDose(text, context('Thyme', { batchKg: 10 }))).toMatchObject({
        kind: 'doubt',
        doubt: expect.stringContaining('check the unit'),
      });
    }
  });

  it('asks whether an ounce of a liquid is a weight or a measure', () => {
    const beer = (text: string) => readDose(text, context('Beer', { batchKg: 10 }));
    expect(beer('8 oz')).toMatchObject({ kind: 'doubt', doubt: expect.stringContaining('29.57 mL') });
    expect(beer('250 g').kind).toBe('dose');
    expect(gPerKg('8 oz per 10 kg')).toBeCloseTo(22.68, 2);
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), fc.boolean(), (text, batch) => {
        const reading = readDose(text, context('Black pepper', batch ? { batchKg: 10 } : {}));
        if (reading.kind === 'dose') expect(doseFraction(reading.dose).fraction).toBeGreaterThanOrEqual(0);
        else expect(reading.doubt.length).toBeGreaterThan(5);
      }),
      { numRuns: 400 },
    );
  });

  it('agrees with a units package on every weight and measure', () => {
    const units = [
      ['oz', 'oz'],
      ['lb', 'lb'],
      ['g', 'g'],
      ['kg', 'kg'],
      ['cup', 'cup'],
      ['tbsp', 'tablespoon'],
      ['tsp', 'teaspoon'],
      ['mL', 'ml'],
    ] as const;
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom(...units),
        fc.integer({ min: 100, max: 400 }),
        (n, [ours, theirs], lb) => {
          const quantity = Qty(`${n} ${theirs}`);
          const grams = quantity.isCompatible('g')
            ? quantity.to('g').scalar
            : quantity.to('ml').scalar * 1.23;
          const meatKg = Qty(`${lb} lb`).to('kg').scalar;
          const ours_ = gPerKg(`${n} ${ours} per ${lb} lb`);
          expect(Math.abs(ours_ / (grams / meatKg) - 1)).toBeLessThan(2e-4);
        },
      ),
    );
  });
});

describe('one dose, three units, two bases', () => {
  const dose = fc.oneof(
    fc.record({ gPerKgMeat: fc.double({ min: 0.01, max: 400, noNaN: true }) }),
    fc.record({ pctOfMeat: fc.double({ min: 0.01, max: 40, noNaN: true }) }),
    fc.record({ pctOfMix: fc.double({ min: 0.01, max: 40, noNaN: true }) }),
    fc.record({ gPerKgMix: fc.double({ min: 0.01, max: 400, noNaN: true }) }),
  );
  const perMeat = fc.double({ min: 1, max: 2, noNaN: true });

  it('keeps the grams when the basis changes, there and back', () => {
    fc.assert(
      fc.property(dose, perMeat, (d, t) => {
        const before = doseThreeWays(d, t, 10).massG;
        const other = onBasis(d, doseFraction(d).basis === 'meat' ? 'mix' : 'meat', t);
        expect(doseThreeWays(other, t, 10).massG).toBeCloseTo(before, 6);
        const back = onBasis(other, doseFraction(d).basis, t);
        expect(doseThreeWays(back, t, 10).massG).toBeCloseTo(before, 6);
      }),
    );
  });

  it('is read again as it is written', () => {
    fc.assert(
      fc.property(dose, (d) => {
        const [key, value] = Object.entries(d)[0]!;
        const rounded = { [key]: Number((value as number).toPrecision(3)) } as unknown as Dose;
        const again = readDose(writeDose(rounded), context('Thyme', { numberStyle: 'point' }));
        const close = doseFraction(doseOf(again));
        expect(close.basis).toBe(doseFraction(rounded).basis);
        expect(close.fraction).toBeCloseTo(doseFraction(rounded).fraction, 12);
      }),
    );
  });

  it('says what moves when only the word changes: 18 g/kg on a mix of 1.2', () => {
    expect(basisShift({ gPerKgMeat: 18 }, 1.2)).toMatchObject({ beforeGPerKg: 18, afterGPerKg: 18 * 1.2 });
    expect(basisShift({ gPerKgMix: 18 }, 1.2).changePct).toBeCloseTo(-100 / 6, 10);
  });

  it('finds a dose written for 24 kg 7.7 % weak on 26 kg (arithmetic)', () => {
    expect(fixedDoseErrorPct(24, 26)).toBeCloseTo(-7.69, 2);
    expect(fixedDoseErrorPct(3.2, 4)).toBeCloseTo(-20, 10);
  });
});

describe('densities against published portion weights (composition tables, from memory)', () => {
  const TSP = 4.92892159375;
  it.each([
    ['white pepper', TSP, 2.4],
    ['black pepper', TSP, 2.3],
    ['paprika', TSP, 2.3],
    ['caraway seed', TSP, 2.1],
    ['fennel seed', TSP, 2.0],
    ['nutmeg', TSP, 2.2],
    ['ginger', TSP, 1.8],
    ['allspice', TSP, 1.9],
    ['cloves', TSP, 2.1],
    ['cinnamon', TSP, 2.6],
    ['thyme', TSP, 1.0],
    ['sage', TSP, 0.7],
    ['oregano', TSP, 1.0],
    ['garlic powder', TSP, 3.1],
    ['onion powder', TSP, 2.4],
    ['chili powder', TSP, 2.7],
    ['table salt', 236.588, 292],
    ['sugar', 236.588, 200],
    ['honey', 236.588, 339],
    ['milk', 236.588, 244],
    ['water', 236.588, 237],
  ])('%s', (name, ml, grams) => {
    const density = findCommonIngredient(name)!.gPerMl!;
    expect(Math.abs((density * ml) / grams - 1)).toBeLessThan(0.08);
  });

  it('knows coarse salt as a range, not as salt', () => {
    expect(findCommonIngredient('coarse sea salt')?.rangeGPerMl).toEqual([0.58, 1.02]);
    expect(findCommonIngredient('salt')?.rangeGPerMl).toEqual([0.58, 1.23]);
    expect(findCommonIngredient('xylophone')).toBeUndefined();
  });
});
