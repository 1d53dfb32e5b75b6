import { madeBatch, type MadeBatch } from '@zest/core';
import type { AppContext } from '../platform/app-context.js';
import { shopFacts } from './read.js';
import { batchIdsOfRecipe } from './store/batch.js';
import { loadFacts } from './store/facts.js';

/** As many batches back as somebody remembers. */
const LAST = 12;

/** The last batches of a recipe as they were really made, the newest first. */
export async function madeBatches(app: AppContext, recipeId: string): Promise<MadeBatch[]> {
  const shop = await shopFacts(app.db, app.now());
  const all = await loadFacts(app.db, await batchIdsOfRecipe(app.db, recipeId, LAST));
  return all
    .sort((a, b) => b.batch.openedAt.localeCompare(a.batch.openedAt))
    .map((facts) => madeBatch(facts, shop));
}
