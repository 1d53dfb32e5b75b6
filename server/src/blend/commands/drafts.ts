import { type NewDraft, type Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db, Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { invalid, stale } from '../../platform/problem.js';
import { isRecipe } from '../../recipes/index.js';
import * as store from '../store/drafts.js';

export async function addDraft(app: AppContext, person: Person, body: NewDraft): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'add-draft', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    await mustKnowRecipe(tx, body.recipeId);
    await store.insertDraft(tx, { id: body.id, ...columns(body), personId: person.id, now });
    announce(tx, now, { topic: 'drafts' });
  });
}

/** @throws HttpProblem 409 with the draft as it is when somebody changed it first */
export async function changeDraft(
  app: AppContext,
  person: Person,
  id: string,
  body: Omit<NewDraft, 'id'> & { version: number },
): Promise<void> {
  const now = app.now();
  await app.db.transaction(async (tx) => {
    await mustKnowRecipe(tx, body.recipeId);
    const { version } = body;
    if (!(await store.updateDraft(tx, { id, version, ...columns(body), personId: person.id, now }))) {
      const current = await store.mustFindDraft(tx, id);
      throw stale(`${current.name} has changed since you looked.`, current);
    }
    announce(tx, now, { topic: 'drafts' });
  });
}

/** Throws a draft away; false when it was already gone. */
export function removeDraft(app: AppContext, id: string): Promise<boolean> {
  return app.db.transaction(async (tx) => {
    const removed = await store.deleteDraft(tx, id);
    announce(tx, app.now(), { topic: 'drafts' });
    return removed;
  });
}

/** Marks a draft as made: the batch was opened from it. */
export function finishDraft(tx: Transaction, now: Date, draftId: string, batchId: string): void {
  store.markMade(tx, draftId, batchId);
  announce(tx, now, { topic: 'drafts' });
}

async function mustKnowRecipe(db: Db, id: string): Promise<void> {
  if (!(await isRecipe(db, id))) throw invalid([{ path: 'recipeId', message: 'Choose a published recipe.' }]);
}

function columns(body: Omit<NewDraft, 'id'>) {
  return {
    name: body.name,
    plannedFor: body.plannedFor,
    priority: body.priority,
    recipeId: body.recipeId,
    document: JSON.stringify({ settings: body.settings, result: body.result }),
  };
}
