import { leftOverAt, madeBatch, standingAt, type LeftOver, type MadeBatch, type Standing } from '@zest/core';
import type { AppContext } from '../platform/app-context.js';
import { shopFacts } from './read.js';
import { batchIdsOfRecipe } from './store/batch.js';
import type { Db } from '../platform/database.js';
import { loadFacts } from './store/facts.js';
import { reworkWaiting } from './store/made-lots.js';

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

/** What stands at a step of a batch as it is; undefined where there is no such step, or it holds nothing. */
export async function standingOf(
  db: Db,
  { batchId, stepId, goneMg }: { batchId: string; stepId: string; goneMg?: number | undefined },
): Promise<Standing | undefined> {
  const [facts] = await loadFacts(db, [batchId]);
  return facts && standingAt(facts, stepId, goneMg);
}

/** What batches have left over and nobody has put into the cold room yet, of one batch or of all. */
export async function leftOver(db: Db, batchId?: string): Promise<LeftOver[]> {
  const waiting = await reworkWaiting(db, batchId);
  const all = await loadFacts(
    db,
    waiting.map((w) => w.batchId),
  );
  return waiting.flatMap(({ accountId, code, massMg, ...row }) => {
    const facts = all.find((f) => f.batch.id === row.batchId);
    const standing = facts && leftOverAt(facts, accountId, massMg);
    if (!facts || !standing) return [];
    const { number, recipeName: product, owner } = facts.batch;
    return [{ ...row, number, product, owner, accountId, code, standing }];
  });
}
