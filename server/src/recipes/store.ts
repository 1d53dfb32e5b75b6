import { recipeDocument, type Recipe } from '@zest/contract';
import type { Sql } from '../platform/database.js';

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
export async function listRecipes(db: Sql): Promise<Recipe[]> {
  return (await db.rows<RecipeRow>(`${NEWEST} ORDER BY r.name`)).map(read);
}

export async function findRecipe(db: Sql, id: string): Promise<Recipe | undefined> {
  const [row] = await db.rows<RecipeRow>(`${NEWEST} AND r.id = :id`, { id });
  return row && read(row);
}

export async function addRecipe(tx: Sql, recipe: Recipe, publishedAt: Date): Promise<void> {
  await tx.write('INSERT INTO recipe (id, name) VALUES (:id, :name)', { id: recipe.id, name: recipe.name });
  await tx.write(
    `INSERT INTO recipe_version (id, recipe_id, version_no, published_at, document)
     VALUES (:versionId, :id, :versionNo, :publishedAt, :document)`,
    {
      id: recipe.id,
      versionId: recipe.versionId,
      versionNo: recipe.versionNo,
      publishedAt,
      document: JSON.stringify(recipe.document),
    },
  );
}

function read(row: RecipeRow): Recipe {
  return { ...row, document: recipeDocument.parse(row.document) };
}
