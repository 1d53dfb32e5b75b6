import type { BookId, HouseRules } from '@zest/core';
import type { Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { chosenBook, houseRules, saveSetting } from '../../platform/settings.js';

/** The rule book of the shop with its house limits. */
export async function readRules(app: AppContext): Promise<HouseRules & { book: BookId | null }> {
  return { book: await chosenBook(app.db), ...(await houseRules(app.db)) };
}

/** Chooses the book and the house limits; recipes already published are looked at again when a batch is opened. */
export async function setRules(
  app: AppContext,
  person: Person,
  rules: HouseRules & { book: BookId },
): Promise<void> {
  const { book, ...house } = rules;
  await app.db.transaction(async (tx) => {
    const by = { personId: person.id, at: app.now() };
    await saveSetting(tx, 'rule_book', book, by);
    await saveSetting(tx, 'house_limits', house, by);
    announce(tx, app.now(), { topic: 'recipes' });
  });
}
