import type { BookId } from '@zest/core';
import type { Sql } from '../platform/database.js';
import { benchRules, shopBook, type BenchRules } from '../platform/settings.js';
import { NO_HISTORY, type History } from './history.js';

/** What a sheet is computed with besides the batch itself. */
export interface SheetContext {
  book: BookId;
  rules: BenchRules;
  now: Date;
  /** What the batches before have taught; commands do without. */
  history: History;
}

export async function sheetContext(db: Sql, now: Date): Promise<SheetContext> {
  return { book: await shopBook(db), rules: await benchRules(db), now, history: NO_HISTORY };
}
