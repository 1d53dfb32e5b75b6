import {
  NOTHING_LEARNED,
  fold,
  learnedFrom,
  type BatchFacts,
  type BatchView,
  type Learned,
  type ShopFacts,
} from '@zest/core';
import { shopScales } from '../devices/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Db } from '../platform/database.js';
import { notFound } from '../platform/problem.js';
import { benchRules, houseRules, shopBook } from '../platform/settings.js';
import { dayOf } from '../platform/shop-time.js';
import { closedBatchIds, numbersOf } from './store/batch.js';
import { loadEntriesAfter, loadFacts, type NewEntries } from './store/facts.js';

/** So many closed batches teach what is usual here. */
const LAST = 12;

/** The facts of one batch. @throws HttpProblem 404 when there is no such batch */
export async function mustLoad(db: Db, batchId: string): Promise<BatchFacts> {
  const [facts] = await loadFacts(db, [batchId]);
  if (!facts) throw notFound('This batch');
  return facts;
}

/** What batches are judged with; commands do without what was learned. */
export async function shopFacts(db: Db, now: Date): Promise<ShopFacts> {
  const rules = await benchRules(db);
  return {
    book: await shopBook(db),
    ...(await houseRules(db)),
    today: await dayOf(db, now),
    cureSecondCheck: rules.cureSecondCheck,
    scales: await shopScales(db),
    learned: NOTHING_LEARNED,
    now: now.toISOString(),
  };
}

let remembered: { newest: string; learned: Learned } | undefined;

/** What the last closed batches of the shop teach; read again only when another has closed. */
async function learned(db: Db): Promise<Learned> {
  const ids = await closedBatchIds(db, LAST);
  const newest = ids.join(' ');
  if (remembered?.newest === newest) return remembered.learned;
  const fresh = learnedFrom(await loadFacts(db, ids));
  remembered = { newest, learned: fresh };
  return fresh;
}

/** One batch with everything a screen folds it from. */
export async function readFacts(
  app: AppContext,
  batchId: string,
): Promise<{ facts: BatchFacts; shop: ShopFacts }> {
  const shop = { ...(await shopFacts(app.db, app.now())), learned: await learned(app.db) };
  return { facts: await mustLoad(app.db, batchId), shop };
}

/** One batch as it is seen. */
export async function readBatch(app: AppContext, batchId: string): Promise<BatchView> {
  const { facts, shop } = await readFacts(app, batchId);
  return fold(facts, shop);
}

/** What came after a number: the entries alone where nothing else has changed, else the whole batch. */
export async function factsAfter(
  app: AppContext,
  batchId: string,
  n: number,
): Promise<{ n: number; entries: NewEntries | null; whole: Awaited<ReturnType<typeof readFacts>> | null }> {
  const now = await numbersOf(app.db, batchId);
  if (!now) throw notFound('This batch');
  if (now.frameN > n) {
    const whole = await readFacts(app, batchId);
    return { n: whole.facts.n, entries: null, whole };
  }
  return { n: now.n, entries: await loadEntriesAfter(app.db, batchId, n), whole: null };
}
