import { sql, type Transaction } from '../../platform/sql.js';
import { recipeDocument, type Recipe, type RecipeDocument } from '@zest/contract';
import { timesDose } from '@zest/core';
import type { Db } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';

interface RecipeRow {
  id: string;
  name: string;
  versionId: string;
  versionNo: number;
  document: unknown;
}

const NEWEST = `SELECT r.id, r.name, v.id AS versionId, v.version_no AS versionNo, v.document
  FROM recipe r JOIN recipe_version v ON v.recipe_id = r.id
  WHERE v.version_no = (SELECT MAX(w.version_no) FROM recipe_version w WHERE w.recipe_id = r.id)`;

/** The newest published version of every recipe, by name. */
export async function listRecipes(db: Db): Promise<Recipe[]> {
  return (await sql(db).rows<RecipeRow>(`${NEWEST} ORDER BY r.name`)).map(read);
}

export async function findRecipe(db: Db, id: string): Promise<Recipe | undefined> {
  const [row] = await sql(db).rows<RecipeRow>(`${NEWEST} AND r.id = :id`, { id });
  return row && read(row);
}

/** How a version came to be. */
export interface Publication {
  at: Date;
  personId: string | null;
  reason: string;
  signed: Record<string, string>;
  /** A new variant: the version it began from. */
  parentVersionId?: string | null;
}

/** A new recipe with its first version. */
export async function addRecipe(tx: Db, recipe: Recipe, by: Publication): Promise<void> {
  await sql(tx).write('INSERT INTO recipe (id, name, parent_version_id) VALUES (:id, :name, :parent)', {
    id: recipe.id,
    name: recipe.name,
    parent: by.parentVersionId ?? null,
  });
  await addVersion(tx, recipe, by);
}

/** One more version of a recipe; it never changes again. */
export async function addVersion(tx: Db, recipe: Omit<Recipe, 'name'>, by: Publication): Promise<void> {
  await sql(tx).write(
    `INSERT INTO recipe_version (id, recipe_id, version_no, published_at, published_by, reason, signed, document)
     VALUES (:versionId, :id, :versionNo, :at, :personId, :reason, :signed, :document)`,
    {
      id: recipe.id,
      versionId: recipe.versionId,
      versionNo: recipe.versionNo,
      at: by.at,
      personId: by.personId,
      reason: by.reason,
      signed: JSON.stringify(by.signed),
      document: JSON.stringify(recipe.document),
    },
  );
}

/** The document with the lines that follow the heat multiplied by the variant's factor. */
export function atHotness(document: RecipeDocument, heat: string | null): RecipeDocument {
  const factor = document.hotness.find((h) => h.name === heat)?.factor ?? 1;
  if (factor === 1) return document;
  return {
    ...document,
    lines: document.lines.map((line) => (line.hot ? { ...line, dose: timesDose(line.dose, factor) } : line)),
  };
}

export interface VersionRow {
  id: string;
  no: number;
  publishedAt: Date;
  person: string | null;
  reason: string;
  signed: Record<string, string>;
  document: RecipeDocument;
}

/** Every version of a recipe, the newest first. */
export async function listVersions(db: Db, recipeId: string): Promise<VersionRow[]> {
  const rows = await sql(db).rows<
    Omit<VersionRow, 'document' | 'signed'> & { document: unknown; signed: unknown }
  >(
    `SELECT v.id, v.version_no AS no, v.published_at AS publishedAt, p.name AS person, v.reason, v.signed, v.document
     FROM recipe_version v LEFT JOIN person p ON p.id = v.published_by
     WHERE v.recipe_id = :recipeId ORDER BY v.version_no DESC`,
    { recipeId },
  );
  return rows.map((row) => ({
    ...row,
    signed: (parsed(row.signed) ?? {}) as Record<string, string>,
    document: recipeDocument.parse(row.document),
  }));
}

/** What the lead signed past when a version was published. */
export async function signedAt(db: Db, versionId: string): Promise<Record<string, string>> {
  const [row] = await sql(db).rows<{ signed: unknown }>(
    'SELECT signed FROM recipe_version WHERE id = :versionId',
    {
      versionId,
    },
  );
  return (parsed(row?.signed) ?? {}) as Record<string, string>;
}

interface Family {
  parent: { recipeId: string; name: string; versionNo: number } | null;
  variants: { recipeId: string; name: string }[];
}

/** The recipe a variant began from, and the variants that began from a recipe. */
export async function readFamily(db: Db, recipeId: string): Promise<Family> {
  const [parent] = await sql(db).rows<NonNullable<Family['parent']>>(
    `SELECT p.id AS recipeId, p.name, v.version_no AS versionNo
     FROM recipe r JOIN recipe_version v ON v.id = r.parent_version_id JOIN recipe p ON p.id = v.recipe_id
     WHERE r.id = :recipeId`,
    { recipeId },
  );
  const variants = await sql(db).rows<Family['variants'][number]>(
    `SELECT r.id AS recipeId, r.name FROM recipe r JOIN recipe_version v ON v.id = r.parent_version_id
     WHERE v.recipe_id = :recipeId ORDER BY r.name`,
    { recipeId },
  );
  return { parent: parent ?? null, variants };
}

function read(row: RecipeRow): Recipe {
  return { ...row, document: recipeDocument.parse(row.document) };
}

export async function isRecipe(db: Db, id: string): Promise<boolean> {
  return (await sql(db).rows('SELECT id FROM recipe WHERE id = :id', { id })).length > 0;
}

export async function isVersion(db: Db, id: string): Promise<boolean> {
  return (await sql(db).rows('SELECT id FROM recipe_version WHERE id = :id', { id })).length > 0;
}

/** @throws the database's DUPLICATE_KEY when another has this name */
export async function renameRecipe(tx: Transaction, id: string, name: string): Promise<void> {
  await sql(tx).write('UPDATE recipe SET name = :name WHERE id = :id', { id, name });
}

/** The recipe that a version is of; empty when there is none. */
export async function recipeOfVersion(db: Db, versionId: string): Promise<string> {
  const [row] = await sql(db).rows<{ id: string }>(
    'SELECT recipe_id AS id FROM recipe_version WHERE id = :versionId',
    { versionId },
  );
  return row?.id ?? '';
}
