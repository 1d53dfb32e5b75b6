import type { LibraryItem, Recipe } from '@zest/contract';
import { SHELF, line, recipeOf } from '../../core/test/recipe-shelf.js';
import { ID } from './some-lots.js';

/** A fresh link of pork with salt and pepper, changed as a test needs it. */
export function recipe(name: string, n: number, more: Partial<Recipe['document']> = {}): Recipe {
  return {
    id: ID(n),
    name,
    versionId: ID(n + 1),
    versionNo: 1,
    document: {
      ...recipeOf([line('Fine salt', 16), line('Black pepper', 3)]),
      usualMeatMg: 40_000_000,
      ...more,
    } as Recipe['document'],
  };
}

/** The shelf of the tests as the library has it. */
export const LIBRARY_ITEMS = SHELF.map((item) => ({
  ...item,
  freeMg: 5_000_000,
  isSupply: item.isSupply ?? false,
  version: 1,
})) as LibraryItem[];
