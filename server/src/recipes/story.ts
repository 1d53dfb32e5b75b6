import { asMade, compareRecipes, type MadeBatch } from '@zest/core';
import type { RecipeStory } from '@zest/contract';
import type { Db } from '../platform/database.js';
import { notFound } from '../platform/problem.js';
import { findRecipe, listVersions, readFamily } from './store/recipes.js';
import { openNotes, listTastings } from './store/notes.js';

/** The last batches of a recipe, the newest first. */
export type MadeBatches = (recipeId: string) => Promise<MadeBatch[]>;

/**
 * A recipe with everything that was learned making it.
 * @throws HttpProblem 404 when there is no such recipe
 */
export async function readStory(db: Db, recipeId: string, made: MadeBatches): Promise<RecipeStory> {
  const recipe = await findRecipe(db, recipeId);
  if (!recipe) throw notFound('This recipe');
  const versions = await listVersions(db, recipeId);
  const batches = (await made(recipeId)).filter((b) => b.meatMg > 0);
  const closed = batches.filter((b) => b.state === 'closed' && b.outMg > 0 && b.mixMg > 0);
  const last = closed[0];
  return {
    recipe,
    ...(await readFamily(db, recipeId)),
    versions: versions.map((version, i) => {
      const before = versions[i + 1];
      return {
        ...version,
        publishedAt: version.publishedAt.toISOString(),
        differences: before ? compareRecipes(before.document, version.document) : [],
      };
    }),
    notes: await openNotes(db, recipeId),
    tastings: await listTastings(db, recipeId),
    asMade: asMade(batches.filter((b) => b.versionNo === recipe.versionNo).map((b) => b.lines)),
    batches: batches.map(({ id, number, versionNo, state, meatMg, outMg }) => ({
      id,
      number,
      versionNo,
      state,
      meatMg,
      outMg,
    })),
    learnedYield:
      closed.length === 0
        ? null
        : {
            fraction:
              closed.reduce((sum, b) => sum + b.outMg, 0) / closed.reduce((sum, b) => sum + b.mixMg, 0),
            batches: closed.length,
          },
    meatMinorPerKg: meatPrice(batches),
    lastLabel: last && last.label !== null ? { batchNumber: last.number, text: last.label } : null,
  };
}

/** Price of the meat block over the last batches, minor units per kg; 0 while there is none. */
function meatPrice(batches: readonly MadeBatch[]): number {
  const kg = batches.reduce((sum, b) => sum + b.meatMg, 0) / 1e6;
  return kg > 0 ? batches.reduce((sum, b) => sum + b.meatMinor, 0) / kg : 0;
}
