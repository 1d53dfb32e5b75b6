import type { ReactNode } from 'react';
import { COMMON_RULES, SCALES } from '@zest/core';
import type { RecipeDraft, RecipeStory } from '@zest/contract';
import { line, recipeOf } from '../../core/test/recipe-shelf.js';
import type { EditorDocument } from '../src/areas/recipes/new-document.js';
import { INES, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID } from './some-lots.js';
import { LIBRARY_ITEMS, recipe } from './some-recipes.js';

export const RULES = { ...COMMON_RULES, book: 'us' };
export const LINK = recipe('Harbour Link', 30);

/** A recipe being written by Ines. */
export function draft(document: Partial<EditorDocument>, more: Partial<RecipeDraft> = {}): RecipeDraft {
  return {
    id: ID(90),
    name: 'Pepper Link',
    document: {
      ...recipeOf([line('Fine salt', 16), line('Black pepper', 3)]),
      ...document,
    } as RecipeDraft['document'],
    recipeId: null,
    fromVersionId: null,
    fromName: null,
    person: 'Ines',
    changedAt: '2026-03-16T08:00:00.000Z',
    version: 4,
    ...more,
  };
}

/** A published recipe with what was learned making it. */
export function story(more: Partial<RecipeStory> = {}): RecipeStory {
  return {
    recipe: LINK,
    parent: null,
    variants: [],
    versions: [
      {
        id: ID(31),
        no: 1,
        publishedAt: '2026-03-01T08:00:00.000Z',
        person: 'Ines',
        reason: 'As my uncle made it',
        signed: {},
        document: LINK.document,
        differences: [],
      },
    ],
    notes: [],
    tastings: [],
    asMade: [
      {
        key: 'black-pepper',
        name: 'Black pepper',
        ingredientId: 'black-pepper',
        role: 'seasoning',
        writtenGPerKg: 3,
        meanGPerKg: 3.4,
        batches: 6,
        meanOffPct: 12.4,
        worstOffPct: 21,
        always: 'over',
      },
    ],
    batches: [],
    learnedYield: { fraction: 0.97, batches: 5 },
    meatMinorPerKg: 420,
    lastLabel: null,
    ...more,
  };
}

/** Stands in for the server of a shop with this shelf and this book. */
export function recipeServer(): ReturnType<typeof standInServer> {
  localStorage.clear();
  return standInServer({ '/ingredients': LIBRARY_ITEMS, '/recipes': [LINK], '/rules': RULES });
}

/** A page of the recipes as a person sees it. */
export function shown(page: ReactNode, answers: Record<string, unknown> = {}, person = INES) {
  return onScreen(
    page,
    {
      ingredients: LIBRARY_ITEMS,
      rules: RULES,
      recipes: [LINK],
      'recipe-drafts': [],
      scales: SCALES,
      casings: [],
      lots: [],
      ...answers,
    },
    person,
  );
}
