import { SHOP_ACCOUNTS } from '@zest/core';
import type { CustomerTicket } from '@zest/contract';
import type { Db, Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

interface SaleEntry {
  id: string;
  customer: string;
  from: string;
  to: string;
  massMg: number;
  price: number;
  now: Date;
  personId: string;
}

export async function insertSale(tx: Transaction, sale: SaleEntry): Promise<void> {
  await sql(tx).write(
    `INSERT INTO sale (id, customer, from_lot_id, to_lot_id, mass_mg, price_minor, at, person_id)
     VALUES (:id, :customer, :from, :to, :massMg, :price, :now, :personId)`,
    { ...sale },
  );
}

interface FlowRow {
  owner: string;
  kind: string;
  incoming: number;
  amount: string;
}

/** A ticket is of what came in so many days, and of what is still here. */
const TICKET_DAYS = 90;

/** Lots of customers that came lately or are still here. */
const THEIRS = `(SELECT id FROM lot WHERE owner IS NOT NULL AND received_at >= :since
  UNION SELECT k.id FROM balance h JOIN lot k ON k.account_id = h.account_id WHERE h.amount > 0 AND k.owner IS NOT NULL)`;

/** A ticket for every customer of late: brought, usable, sold in, back, binned, and what is still here. */
export async function listTickets(db: Db, now: Date): Promise<CustomerTicket[]> {
  const since = { since: new Date(now.getTime() - TICKET_DAYS * 86_400_000) };
  const owners = await sql(db).rows<{ owner: string; inStockMg: string }>(
    `SELECT l.owner, SUM(b.amount) AS inStockMg FROM ${THEIRS} mine JOIN lot l ON l.id = mine.id
     JOIN balance b ON b.account_id = l.account_id GROUP BY l.owner ORDER BY MAX(l.received_at) DESC`,
    since,
  );
  if (owners.length === 0) return [];
  const flow = (own: string, other: string, incoming: 0 | 1) =>
    `SELECT l.owner, a.kind, ${incoming} AS incoming, t.amount FROM ${THEIRS} mine JOIN lot l ON l.id = mine.id
     JOIN transfer t ON t.${own} = l.account_id JOIN account a ON a.id = t.${other}
     WHERE a.kind IN ('customer', 'supplier', 'loss')`;
  const flows = await sql(db).rows<FlowRow>(
    `SELECT owner, kind, incoming, SUM(amount) AS amount
     FROM (${flow('to_account', 'from_account', 1)} UNION ALL ${flow('from_account', 'to_account', 0)}) moved
     GROUP BY owner, kind, incoming`,
    since,
  );
  const prepared = await sql(db).rows<{ owner: string; grossMg: string; usableMg: string }>(
    `SELECT l.owner, SUM(p.gross_mg) AS grossMg, SUM(p.usable_mg) AS usableMg
     FROM ${THEIRS} mine JOIN lot l ON l.id = mine.id JOIN preparation p ON p.lot_id = l.id GROUP BY l.owner`,
    since,
  );
  const sales = await salesOf(db, since);
  const batches = await sql(db).rows<{
    owner: string;
    id: string;
    number: number;
    product: string;
    portion: string | null;
    state: string;
    outMg: number;
    leftOverMg: number;
  }>(
    `SELECT b.owner, b.id, b.number, COALESCE(a.name, r.name) AS product, pt.portion_key AS \`portion\`, b.state, COALESCE(s.amount, 0) AS outMg,
       CASE WHEN pt.portion_key IS NULL THEN COALESCE((SELECT e.amount FROM lot k JOIN balance e ON e.account_id = k.account_id
                 WHERE k.batch_id = b.id AND k.kind = 'rework' LIMIT 1), 0) ELSE 0 END AS leftOverMg
     FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id JOIN recipe r ON r.id = v.recipe_id
     LEFT JOIN lot l ON l.batch_id = b.id AND l.kind = 'product' LEFT JOIN balance s ON s.account_id = l.account_id
     LEFT JOIN account a ON a.id = l.account_id LEFT JOIN batch_portion pt ON pt.account_id = l.account_id
     WHERE b.owner IS NOT NULL AND (b.state = 'open' OR b.planned_for >= :since) ORDER BY b.number DESC, pt.position`,
    since,
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
  measure: 'mg' | 'mm';
  amount: number;
  priceMinor: number;
  minor: number;
  at: Date;
}

/** Trim sold by hand, and the seasoning and casing of the shop that went into customers' batches. */
async function salesOf(db: Db, since: { since: Date }): Promise<SaleRow[]> {
  const trims = await sql(db).rows<Omit<SaleRow, 'minor'>>(
    `SELECT s.customer, CONCAT(t.name, ' ', l.code) AS name, 'mg' AS measure, s.mass_mg AS amount,
       s.price_minor AS priceMinor, s.at
     FROM sale s JOIN lot l ON l.id = s.to_lot_id JOIN trim_kind t ON t.id = l.trim_id
     WHERE s.at >= :since ORDER BY s.at`,
    since,
  );
  const side = (account: 'from_account' | 'to_account', sign: '' | '-') =>
    `SELECT m.batch_id, m.${account} AS own, ${sign}m.amount AS amount, m.at FROM batch c
     STRAIGHT_JOIN transfer m ON m.batch_id = c.id STRAIGHT_JOIN lot k ON k.account_id = m.${account}
     WHERE c.owner IS NOT NULL AND (c.state = 'open' OR c.planned_for >= :since)
       AND k.kind IN ('ingredient', 'casing') AND m.from_account NOT IN (:found, :foundCasing)`;
  const goods = await sql(db).rows<Omit<SaleRow, 'minor' | 'amount'> & { amount: string }>(
    `SELECT b.owner AS customer, CONCAT(COALESCE(i.name, c.name), ', batch ', b.number) AS name, a.measure,
       SUM(t.amount) AS amount, l.price_minor AS priceMinor, MIN(t.at) AS at
     FROM batch b
     JOIN (${side('from_account', '')} UNION ALL ${side('to_account', '-')}) t ON t.batch_id = b.id
     JOIN lot l ON l.account_id = t.own
     JOIN account a ON a.id = l.account_id
     LEFT JOIN ingredient i ON i.id = l.ingredient_id LEFT JOIN casing c ON c.id = l.casing_id
     WHERE l.price_minor > 0 GROUP BY b.id, l.id HAVING amount > 0`,
    { ...since, found: SHOP_ACCOUNTS.found, foundCasing: SHOP_ACCOUNTS.foundCasing },
  );
  const all = [...trims, ...goods.map((g) => ({ ...g, amount: Number(g.amount) }))];
  // Prices are per kilogram, and per metre of casing.
  return all.map((s) => ({
    ...s,
    minor: Math.round((s.amount / (s.measure === 'mg' ? 1e6 : 1e3)) * s.priceMinor),
  }));
}
