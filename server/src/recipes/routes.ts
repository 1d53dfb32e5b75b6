import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { findRecipe, listRecipes } from './store.js';

export function recipeRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listRecipes, () => listRecipes(app.db));
  mount(router, ROUTES.getRecipe, async ({ params }) => {
    const recipe = await findRecipe(app.db, params.id);
    if (!recipe) throw notFound('This recipe');
    return recipe;
  });
}
