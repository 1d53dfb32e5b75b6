import type { OwnShop, Person } from '@zest/contract';
import { forgetPerson, setPreferences } from '../people/index.js';
import type { AppContext } from '../platform/app-context.js';
import { announce } from '../platform/live.js';
import * as settings from '../platform/settings.js';

/** What the shop says of itself. */
export async function readShop({ db }: Pick<AppContext, 'db'>): Promise<OwnShop> {
  return {
    name: await settings.shopName(db),
    ...(await settings.about(db)),
    currency: await settings.currency(db),
    timeZone: await settings.timeZone(db),
    book: await settings.chosenBook(db),
    machines: await settings.machines(db),
  };
}

/** Says it, all of it or nothing; each bit that is other than before is written down with who changed it. */
export async function setShop(app: AppContext, person: Person, shop: OwnShop): Promise<OwnShop> {
  const { name, currency, timeZone, book, machines, ...about } = shop;
  const at = app.now();
  await app.db.transaction(async (tx) => {
    const by = { personId: person.id, at };
    await settings.saveSetting(tx, 'shop_name', name, by);
    await settings.saveSetting(tx, 'about', about, by);
    await settings.saveSetting(tx, 'currency', currency, by);
    await settings.saveSetting(tx, 'time_zone', timeZone, by);
    if (book !== null) await settings.saveSetting(tx, 'rule_book', book, by);
    await settings.saveSetting(tx, 'machines', machines, by);
    await setPreferences(tx, person.id, { units: shop.units, numberStyle: shop.numberStyle });
    announce(tx, at, { topic: 'recipes' });
  });
  forgetPerson(person.id);
  void app.hub.poll();
  return readShop(app);
}
