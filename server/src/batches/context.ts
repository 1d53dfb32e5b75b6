import type { BatchSheet } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import type { Sql } from '../platform/database.js';
import { notFound } from '../platform/problem.js';
import { readHistory } from './history.js';
import { sheetContext } from './sheet-context.js';
import { loadRecords, type BatchRecord } from './record.js';
import { buildSheet } from './sheet.js';

/** @throws HttpProblem 404 when there is no such batch */
export async function mustLoad(db: Sql, id: string): Promise<BatchRecord> {
  const [record] = await loadRecords(db, [id]);
  if (!record) throw notFound('This batch');
  return record;
}

export async function readSheet(app: AppContext, id: string): Promise<BatchSheet> {
  const context = await sheetContext(app.db, app.now());
  return buildSheet(await mustLoad(app.db, id), { ...context, history: await readHistory(app.db) });
}

/** Makes commands on one batch wait for each other; entries do not take this lock. */
export async function lockBatch(tx: Sql, id: string): Promise<void> {
  const rows = await tx.rows('SELECT id FROM batch WHERE id = :id FOR UPDATE', { id });
  if (rows.length === 0) throw notFound('This batch');
}
