import type { OwnShop, Person } from '@zest/contract';
import { forgetPerson, setPreferences } from '../people/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Db } from '../platform/database.js';
import { announce } from '../platform/live.js';
import * as settings from '../platform/settings.js';

/** What the shop says of itself. */
export async function readShop({ db }: { db: Db }): Promise<OwnShop> {
  return {
    name: await settings.shopName(db),
    ...(await settings.about(db)),
    currency: await settings.currency(db),
    timeZone: await settings.timeZone(db),
    book: await settings.chosenBook(db),
    hourMinor: await settings.hourMinor(db),
    machines: await settings.machines(db),
  };
}

/** Says it, all of it or nothing; each bit that is other than before is written down with who changed it. */
export async function setShop(app: AppContext, person: Person, shop: OwnShop): Promise<OwnShop> {
  const at = app.now();
  await app.db.transaction(async (tx) => {
    const was = kept(await readShop({ db: tx }));
    for (const [name, value] of Object.entries(kept(shop))) {
      // What is as it was is neither written nor told.
      if (JSON.stringify(value) === JSON.stringify(was[name as keyof typeof was])) continue;
      await settings.saveSetting(tx, name, value, { personId: person.id, at });
    }
    await setPreferences(tx, person.id, { units: shop.units, numberStyle: shop.numberStyle });
    announce(tx, at, { topic: 'recipes' });
  });
  forgetPerson(person.id);
  void app.hub.poll();
  return readShop(app);
}

/** What is said of the shop under the names by which settings are kept. */
function kept(shop: OwnShop) {
  const { name, currency, timeZone, book, machines, address, country, units, numberStyle, hourMinor } = shop;
  return {
    shop_name: name,
    shop: { address, country, units, numberStyle },
    currency,
    time_zone: timeZone,
    rule_book: book,
    machines,
    hour_minor: hourMinor,
  };
}
