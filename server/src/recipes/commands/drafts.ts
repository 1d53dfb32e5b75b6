import { type NewRecipeDraft, type Person, type RecipeDraft } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import { announce } from '../../platform/live.js';
import { invalid, stale } from '../../platform/problem.js';
import { isRecipe, isVersion } from '../store/recipes.js';
import { insertDraft, updateDraft, mustFindRecipeDraft, deleteDraft } from '../store/drafts.js';

export async function addRecipeDraft(app: AppContext, person: Person, body: NewRecipeDraft): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'add-recipe-draft', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    for (const [field, isKnown] of [
      ['recipeId', isRecipe],
      ['fromVersionId', isVersion],
    ] as const) {
      const from = body[field];
      if (from === null || (await isKnown(tx, from))) continue;
      throw invalid([{ path: field, message: 'The recipe this begins from is not known here.' }]);
    }
    await insertDraft(tx, { ...body, document: JSON.stringify(body.document), personId: person.id, now });
    announce(tx, now, { topic: 'recipes' });
  });
}

/** @throws HttpProblem 409 with the draft as it is when somebody changed it first */
export async function changeRecipeDraft(
  app: AppContext,
  person: Person,
  id: string,
  body: Pick<RecipeDraft, 'name' | 'document' | 'version'>,
): Promise<void> {
  const now = app.now();
  await app.db.transaction(async (tx) => {
    const document = JSON.stringify(body.document);
    if (!(await updateDraft(tx, { ...body, id, document, personId: person.id, now }))) {
      const current = await mustFindRecipeDraft(tx, id);
      throw stale(`${current.name} was changed by ${current.person} since you looked.`, current);
    }
    announce(tx, now, { topic: 'recipes' });
  });
}

/** Throws a draft away; false when it was already gone. */
export function removeRecipeDraft(app: AppContext, id: string): Promise<boolean> {
  return app.db.transaction(async (tx) => {
    const removed = await deleteDraft(tx, id);
    announce(tx, app.now(), { topic: 'recipes' });
    return removed;
  });
}
