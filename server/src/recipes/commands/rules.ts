import type { BookId } from '@zest/core';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { chosenBook, houseLimits, saveSetting, type HouseLimits } from '../../platform/settings.js';

/** The rule book of the shop with its house limits. */
export async function readRules(app: AppContext): Promise<HouseLimits & { book: BookId | null }> {
  return { book: await chosenBook(app.db), ...(await houseLimits(app.db)) };
}

/** Chooses the book and the house limits; recipes already published are looked at again when a batch is opened. */
export async function setRules(app: AppContext, rules: HouseLimits & { book: BookId }): Promise<void> {
  const { book, ...house } = rules;
  await app.db.transaction(async (tx) => {
    await saveSetting(tx, 'rule_book', book);
    await saveSetting(tx, 'house_limits', house);
    announce(tx, app.now(), { topic: 'recipes' });
  });
}
