import { v7 as uuid } from 'uuid';
import type { NewTasting, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { invalid, notFound } from '../../platform/problem.js';
import * as store from '../store/notes.js';
import { isRecipe } from '../store/recipes.js';

interface NewNote {
  id: string;
  lineKey: string | null;
  stepKey: string | null;
  sentence: string;
}

/** Pins a note; it comes up at the next batch, at its line or its step. */
export async function addNote(
  app: AppContext,
  person: Person,
  recipeId: string,
  note: NewNote,
): Promise<void> {
  const now = app.now();
  const head = {
    id: note.id,
    kind: 'add-recipe-note',
    personId: person.id,
    at: now,
    request: { recipeId, ...note },
  };
  await once(app.db, head, async (tx) => {
    await mustKnowRecipe(tx, recipeId);
    await store.insertNote(tx, { ...note, recipeId, personId: person.id, now });
    announce(tx, now, { topic: 'recipes' });
  });
}

/** A note that is done with; saying so twice changes nothing. */
export async function settleNote(
  app: AppContext,
  person: Person,
  recipeId: string,
  noteId: string,
): Promise<void> {
  const now = app.now();
  await app.db.transaction(async (tx) => {
    const note = await store.findNote(tx, recipeId, noteId);
    if (!note) throw notFound('This note');
    if (note.settled !== null) return;
    await store.settleNote(tx, { id: uuid(), noteId, personId: person.id, now });
    announce(tx, now, { topic: 'recipes' });
  });
}

export async function addTasting(
  app: AppContext,
  person: Person,
  recipeId: string,
  body: NewTasting,
): Promise<void> {
  const now = app.now();
  const head = {
    id: body.id,
    kind: 'add-tasting',
    personId: person.id,
    at: now,
    request: { recipeId, ...body },
  };
  await once(app.db, head, async (tx) => {
    await mustKnowRecipe(tx, recipeId);
    const { id, batchId, ...document } = body;
    if (batchId !== null) {
      if (!(await store.isBatchOf(tx, batchId, recipeId)))
        throw invalid([{ path: 'batchId', message: 'This batch is not of this recipe.' }]);
    }
    await store.insertTasting(tx, {
      id,
      recipeId,
      batchId,
      document: JSON.stringify(document),
      personId: person.id,
      now,
    });
    announce(tx, now, { topic: 'recipes' });
  });
}

async function mustKnowRecipe(db: Db, id: string): Promise<void> {
  if (!(await isRecipe(db, id))) throw notFound('This recipe');
}
