import { sql } from '../platform/sql.js';
import { workingDocument, type NewRecipeDraft, type Person, type RecipeDraft } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import type { Db } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { invalid, notFound, stale } from '../platform/problem.js';

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

export async function addRecipeDraft(app: AppContext, person: Person, body: NewRecipeDraft): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'add-recipe-draft', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    for (const [field, table] of [
      ['recipeId', 'recipe'],
      ['fromVersionId', 'recipe_version'],
    ] as const) {
      if (body[field] === null) continue;
      const known = await sql(tx).rows(`SELECT id FROM ${table} WHERE id = :id`, { id: body[field] });
      if (known.length === 0) {
        throw invalid([{ path: field, message: 'The recipe this begins from is not known here.' }]);
      }
    }
    await sql(tx).write(
      `INSERT INTO recipe_draft (id, recipe_id, from_version_id, name, document, person_id, changed_at)
       VALUES (:id, :recipeId, :fromVersionId, :name, :document, :personId, :now)`,
      { ...body, document: JSON.stringify(body.document), personId: person.id, now },
    );
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
    const changed = await sql(tx).write(
      `UPDATE recipe_draft SET name = :name, document = :document, person_id = :personId, changed_at = :now,
         version = version + 1 WHERE id = :id AND version = :version`,
      { id, ...body, document: JSON.stringify(body.document), personId: person.id, now },
    );
    if (changed === 0) {
      const current = await mustFindRecipeDraft(tx, id);
      throw stale(`${current.name} was changed by ${current.person} since you looked.`, current);
    }
    announce(tx, now, { topic: 'recipes' });
  });
}

/** Throws a draft away; false when it was already gone. */
export function removeRecipeDraft(app: AppContext, id: string): Promise<boolean> {
  return app.db.transaction(async (tx) => {
    const removed = await sql(tx).write('DELETE FROM recipe_draft WHERE id = :id', { id });
    announce(tx, app.now(), { topic: 'recipes' });
    return removed > 0;
  });
}

function toDraft(row: DraftRow): RecipeDraft {
  return {
    ...row,
    document: workingDocument.parse(row.document),
    changedAt: row.changedAt.toISOString(),
  };
}
