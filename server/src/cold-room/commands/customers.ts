import { v7 as uuid } from 'uuid';
import { SHOP_ACCOUNTS, massToken } from '@zest/core';
import type { Person } from '@zest/contract';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { conflict, invalid } from '../../platform/problem.js';
import { addEvent, childLot, mustAllow, mustBeFree, stockTransfer } from '../store/lot-writes.js';
import { commandOnLot } from './status.js';
import { insertSale } from '../store/customers.js';
import { asKnown } from '../store/parties.js';

/** Sells shop trim into a customer's own: it becomes the customer's lot, priced on the ticket. */
export async function sellLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: { id: string; customer: string; massMg: number; priceMinorPerKg: number },
): Promise<void> {
  await commandOnLot(app, person, lotId, 'sell-lot', body, async ({ tx, now, lot }) => {
    if (lot.owner !== null) {
      throw conflict('not-ours', `${lot.code} belongs to ${lot.owner}; the shop cannot sell it.`);
    }
    mustAllow('sell', lot);
    mustBeFree(lot, body.massMg);
    const customer = await asKnown(tx, 'owner', body.customer);
    const sold = await childLot(tx, lot, body.massMg, {
      id: body.id,
      owner: customer,
      priceMinor: body.priceMinorPerKg,
    });
    await insertSale(tx, {
      id: uuid(),
      customer,
      from: lot.id,
      to: sold.id,
      massMg: body.massMg,
      price: body.priceMinorPerKg,
      now,
      personId: person.id,
    });
    await postTransfers(tx, now, [
      stockTransfer({
        from: lot.accountId,
        to: sold.accountId,
        amount: body.massMg,
        at: now,
        personId: person.id,
        reason: `Sold to ${customer}.`,
      }),
    ]);
    addEvent(tx, {
      lotId,
      kind: 'sold',
      sentence: `${massToken(body.massMg)} sold to ${customer} as ${sold.code}.`,
      at: now,
      personId: person.id,
    });
  });
}

/** Weighs a customer's own back to the customer, no more than is there. */
export async function returnLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: { id: string; massMg: number },
): Promise<void> {
  await commandOnLot(app, person, lotId, 'return-lot', body, async ({ tx, now, lot }) => {
    if (lot.owner === null) {
      throw invalid([
        { path: 'id', message: `${lot.code} is the shop's own; there is nobody to give it back to.` },
      ]);
    }
    mustAllow('give back', lot, body.massMg);
    await postTransfers(tx, now, [
      stockTransfer({
        from: lot.accountId,
        to: SHOP_ACCOUNTS.customers,
        amount: body.massMg,
        at: now,
        personId: person.id,
        reason: `Back to ${lot.owner}.`,
      }),
    ]);
    addEvent(tx, {
      lotId,
      kind: 'returned',
      sentence: `${massToken(body.massMg)} back to ${lot.owner}.`,
      at: now,
      personId: person.id,
    });
  });
}
