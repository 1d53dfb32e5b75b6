import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

const DAY_MS = 86_400_000;
/** A day may still come again for so long where a clock was set back. */
const SETTLED_MS = 6 * 3_600_000;

/** What is written is there for all to see within this. */
const UNDER_WAY_MS = 30_000;

/** A day that is not over, as far as it was added up. */
interface SoFar {
  day: number;
  untilMs: number;
  used: ReadonlyMap<string, number>;
}

const today = new WeakMap<Db, SoFar>();

/** What batches used of each ingredient and casing on days that are over, by the day it was written; it never changes. */
const known = new WeakMap<Db, Map<number, ReadonlyMap<string, number>>>();

/**
 * What batches used of each ingredient and casing in the last days, less what was taken back: mg or mm by its id. It counts
 * by the day on which it was written, for nothing is ever written into a day that is over.
 */
export async function usedSince(db: Db, now: Date, days: number): Promise<Map<string, number>> {
  const latest = Math.floor(now.getTime() / DAY_MS);
  const mine = known.get(db) ?? new Map<number, ReadonlyMap<string, number>>();
  known.set(db, mine);
  const sum = new Map<string, number>();
  for (let day = latest - days; day < latest; day += 1) {
    const used = mine.get(day) ?? (await usedIn(db, day * DAY_MS, (day + 1) * DAY_MS));
    if (now.getTime() >= (day + 1) * DAY_MS + SETTLED_MS) mine.set(day, used);
    addUp(sum, used);
  }
  for (const day of mine.keys()) if (day < latest - days) mine.delete(day);
  return addUp(sum, await usedToday(db, now.getTime(), latest));
}

/**
 * Of the day that is not over only what came since the last asking is read. A clock that was set back can write behind
 * it: that counts when the day is over.
 */
async function usedToday(db: Db, nowMs: number, day: number): Promise<ReadonlyMap<string, number>> {
  const known = today.get(db);
  const isGoing = known?.day === day && known.untilMs <= nowMs;
  const from = isGoing ? known.untilMs : day * DAY_MS;
  const untilMs = Math.max(from, nowMs - UNDER_WAY_MS);
  const used = addUp(new Map(isGoing ? known.used : []), await usedIn(db, from, untilMs));
  today.set(db, { day, untilMs, used });
  return addUp(new Map(used), await usedIn(db, untilMs, (day + 1) * DAY_MS));
}

function addUp(sum: Map<string, number>, more: ReadonlyMap<string, number>): Map<string, number> {
  for (const [id, amount] of more) sum.set(id, (sum.get(id) ?? 0) + amount);
  return sum;
}

/** What was written from a moment until another, ms. */
async function usedIn(db: Db, fromMs: number, untilMs: number): Promise<ReadonlyMap<string, number>> {
  const side = (account: 'from_account' | 'to_account', sign: '' | '-') =>
    `SELECT COALESCE(l.ingredient_id, l.casing_id) AS itemId, ${sign}t.amount AS amount
     FROM transfer t JOIN lot l ON l.account_id = t.${account}
     WHERE t.recorded_at >= :from AND t.recorded_at < :until AND t.batch_id IS NOT NULL
       AND l.kind IN ('ingredient', 'casing')`;
  const rows = await sql(db).rows<{ itemId: string; amount: string }>(
    `SELECT itemId, SUM(amount) AS amount FROM (${side('from_account', '')} UNION ALL ${side('to_account', '-')}) moved
     GROUP BY itemId`,
    { from: new Date(fromMs), until: new Date(untilMs) },
  );
  return new Map(rows.map((row) => [row.itemId, Number(row.amount)]));
}
