import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

const DAY_MS = 86_400_000;
/** A day may still come again for so long where a clock was set back. */
const SETTLED_MS = 6 * 3_600_000;

/** What batches used of each ingredient and casing on days that are over, by the day it was written; it never changes. */
const known = new WeakMap<Db, Map<number, ReadonlyMap<string, number>>>();

/**
 * What batches used of each ingredient and casing in the last days, less what was taken back: mg or mm by its id. It counts
 * by the day on which it was written, for nothing is ever written into a day that is over.
 */
export async function usedSince(db: Db, now: Date, days: number): Promise<Map<string, number>> {
  const today = Math.floor(now.getTime() / DAY_MS);
  const mine = known.get(db) ?? new Map<number, ReadonlyMap<string, number>>();
  known.set(db, mine);
  const sum = new Map<string, number>();
  for (let day = today - days; day <= today; day += 1) {
    const used = mine.get(day) ?? (await usedOn(db, day));
    if (now.getTime() >= (day + 1) * DAY_MS + SETTLED_MS) mine.set(day, used);
    for (const [id, amount] of used) sum.set(id, (sum.get(id) ?? 0) + amount);
  }
  for (const day of mine.keys()) if (day < today - days) mine.delete(day);
  return sum;
}

async function usedOn(db: Db, day: number): Promise<ReadonlyMap<string, number>> {
  const side = (account: 'from_account' | 'to_account', sign: '' | '-') =>
    `SELECT COALESCE(l.ingredient_id, l.casing_id) AS itemId, ${sign}t.amount AS amount
     FROM transfer t JOIN lot l ON l.account_id = t.${account}
     WHERE t.recorded_at >= :from AND t.recorded_at < :until AND t.batch_id IS NOT NULL
       AND l.kind IN ('ingredient', 'casing')`;
  const rows = await sql(db).rows<{ itemId: string; amount: string }>(
    `SELECT itemId, SUM(amount) AS amount FROM (${side('from_account', '')} UNION ALL ${side('to_account', '-')}) moved
     GROUP BY itemId`,
    { from: new Date(day * DAY_MS), until: new Date((day + 1) * DAY_MS) },
  );
  return new Map(rows.map((row) => [row.itemId, Number(row.amount)]));
}
