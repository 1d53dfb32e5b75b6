import { describe, expect, it } from 'vitest';
import { STATEMENTS, checkRecipe, recipeFigures, type WorkingDocument } from '../src/index.js';
import { LIBRARY, line, recipeOf, thing, without } from './recipe-shelf.js';

const gaugeOf = (document: WorkingDocument, substance: string) =>
  checkRecipe({ name: 'Test', document, library: LIBRARY, book: 'us' }).gauges.find(
    (g) => g.substance === substance,
  );

describe('added water', () => {
  it('lets no cheese, milk or soy account for added water: only the protein of meat does (9 CFR 319.180)', () => {
    const base = [line('Cure 6.25', 2), line('Fine salt', 16), line('Iced water', 350)];
    const steps = recipeOf([], 'emulsion').steps.map((s) => without(s, 'expectedYieldPct'));
    const added = (lines: WorkingDocument['lines']) => {
      const gauge = gaugeOf(
        recipeOf(lines, 'emulsion', { fatClass: 'cooked', steps }),
        'fat and added water',
      )!;
      const mix =
        1 +
        lines.reduce((sum, l) => sum + (l.dose && 'gPerKgMeat' in l.dose ? l.dose.gPerKgMeat : 0), 0) / 1000;
      return (gauge.value / 100) * mix;
    };
    const plain = added(base);
    // 20 g of soy protein bring no water and excuse none; 100 g of cheese bring 38 g of water and 30 g of fat.
    expect(added([...base, line('Soy protein', 20)])).toBeCloseTo(plain, 9);
    expect(added([...base, line('Cheese', 100)])).toBeCloseTo(plain + 0.038 + 0.03, 9);
    const { written } = gaugeOf(
      recipeOf(base, 'emulsion', { fatClass: 'cooked', steps }),
      'fat and added water',
    )!;
    expect(written).toMatch(/water \d+\.\d % less 4 × \d+\.\d % protein of the meat/);
  });

  it('counts the water inside a sauce, as its maker states it', () => {
    const sauce = thing('Sauce', 'seasoning', { waterPct: 80 }, { compound: true, stated: [...STATEMENTS] });
    const library = new Map([...LIBRARY, [sauce.id, sauce]]);
    const lines = [line('Fine salt', 16), { ...line('Fine salt', 50), key: 'sauce', ingredientId: 'Sauce' }];
    expect(recipeFigures(recipeOf(lines), library).addedWater).toBeCloseTo(0.04, 9);
  });
});
