import { createHash } from 'node:crypto';
import {
  InputError,
  summarise,
  unreadableSummary,
  type BatchFacts,
  type BatchSummary,
  type ShopFacts,
} from '@zest/core';
import type { Db } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql } from '../../platform/sql.js';
import { loadFacts, type OnBroken } from './facts.js';

/** Goes up when the short form of a batch says something else than it did. */
const FORM = 2;

/** What the short form of a batch depends on besides its facts. */
function madeWith(shop: ShopFacts): string {
  const text = JSON.stringify([FORM, shop.book, shop.cureSecondCheck, shop.scales]);
  return createHash('sha256').update(text).digest('hex').slice(0, 16);
}

/**
 * The short forms of batches in the order of their ids. Those whose facts have not changed since are
 * read as they were kept; the others are folded once and kept.
 */
export async function summariesOf(db: Db, ids: readonly string[], shop: ShopFacts): Promise<BatchSummary[]> {
  if (ids.length === 0) return [];
  const with_ = madeWith(shop);
  const kept = await sql(db).rows<{ batchId: string; document: unknown }>(
    `SELECT s.batch_id AS batchId, s.document FROM batch_summary s JOIN batch b ON b.id = s.batch_id
     WHERE s.batch_id IN (:ids) AND s.n = b.n AND s.made_with = :madeWith`,
    { ids: [...ids], madeWith: with_ },
  );
  const known = new Map(kept.map((row) => [row.batchId, parsed(row.document) as BatchSummary]));
  const stale = ids.filter((id) => !known.has(id));
  // One batch that cannot be worked out takes no list down: it stands there and says so.
  const onBroken: OnBroken = (head, why) => known.set(head.id, unreadableSummary(head, why));
  for (const facts of await loadFacts(db, stale, onBroken)) {
    const summary = summaryOf(facts, shop);
    known.set(facts.batch.id, summary);
    await keep(db, summary, facts.n, with_);
  }
  return ids.flatMap((id) => known.get(id) ?? []);
}

function summaryOf(facts: BatchFacts, shop: ShopFacts): BatchSummary {
  try {
    return summarise(facts, shop);
  } catch (error) {
    if (error instanceof InputError) return unreadableSummary(facts.batch, error.message);
    throw error;
  }
}

async function keep(db: Db, summary: BatchSummary, n: number, madeWith: string): Promise<void> {
  await sql(db).write(
    `INSERT INTO batch_summary (batch_id, n, made_with, document) VALUES (:id, :n, :madeWith, :document)
     ON DUPLICATE KEY UPDATE document = IF(n <= :n, :document, document), made_with = IF(n <= :n, :madeWith, made_with),
       n = GREATEST(n, :n)`,
    { id: summary.id, n, madeWith, document: JSON.stringify(summary) },
  );
}
