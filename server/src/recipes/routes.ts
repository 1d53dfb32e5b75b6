import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { addRecipeDraft, changeRecipeDraft, removeRecipeDraft } from './commands/drafts.js';
import { importRecipe } from './commands/files.js';
import { changeIngredient, listIngredients, mustFindIngredient } from './store/library.js';
import { addNote, addTasting, settleNote } from './commands/notes.js';
import { addPreBlend, makePreBlend } from './commands/pre-blend.js';
import { printRoutes } from './print-routes.js';
import { publishRecipe } from './commands/publish.js';
import { startRecipe, takeUp } from './commands/shelf.js';
import { readRules, setRules } from './commands/rules.js';
import { findRecipe, listRecipes } from './store/recipes.js';
import { readStory, type MadeBatches } from './story.js';
import { listRecipeDrafts, mustFindRecipeDraft } from './store/drafts.js';
import { openNotes } from './store/notes.js';
import { findPreBlendLot } from './store/pre-blends.js';

/** @param made batches of a recipe as they were made, from the area that knows batches */
export function recipeRoutes(router: Router, app: AppContext, made: MadeBatches): void {
  const found = async (id: string) => {
    const recipe = await findRecipe(app.db, id);
    if (!recipe) throw notFound('This recipe');
    return recipe;
  };
  mount(router, ROUTES.listRecipes, () => listRecipes(app.db));
  mount(router, ROUTES.getRecipe, ({ params }) => found(params.id));
  mount(router, ROUTES.getRecipeStory, ({ params }) => readStory(app.db, params.id, made));
  mount(router, ROUTES.addRecipeNote, async ({ person, params, body }) => {
    await addNote(app, person, params.id, body);
    return openNotes(app.db, params.id);
  });
  mount(router, ROUTES.settleRecipeNote, async ({ person, params }) => {
    await settleNote(app, person, params.id, params.noteId);
    return openNotes(app.db, params.id);
  });
  mount(router, ROUTES.addTasting, async ({ person, params, body }) => {
    await addTasting(app, person, params.id, body);
    return { id: body.id };
  });
  draftRoutes(router, app, found);
  libraryRoutes(router, app);
  printRoutes(router, app);
  mount(router, ROUTES.getRules, () => readRules(app));
  mount(router, ROUTES.setRules, async ({ person, body }) => {
    await setRules(app, person, body);
    return { book: body.book };
  });
}

function draftRoutes(
  router: Router,
  app: AppContext,
  found: (
    id: string,
  ) => ReturnType<typeof findRecipe> extends Promise<infer R> ? Promise<NonNullable<R>> : never,
): void {
  mount(router, ROUTES.listRecipeDrafts, () => listRecipeDrafts(app.db));
  mount(router, ROUTES.getRecipeDraft, ({ params }) => mustFindRecipeDraft(app.db, params.id));
  mount(router, ROUTES.startRecipe, async ({ person, body }) => {
    await startRecipe(app, person, body);
    return mustFindRecipeDraft(app.db, body.id);
  });
  mount(router, ROUTES.takeUp, ({ person, body }) => takeUp(app, person, body));
  mount(router, ROUTES.addRecipeDraft, async ({ person, body }) => {
    await addRecipeDraft(app, person, body);
    return mustFindRecipeDraft(app.db, body.id);
  });
  mount(router, ROUTES.changeRecipeDraft, async ({ person, params, body }) => {
    await changeRecipeDraft(app, person, params.id, body);
    return mustFindRecipeDraft(app.db, params.id);
  });
  mount(router, ROUTES.removeRecipeDraft, async ({ params }) => ({
    removed: await removeRecipeDraft(app, params.id),
  }));
  mount(router, ROUTES.importRecipe, async ({ person, body }) => {
    await importRecipe(app, person, body);
    return mustFindRecipeDraft(app.db, body.id);
  });
  mount(router, ROUTES.publishRecipe, async ({ person, params, body }) =>
    found(await publishRecipe(app, person, params.id, body)),
  );
}

function libraryRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listIngredients, () => listIngredients(app.db));
  mount(router, ROUTES.changeIngredient, async ({ person, params, body }) => {
    await changeIngredient(app, person, params.id, body);
    return mustFindIngredient(app.db, params.id);
  });
  mount(router, ROUTES.addPreBlend, async ({ person, body }) => {
    await addPreBlend(app, person, body);
    return mustFindIngredient(app.db, body.id);
  });
  mount(router, ROUTES.makePreBlend, async ({ person, params, body }) => {
    await makePreBlend(app, person, params.id, body);
    const lot = await findPreBlendLot(app.db, body.id);
    return { lotId: body.id, code: lot?.code ?? '', item: await mustFindIngredient(app.db, params.id) };
  });
}
