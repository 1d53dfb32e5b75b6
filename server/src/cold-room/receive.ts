import { v7 as uuid } from 'uuid';
import { DEFAULT_FAT_SD } from '@zest/core';
import type { Person, ReceiveLot } from '@zest/contract';
import { SHOP, addAccounts, addBalanceRows, postTransfers } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import type { Transaction } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { invalid } from '../platform/problem.js';
import { addLot, listTrims, nextLotCode, type NewLot } from './store.js';

/** Arrivals warmer than this are held until the lead releases them; a setting of the shop's plan (from memory). */
const ARRIVAL_LIMIT_C = 7;
const ARRIVAL_LIMIT_POULTRY_C = 4;

/**
 * Takes a delivery of trim into stock: a lot, its account and the first transfer into it.
 * A delivery that arrives too warm is put on hold.
 */
export async function receiveLot(app: AppContext, person: Person, body: ReceiveLot): Promise<void> {
  const now = app.now();
  await once(
    app.db,
    { id: body.id, kind: 'receive-lot', personId: person.id, at: now, request: body },
    async (tx) => {
      const trim = (await listTrims(tx)).find((t) => t.id === body.trimId);
      if (!trim) throw invalid([{ path: 'trimId', message: "Choose one of the shop's trims." }]);
      const limit =
        trim.species === 'turkey' || trim.species === 'chicken' ? ARRIVAL_LIMIT_POULTRY_C : ARRIVAL_LIMIT_C;
      await stockLot(tx, now, person.id, body.massMg, SHOP.suppliers, {
        id: body.id,
        accountId: uuid(),
        kind: 'trim',
        ofId: body.trimId,
        code: await nextLotCode(tx, 'T'),
        supplier: body.supplier,
        owner: null,
        receivedAt: now,
        priceMinor: body.priceMinorPerKg,
        fat: { pct: body.fatPct, sd: DEFAULT_FAT_SD[body.fatKnownBy], knownBy: body.fatKnownBy },
        tempC: body.tempC,
        state: body.state,
        status: body.tempC > limit ? 'hold' : 'available',
        boxMg: null,
      });
      announce(tx, now, { topic: 'lots' });
    },
  );
}

/** Makes a lot with its account and books what arrived from a supplier into it. */
export async function stockLot(
  tx: Transaction,
  at: Date,
  personId: string | null,
  amount: number,
  source: string,
  lot: NewLot,
): Promise<void> {
  const measure = lot.kind === 'casing' ? 'mm' : 'mg';
  await addAccounts(tx, [
    { id: lot.accountId, kind: 'lot', measure, name: lot.code, batchId: null, stepId: null },
  ]);
  await addBalanceRows(tx, [lot.accountId]);
  await addLot(tx, lot);
  await postTransfers(tx, at, [
    {
      id: uuid(),
      from: source,
      to: lot.accountId,
      amount,
      at,
      batchId: null,
      stepId: null,
      lineId: null,
      personId,
      deviceId: null,
      how: 'typed',
      reversesId: null,
      reason: null,
    },
  ]);
}
