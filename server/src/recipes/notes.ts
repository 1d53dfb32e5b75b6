import { sql } from '../platform/sql.js';
import { v7 as uuid } from 'uuid';
import type { NewTasting, Person, RecipeNote, RecipeStory } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import type { Db } from '../platform/database.js';
import { parsed } from '../platform/json.js';
import { announce } from '../platform/live.js';
import { invalid, notFound } from '../platform/problem.js';

/** Notes of a recipe that are not done with, the newest first. */
export async function openNotes(db: Db, recipeId: string): Promise<RecipeNote[]> {
  const rows = await sql(db).rows<Omit<RecipeNote, 'at'> & { at: Date }>(
    `SELECT n.id, n.line_key AS lineKey, n.step_key AS stepKey, n.sentence, p.name AS person, n.at
     FROM recipe_note n JOIN person p ON p.id = n.person_id LEFT JOIN recipe_note_settled s ON s.note_id = n.id
     WHERE n.recipe_id = :recipeId AND s.id IS NULL ORDER BY n.at DESC LIMIT 100`,
    { recipeId },
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

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
    await sql(tx).write(
      `INSERT INTO recipe_note (id, recipe_id, line_key, step_key, sentence, person_id, at)
       VALUES (:id, :recipeId, :lineKey, :stepKey, :sentence, :personId, :now)`,
      { ...note, recipeId, personId: person.id, now },
    );
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
    const [note] = await sql(tx).rows<{ settled: string | null }>(
      `SELECT s.id AS settled FROM recipe_note n LEFT JOIN recipe_note_settled s ON s.note_id = n.id
       WHERE n.id = :noteId AND n.recipe_id = :recipeId`,
      { noteId, recipeId },
    );
    if (!note) throw notFound('This note');
    if (note.settled !== null) return;
    await sql(tx).write(
      'INSERT IGNORE INTO recipe_note_settled (id, note_id, person_id, at) VALUES (:id, :noteId, :personId, :now)',
      { id: uuid(), noteId, personId: person.id, now },
    );
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
      const known = await sql(tx).rows(
        `SELECT b.id FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id
         WHERE b.id = :batchId AND v.recipe_id = :recipeId`,
        { batchId, recipeId },
      );
      if (known.length === 0)
        throw invalid([{ path: 'batchId', message: 'This batch is not of this recipe.' }]);
    }
    await sql(tx).write(
      `INSERT INTO tasting (id, recipe_id, batch_id, document, person_id, at)
       VALUES (:id, :recipeId, :batchId, :document, :personId, :now)`,
      { id, recipeId, batchId, document: JSON.stringify(document), personId: person.id, now },
    );
    announce(tx, now, { topic: 'recipes' });
  });
}

export async function listTastings(db: Db, recipeId: string): Promise<RecipeStory['tastings']> {
  const rows = await sql(db).rows<{
    id: string;
    batchNumber: number | null;
    document: unknown;
    person: string;
    at: Date;
  }>(
    `SELECT t.id, b.number AS batchNumber, t.document, p.name AS person, t.at
     FROM tasting t JOIN person p ON p.id = t.person_id LEFT JOIN batch b ON b.id = t.batch_id
     WHERE t.recipe_id = :recipeId ORDER BY t.at DESC LIMIT 60`,
    { recipeId },
  );
  return rows.map(({ document, at, ...row }) => ({
    ...(parsed(document) as Omit<RecipeStory['tastings'][number], 'id' | 'batchNumber' | 'person' | 'at'>),
    ...row,
    at: at.toISOString(),
  }));
}

async function mustKnowRecipe(db: Db, id: string): Promise<void> {
  const rows = await sql(db).rows('SELECT id FROM recipe WHERE id = :id', { id });
  if (rows.length === 0) throw notFound('This recipe');
}
