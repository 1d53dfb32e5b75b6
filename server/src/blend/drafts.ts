import { sql } from '../platform/sql.js';
import { blendSettings, type BlendDraft, type NewDraft, type Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import type { Db, Transaction } from '../platform/database.js';
import { parsed } from '../platform/json.js';
import { announce } from '../platform/live.js';
import { invalid, notFound, stale } from '../platform/problem.js';

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

export async function addDraft(app: AppContext, person: Person, body: NewDraft): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'add-draft', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    await mustKnowRecipe(tx, body.recipeId);
    await sql(tx).write(
      `INSERT INTO blend_draft (id, name, planned_for, priority, recipe_id, document, person_id, changed_at)
       VALUES (:id, :name, :plannedFor, :priority, :recipeId, :document, :personId, :now)`,
      { id: body.id, ...columns(body), personId: person.id, now },
    );
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
    const changed = await sql(tx).write(
      `UPDATE blend_draft SET name = :name, planned_for = :plannedFor, priority = :priority, recipe_id = :recipeId,
         document = :document, person_id = :personId, changed_at = :now, version = version + 1
       WHERE id = :id AND version = :version AND batch_id IS NULL`,
      { id, version: body.version, ...columns(body), personId: person.id, now },
    );
    if (changed === 0) {
      const current = await mustFindDraft(tx, id);
      throw stale(`${current.name} has changed since you looked.`, current);
    }
    announce(tx, now, { topic: 'drafts' });
  });
}

/** Throws a draft away; false when it was already gone. */
export function removeDraft(app: AppContext, id: string): Promise<boolean> {
  return app.db.transaction(async (tx) => {
    const removed = await sql(tx).write('DELETE FROM blend_draft WHERE id = :id AND batch_id IS NULL', {
      id,
    });
    announce(tx, app.now(), { topic: 'drafts' });
    return removed > 0;
  });
}

/** Marks a draft as made: the batch was opened from it. */
export function finishDraft(tx: Transaction, now: Date, draftId: string, batchId: string): void {
  sql(tx).defer('UPDATE blend_draft SET batch_id = :batchId, version = version + 1 WHERE id = :draftId', {
    draftId,
    batchId,
  });
  announce(tx, now, { topic: 'drafts' });
}

async function mustKnowRecipe(db: Db, id: string): Promise<void> {
  const rows = await sql(db).rows('SELECT id FROM recipe WHERE id = :id', { id });
  if (rows.length === 0) throw invalid([{ path: 'recipeId', message: 'Choose a published recipe.' }]);
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
