import { describe, expect, it } from 'vitest';
import { SCALES, scaleTo } from '../src/index.js';
import { LIBRARY, line, recipeOf } from './recipe-shelf.js';

describe('a recipe scaled', () => {
  const scale = (more: object, library = LIBRARY) =>
    scaleTo({
      document: { ...recipeOf([line('Fine salt', 16)]), ...more },
      library,
      wanted: 'meat',
      amount: 8e6,
      productYield: 0.9,
      scales: SCALES,
    });
  it('counts pieces, packs and fills only where the recipe says how large they are', () => {
    expect(scale({ linkMassG: null, linkLengthMm: null, casing: null }).links).toBeNull();
    expect(scale({ linkMassG: 100, casing: null }).links).toBe(81);
    expect(scale({ packMassG: undefined }).packs).toBeNull();
    expect(scale({ packMassG: 500 }).packs).toBe(14);
    expect(scale({ stufferCapacityKg: 3 }).fills).toBe(3);
  });

  it('calls a line as the shelf does, and as the recipe does where the shelf has it no more', () => {
    expect(scale({}).lines[0]?.name).toBe('Fine salt');
    expect(scale({ lines: [{ ...line('Fine salt', 16), name: 'Old name' }] }, new Map()).lines[0]?.name).toBe(
      'Old name',
    );
  });

  it('names the scale of each line by what it can show, and none where there is none', () => {
    const lines = [line('Fine salt', 16), line('Cure 6.25', 2), line('Iced water', 300)];
    // 128 g on the dose scale, 16 g of cure there too, 2.4 kg on the bench.
    expect(scale({ lines }).lines.map((l) => [l.name, l.scaleId])).toEqual([
      ['Fine salt', 'dose'],
      ['Cure 6.25', 'dose'],
      ['Iced water', 'bench'],
    ]);
    const none = scaleTo({
      document: recipeOf(lines),
      library: LIBRARY,
      wanted: 'meat',
      amount: 8e6,
      productYield: 0.9,
      scales: [],
    });
    expect(none.lines.map((l) => l.scaleId)).toEqual([null, null, null]);
    expect(none.lines[0]?.dueMg).toBe(128_000);
  });
});
