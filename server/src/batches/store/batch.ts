import { v7 as uuid } from 'uuid';
import { saidBy, type ProductState } from '@zest/core';
import type { Db, Transaction } from '../../platform/database.js';
import { notFound } from '../../platform/problem.js';
import { sql } from '../../platform/sql.js';
import { dayOf } from '../../platform/shop-time.js';

/** Makes commands on one batch wait for each other. @throws HttpProblem 404 when there is no such batch */
export async function lockBatch(tx: Transaction, batchId: string): Promise<void> {
  const rows = await sql(tx).rows('SELECT id FROM batch WHERE id = :batchId FOR UPDATE', { batchId });
  if (rows.length === 0) throw notFound('This batch');
}

/** The number of a batch's latest fact; undefined when there is no such batch. */
export async function latestNumber(db: Db, batchId: string): Promise<number | undefined> {
  const [row] = await sql(db).rows<{ n: number }>('SELECT n FROM batch WHERE id = :batchId', { batchId });
  return row?.n;
}

/** The numbers of a batch: its latest fact, and the latest one that is not an entry. */
export async function numbersOf(db: Db, batchId: string): Promise<{ n: number; frameN: number } | undefined> {
  const [row] = await sql(db).rows<{ n: number; frameN: number }>(
    'SELECT n, frame_n AS frameN FROM batch WHERE id = :batchId',
    { batchId },
  );
  return row;
}

/** Closes a batch, or cancels it; the entries of the last hand stay. */
export async function endBatch(
  tx: Transaction,
  batchId: string,
  state: 'closed' | 'cancelled',
  now: Date,
): Promise<void> {
  await sql(tx).write(
    'UPDATE batch SET state = :state, closed_at = :now, version = version + 1 WHERE id = :batchId',
    { batchId, state, now },
  );
}

/** Other open batches whose judgement depends on this one: of its version, or of another owner on its day. */
export function touchRelated(tx: Transaction, batchId: string): void {
  sql(tx).defer(
    `UPDATE batch SET n = n + 1, frame_n = n WHERE state = 'open' AND id <> :batchId AND EXISTS (
       SELECT 1 FROM (SELECT recipe_version_id, planned_for, owner FROM batch WHERE id = :batchId) ended
       WHERE ended.recipe_version_id = batch.recipe_version_id
         OR (ended.planned_for = batch.planned_for AND NOT ended.owner <=> batch.owner))`,
    { batchId },
  );
}

export interface NewBatch {
  id: string;
  number: number;
  recipeVersionId: string;
  plannedFor: string;
  plannedMeatMg: number;
  window: { minPct: number; maxPct: number };
  openedAt: Date;
  openedBy: string;
  owner: string | null;
  hotness: string | null;
  signed: object;
}

export async function addBatch(tx: Transaction, batch: NewBatch): Promise<void> {
  const { window, signed, ...rest } = batch;
  await sql(tx).write(
    `INSERT INTO batch (id, number, recipe_version_id, planned_for, planned_meat_mg, window_min_pct, window_max_pct,
       opened_at, opened_by, owner, hotness, signed)
     VALUES (:id, :number, :recipeVersionId, :plannedFor, :plannedMeatMg, :minPct, :maxPct, :openedAt, :openedBy,
       :owner, :hotness, :signed)`,
    { ...rest, ...window, signed: JSON.stringify(signed) },
  );
}

export async function nextBatchNumber(tx: Transaction): Promise<number> {
  const [row] = await sql(tx).rows<{ next: number }>(
    'SELECT COALESCE(MAX(number), 0) + 1 AS next FROM batch FOR UPDATE',
  );
  return row?.next ?? 1;
}

/** Batches of the last so many days and all that are open, the newest first, at most 120. */
export async function recentBatchIds(db: Db, since: Date): Promise<string[]> {
  const rows = await sql(db).rows<{ id: string }>(
    "SELECT id FROM batch WHERE state = 'open' OR planned_for >= :since ORDER BY planned_for DESC, number DESC LIMIT 120",
    { since: await dayOf(db, since) },
  );
  return rows.map((r) => r.id);
}

/** The batches that closed last, the latest first. */
export async function closedBatchIds(db: Db, most: number): Promise<string[]> {
  const rows = await sql(db).rows<{ id: string }>(
    `SELECT id FROM batch WHERE state = 'closed' ORDER BY closed_at DESC, id DESC LIMIT ${Math.round(most)}`,
  );
  return rows.map((r) => r.id);
}

/** The last batches of a recipe that were not cancelled. */
export async function batchIdsOfRecipe(db: Db, recipeId: string, most: number): Promise<string[]> {
  const rows = await sql(db).rows<{ id: string }>(
    `SELECT b.id FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id
     WHERE v.recipe_id = :recipeId AND b.state <> 'cancelled' ORDER BY b.opened_at DESC LIMIT ${Math.round(most)}`,
    { recipeId },
  );
  return rows.map((r) => r.id);
}

/** A weight outside its band that somebody took responsibility for. */
export async function addAcceptance(
  tx: Transaction,
  acceptance: { id: string; lineId: string; weighedMg: number; reason: string; personId: string; now: Date },
): Promise<void> {
  await sql(tx).write(
    'INSERT INTO acceptance (id, line_id, weighed_mg, reason, person_id, at) VALUES (:id, :lineId, :weighedMg, :reason, :personId, :now)',
    { ...acceptance },
  );
}

/** The lead's signature for what speaks against a batch, as a mark of its own: what it covers, and how far. */
export function addSignature(
  tx: Transaction,
  { batchId, personId, now, guard, reason, sentence, about, amount }: Signature,
): void {
  const said = { kind: 'signed' as const, guard, why: reason, covers: sentence, ...(about ? { about } : {}) };
  sql(tx).defer(
    `INSERT INTO bench_mark (id, batch_id, step_id, kind, said, at, recorded_at, person_id, n)
     VALUES (:id, :batchId, NULL, 'signed', :said, :now, :now, :personId,
       (SELECT f.n FROM batch f WHERE f.id = :batchId))`,
    {
      ...{ batchId, personId, now },
      id: uuid(),
      said: JSON.stringify(saidBy(amount === undefined ? said : { ...said, amount })),
    },
  );
}

interface Signature {
  batchId: string;
  personId: string;
  now: Date;
  guard: string;
  reason: string;
  /** What speaks against it, as it was said to who signed. */
  sentence: string;
  about?: string | undefined;
  amount?: number | undefined;
}

/** What a batch becomes by another way than its recipe's. */
export function becomesState(tx: Transaction, batchId: string, state: ProductState): void {
  sql(tx).defer('UPDATE batch SET becomes = :state WHERE id = :batchId', { batchId, state });
}
