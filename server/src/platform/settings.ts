import type { BookId } from '@zest/core';
import type { Sql } from './database.js';

/** The rule book the shop works by. */
export async function shopBook(db: Sql): Promise<BookId> {
  const [row] = await db.rows<{ value: BookId }>("SELECT value FROM setting WHERE name = 'rule_book'");
  return row?.value ?? 'eu';
}
