import { describe, expect, it } from 'vitest';
import type { FAT_CLASSES } from '../src/index.js';
import { PRODUCT_STATES, blankDocument, checkRecipe, type WorkingDocument } from '../src/index.js';
import { LIBRARY, line, recipeOf } from './recipe-shelf.js';

const FRESH = [line('Fine salt', 16), line('Iced water', 30)];
const signs = (document: WorkingDocument) =>
  checkRecipe({ name: 'Test', document, library: LIBRARY, book: 'us' })
    .findings.filter((f) => f.level === 'sign')
    .map((f) => f.guard);

describe('what kind of product a recipe is', () => {
  it('is asked: a blank one lets nothing pass that nobody signed for', () => {
    const blank = blankDocument({ state: 'raw', steps: [] });
    expect(signs(blank)).toEqual(expect.arrayContaining(['class', 'species-rule', 'window-open']));
  });

  it('lets a recipe that answers all three through', () => {
    expect(signs(recipeOf(FRESH))).toEqual([]);
  });

  it('asks each alone: no class, no meat, any fat', () => {
    const good = recipeOf(FRESH);
    expect(signs({ ...good, fatClass: undefined })).toEqual(['class']);
    expect(signs({ ...good, speciesRules: [] })).toEqual(['species-rule']);
    expect(signs({ ...good, window: { minPct: 0, maxPct: 100 } })).toContain('window-open');
  });

  it.each(['fresh pork', 'fresh beef', 'fresh lamb', 'fresh poultry', 'breakfast'] as const)(
    '%s is no class for what is cooked or dried',
    (fatClass) => {
      for (const state of PRODUCT_STATES) {
        const isUncooked = state === 'raw' || state === 'raw smoked (not cooked)';
        const found = signs(recipeOf(FRESH, 'fresh-link', { fatClass, state }));
        expect(found.includes('class')).toBe(!isUncooked);
      }
    },
  );

  it('says where the shop’s book has no ceiling for the class, and which', () => {
    const notes = (fatClass: (typeof FAT_CLASSES)[number], book: 'us' | 'eu') =>
      checkRecipe({
        name: 'Test',
        document: recipeOf(FRESH, 'fresh-link', { fatClass }),
        library: LIBRARY,
        book,
      })
        .findings.filter((f) => f.level === 'note' && f.path === 'window')
        .map((f) => f.sentence);
    expect(notes('fresh pork', 'us')).toEqual([]);
    expect(notes('fresh pork', 'eu')).toEqual([
      'The shop’s rule book has no ceiling for the fat of fresh pork; none is checked.',
    ]);
    expect(notes('fresh lamb', 'us')).toHaveLength(1);
  });
});

describe('a cure above its limit', () => {
  it('says the largest dose that the book leaves beside everything else that brings nitrite', () => {
    const stop = (doses: [string, number][]) =>
      checkRecipe({
        name: 'Test',
        document: recipeOf(
          doses.map(([name, gPerKg]) => line(name, gPerKg)),
          'ring',
          { window: { minPct: 18, maxPct: 22 } },
        ),
        library: LIBRARY,
        book: 'us',
      }).findings.find((f) => f.guard === 'nitrite' && f.level === 'stop')?.sentence;
    // 156.25 ppm of a 6.25 % cure is 2.5 g/kg; a packet of 25 g/kg at 0.5 % brings 125 ppm and leaves 0.5 g/kg (9 CFR 424.21).
    expect(stop([['Cure 6.25', 4]])).toContain(
      'The limit leaves room for 2.50 g of Cure 6.25 per kg of meat.',
    );
    expect(
      stop([
        ['Cure 6.25', 4],
        ['Cure packet', 25],
      ]),
    ).toContain('The limit leaves room for 0.50 g of Cure 6.25 per kg of meat.');
    expect(stop([['Cure 6.25', 2.5]])).toBeUndefined();
  });
});
