import type { RecipeNote, RecipeStory } from '@zest/contract';
import type { Db, Transaction } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql } from '../../platform/sql.js';

interface Written {
  id: string;
  personId: string;
  now: Date;
}

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

export async function insertNote(
  tx: Transaction,
  note: Written & { recipeId: string; lineKey: string | null; stepKey: string | null; sentence: string },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO recipe_note (id, recipe_id, line_key, step_key, sentence, person_id, at)
     VALUES (:id, :recipeId, :lineKey, :stepKey, :sentence, :personId, :now)`,
    { ...note },
  );
}

/** A note of a recipe, with whether it is done with. */
export async function findNote(
  tx: Transaction,
  recipeId: string,
  noteId: string,
): Promise<{ settled: string | null } | undefined> {
  const [note] = await sql(tx).rows<{ settled: string | null }>(
    `SELECT s.id AS settled FROM recipe_note n LEFT JOIN recipe_note_settled s ON s.note_id = n.id
     WHERE n.id = :noteId AND n.recipe_id = :recipeId`,
    { noteId, recipeId },
  );
  return note;
}

export async function settleNote(tx: Transaction, by: Written & { noteId: string }): Promise<void> {
  await sql(tx).write(
    'INSERT IGNORE INTO recipe_note_settled (id, note_id, person_id, at) VALUES (:id, :noteId, :personId, :now)',
    { ...by },
  );
}

export async function isBatchOf(tx: Transaction, batchId: string, recipeId: string): Promise<boolean> {
  const known = await sql(tx).rows(
    `SELECT b.id FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id
     WHERE b.id = :batchId AND v.recipe_id = :recipeId`,
    { batchId, recipeId },
  );
  return known.length > 0;
}

/** @param tasting its document is JSON */
export async function insertTasting(
  tx: Transaction,
  tasting: Written & { recipeId: string; batchId: string | null; document: string },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO tasting (id, recipe_id, batch_id, document, person_id, at)
     VALUES (:id, :recipeId, :batchId, :document, :personId, :now)`,
    { ...tasting },
  );
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
