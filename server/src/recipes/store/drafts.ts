import { workingDocument, type RecipeDraft } from '@zest/contract';
import type { Db, Transaction } from '../../platform/database.js';
import { notFound } from '../../platform/problem.js';
import { sql } from '../../platform/sql.js';

type DraftRow = Omit<RecipeDraft, 'document' | 'changedAt'> & { document: unknown; changedAt: Date };

const SELECT = `SELECT d.id, d.name, d.recipe_id AS recipeId, d.from_version_id AS fromVersionId, r.name AS fromName,
    d.document, p.name AS person, d.changed_at AS changedAt, d.version
  FROM recipe_draft d JOIN person p ON p.id = d.person_id
  LEFT JOIN recipe_version v ON v.id = d.from_version_id LEFT JOIN recipe r ON r.id = v.recipe_id`;

/** Recipes being written, the latest first. */
export async function listRecipeDrafts(db: Db): Promise<RecipeDraft[]> {
  return (await sql(db).rows<DraftRow>(`${SELECT} ORDER BY d.changed_at DESC LIMIT 200`)).map(toDraft);
}

export async function mustFindRecipeDraft(db: Db, id: string): Promise<RecipeDraft> {
  const [row] = await sql(db).rows<DraftRow>(`${SELECT} WHERE d.id = :id`, { id });
  if (!row) throw notFound('This draft of a recipe');
  return toDraft(row);
}

/** What a draft is written with; its document is JSON. */
interface DraftEntry {
  id: string;
  name: string;
  document: string;
  personId: string;
  now: Date;
}

export async function insertDraft(
  tx: Transaction,
  draft: DraftEntry & { recipeId: string | null; fromVersionId: string | null },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO recipe_draft (id, recipe_id, from_version_id, name, document, person_id, changed_at)
     VALUES (:id, :recipeId, :fromVersionId, :name, :document, :personId, :now)`,
    { ...draft },
  );
}

/** False when somebody changed it first. */
export async function updateDraft(
  tx: Transaction,
  draft: DraftEntry & { version: number },
): Promise<boolean> {
  const changed = await sql(tx).write(
    `UPDATE recipe_draft SET name = :name, document = :document, person_id = :personId, changed_at = :now,
       version = version + 1 WHERE id = :id AND version = :version`,
    { ...draft },
  );
  return changed > 0;
}

/** False when it was already gone. */
export async function deleteDraft(tx: Transaction, id: string): Promise<boolean> {
  return (await sql(tx).write('DELETE FROM recipe_draft WHERE id = :id', { id })) > 0;
}

function toDraft(row: DraftRow): RecipeDraft {
  return {
    ...row,
    document: workingDocument.parse(row.document),
    changedAt: row.changedAt.toISOString(),
  };
}
