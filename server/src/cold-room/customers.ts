import { sql } from '../platform/sql.js';
import { v7 as uuid } from 'uuid';
import { SHOP_ACCOUNTS, massToken } from '@zest/core';
import type { CustomerTicket, Person } from '@zest/contract';
import { postTransfers } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Db } from '../platform/database.js';
import { conflict, invalid } from '../platform/problem.js';
import { addEvent, childLot, mustBeFree, mustNotBeRejected, stockTransfer } from './lot-writes.js';
import { commandOnLot } from './status.js';

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
    if (lot.status !== 'available') {
      throw conflict('not-available', `${lot.code} is ${lot.status === 'hold' ? 'on hold' : 'rejected'}.`);
    }
    mustNotBeRejected(lot);
    mustBeFree(lot, body.massMg);
    const sold = await childLot(tx, lot, body.massMg, {
      id: body.id,
      owner: body.customer,
      priceMinor: body.priceMinorPerKg,
    });
    await sql(tx).write(
      `INSERT INTO sale (id, customer, from_lot_id, to_lot_id, mass_mg, price_minor, at, person_id)
       VALUES (:id, :customer, :from, :to, :massMg, :price, :now, :personId)`,
      {
        id: uuid(),
        customer: body.customer,
        from: lot.id,
        to: sold.id,
        massMg: body.massMg,
        price: body.priceMinorPerKg,
        now,
        personId: person.id,
      },
    );
    await postTransfers(tx, now, [
      stockTransfer({
        from: lot.accountId,
        to: sold.accountId,
        amount: body.massMg,
        at: now,
        personId: person.id,
        reason: `Sold to ${body.customer}.`,
      }),
    ]);
    addEvent(tx, {
      lotId,
      kind: 'sold',
      sentence: `${massToken(body.massMg)} sold to ${body.customer} as ${sold.code}.`,
      at: now,
      personId: person.id,
    });
  });
}

/** Weighs a customer's own back to the customer. What is weighed is never refused. */
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

interface FlowRow {
  owner: string;
  kind: string;
  incoming: number;
  amount: string;
}

/** A ticket for every customer: brought, usable, sold in, back, binned, and what is still here. */
export async function listTickets(db: Db): Promise<CustomerTicket[]> {
  const owners = await sql(db).rows<{ owner: string; inStockMg: string }>(
    `SELECT l.owner, SUM(b.amount) AS inStockMg FROM lot l JOIN balance b ON b.account_id = l.account_id
     WHERE l.owner IS NOT NULL GROUP BY l.owner ORDER BY MAX(l.received_at) DESC`,
  );
  if (owners.length === 0) return [];
  const flows = await sql(db).rows<FlowRow>(
    `SELECT l.owner, a.kind, t.to_account = l.account_id AS incoming, SUM(t.amount) AS amount
     FROM lot l JOIN transfer t ON l.account_id IN (t.from_account, t.to_account)
     JOIN account a ON a.id = IF(t.to_account = l.account_id, t.from_account, t.to_account)
     WHERE l.owner IS NOT NULL AND a.kind IN ('customer', 'supplier', 'loss') GROUP BY l.owner, a.kind, incoming`,
  );
  const prepared = await sql(db).rows<{ owner: string; grossMg: string; usableMg: string }>(
    `SELECT l.owner, SUM(p.gross_mg) AS grossMg, SUM(p.usable_mg) AS usableMg
     FROM preparation p JOIN lot l ON l.id = p.lot_id WHERE l.owner IS NOT NULL GROUP BY l.owner`,
  );
  const sales = await salesOf(db);
  const batches = await sql(db).rows<{
    owner: string;
    id: string;
    number: number;
    product: string;
    state: string;
    outMg: number;
  }>(
    `SELECT b.owner, b.id, b.number, r.name AS product, b.state, COALESCE(s.amount, 0) AS outMg
     FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id JOIN recipe r ON r.id = v.recipe_id
     LEFT JOIN lot l ON l.batch_id = b.id AND l.kind = 'product' LEFT JOIN balance s ON s.account_id = l.account_id
     WHERE b.owner IS NOT NULL ORDER BY b.number DESC`,
  );
  return owners.map(({ owner, inStockMg }) => {
    const flow = (kind: string, incoming: number) =>
      Number(flows.find((f) => f.owner === owner && f.kind === kind && f.incoming === incoming)?.amount ?? 0);
    const brought = flow('customer', 1) + flow('supplier', 1);
    const trimmed = prepared.find((p) => p.owner === owner);
    const sold = sales.filter((s) => s.customer === owner);
    return {
      customer: owner,
      broughtMg: brought,
      usableMg: brought - Number(trimmed?.grossMg ?? 0) + Number(trimmed?.usableMg ?? 0),
      sold: sold.map(({ customer: _customer, ...s }) => ({ ...s, at: s.at.toISOString() })),
      soldMinor: sold.reduce((sum, s) => sum + s.minor, 0),
      returnedMg: flow('customer', 0),
      binnedMg: flow('loss', 0),
      inStockMg: Number(inStockMg),
      batches: batches.filter((b) => b.owner === owner).map(({ owner: _owner, ...b }) => b),
    };
  });
}

interface SaleRow {
  customer: string;
  name: string;
  massMg: number;
  priceMinorPerKg: number;
  minor: number;
  at: Date;
}

/** Trim sold by hand, and the seasoning and casing of the shop that went into customers' batches. */
async function salesOf(db: Db): Promise<SaleRow[]> {
  const trims = await sql(db).rows<Omit<SaleRow, 'minor'>>(
    `SELECT s.customer, CONCAT(t.name, ' ', l.code) AS name, s.mass_mg AS massMg, s.price_minor AS priceMinorPerKg, s.at
     FROM sale s JOIN lot l ON l.id = s.to_lot_id JOIN trim_kind t ON t.id = l.trim_id ORDER BY s.at`,
  );
  const goods = await sql(db).rows<Omit<SaleRow, 'minor' | 'massMg'> & { massMg: string }>(
    `SELECT b.owner AS customer, CONCAT(i.name, ', batch ', b.number) AS name,
       SUM(IF(t.from_account = l.account_id, t.amount, -t.amount)) AS massMg, l.price_minor AS priceMinorPerKg,
       MIN(t.at) AS at
     FROM batch b JOIN transfer t ON t.batch_id = b.id
     JOIN lot l ON l.account_id IN (t.from_account, t.to_account) AND l.kind = 'ingredient'
     JOIN ingredient i ON i.id = l.ingredient_id
     WHERE b.owner IS NOT NULL AND t.from_account <> :found AND l.price_minor > 0
     GROUP BY b.id, l.id HAVING massMg > 0`,
    { found: SHOP_ACCOUNTS.found },
  );
  const all = [...trims, ...goods.map((g) => ({ ...g, massMg: Number(g.massMg) }))];
  return all.map((s) => ({ ...s, minor: Math.round((s.massMg / 1e6) * s.priceMinorPerKg) }));
}
