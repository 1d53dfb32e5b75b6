import { blendSettings, type BlendDraft } from '@zest/contract';
import type { Db, Transaction } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { notFound } from '../../platform/problem.js';
import { sql } from '../../platform/sql.js';

interface DraftRow extends Omit<BlendDraft, 'settings' | 'result' | 'changedAt'> {
  document: string | { settings: unknown; result: BlendDraft['result'] };
  changedAt: Date;
}

const SELECT = `SELECT d.id, d.name, d.planned_for AS plannedFor, d.priority, d.recipe_id AS recipeId, r.name AS recipeName,
    d.document, d.batch_id AS batchId, p.name AS person, d.changed_at AS changedAt, d.version
  FROM blend_draft d JOIN recipe r ON r.id = d.recipe_id JOIN person p ON p.id = d.person_id`;

/** Planned batches that are not opened yet, then what-ifs. */
export async function listDrafts(db: Db): Promise<BlendDraft[]> {
  const rows = await sql(db).rows<DraftRow>(
    `${SELECT} WHERE d.batch_id IS NULL
     ORDER BY d.planned_for IS NULL, d.planned_for, d.priority, d.changed_at LIMIT 500`,
  );
  return rows.map(toDraft);
}

export async function mustFindDraft(db: Db, id: string): Promise<BlendDraft> {
  const [row] = await sql(db).rows<DraftRow>(`${SELECT} WHERE d.id = :id`, { id });
  if (!row) throw notFound('This draft');
  return toDraft(row);
}

/** What a draft is written with; its document is JSON. */
interface DraftEntry {
  id: string;
  name: string;
  plannedFor: string | null;
  priority: number;
  recipeId: string;
  document: string;
  personId: string;
  now: Date;
}

export async function insertDraft(tx: Transaction, draft: DraftEntry): Promise<void> {
  await sql(tx).write(
    `INSERT INTO blend_draft (id, name, planned_for, priority, recipe_id, document, person_id, changed_at)
     VALUES (:id, :name, :plannedFor, :priority, :recipeId, :document, :personId, :now)`,
    { ...draft },
  );
}

/** False when somebody changed it first, or its batch has been opened. */
export async function updateDraft(
  tx: Transaction,
  draft: DraftEntry & { version: number },
): Promise<boolean> {
  const changed = await sql(tx).write(
    `UPDATE blend_draft SET name = :name, planned_for = :plannedFor, priority = :priority, recipe_id = :recipeId,
       document = :document, person_id = :personId, changed_at = :now, version = version + 1
     WHERE id = :id AND version = :version AND batch_id IS NULL`,
    { ...draft },
  );
  return changed > 0;
}

/** False when it was already gone. */
export async function deleteDraft(tx: Transaction, id: string): Promise<boolean> {
  return (await sql(tx).write('DELETE FROM blend_draft WHERE id = :id AND batch_id IS NULL', { id })) > 0;
}

export function markMade(tx: Transaction, draftId: string, batchId: string): void {
  sql(tx).defer('UPDATE blend_draft SET batch_id = :batchId, version = version + 1 WHERE id = :draftId', {
    draftId,
    batchId,
  });
}

function toDraft(row: DraftRow): BlendDraft {
  const { document, changedAt, ...rest } = row;
  const kept = parsed(document) as {
    settings: unknown;
    result: BlendDraft['result'];
  };
  return {
    ...rest,
    settings: blendSettings.parse(kept.settings),
    result: kept.result,
    changedAt: changedAt.toISOString(),
  };
}
