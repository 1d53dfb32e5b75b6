import { v7 as uuid } from 'uuid';
import { SHOP_ACCOUNTS } from '@zest/core';
import { addSupply, nextLotCode, stockLot } from '../cold-room/index.js';
import type { AppContext } from '../platform/app-context.js';
import { CASINGS, INGREDIENTS } from './catalogue.js';
import type { DemoClock } from './clock.js';

/** A lot of every spice, cure and casing, and the water that does not run out. */
export async function stockDryGoods(
  app: AppContext,
  clock: DemoClock,
  ids: { ingredients: Map<string, string>; casings: Map<string, string> },
) {
  for (const item of INGREDIENTS) {
    const lot = { ofId: ids.ingredients.get(item.key) ?? '', priceMinor: item.priceMinorPerKg };
    await app.db.transaction(async (tx) => {
      if (item.stockKg === 0) return addSupply(tx, lot.ofId, 'water supply', clock.now());
      const code = await nextLotCode(tx, 'S');
      await stockLot(tx, clock.now(), null, Math.round(item.stockKg * 1e6), SHOP_ACCOUNTS.suppliers, {
        ...plain(lot.ofId, lot.priceMinor, code, clock.now()),
        kind: 'ingredient',
        supplier: 'Quayside Spice',
      });
    });
  }
  for (const item of CASINGS) {
    await app.db.transaction(async (tx) => {
      await stockLot(tx, clock.now(), null, item.stockM * 1000, SHOP_ACCOUNTS.casingSuppliers, {
        ...plain(
          ids.casings.get(item.key) ?? '',
          item.priceMinorPerM,
          await nextLotCode(tx, 'C'),
          clock.now(),
        ),
        kind: 'casing',
        supplier: 'Tidewrack Casings',
      });
    });
  }
}

function plain(ofId: string, priceMinor: number, code: string, receivedAt: Date) {
  return {
    id: uuid(),
    accountId: uuid(),
    ofId,
    code,
    owner: null,
    receivedAt,
    priceMinor,
    fat: null,
    tempC: null,
    state: 'fresh' as const,
    status: 'available' as const,
    boxMg: null,
  };
}
