import type { Transaction } from './database.js';
import { sql } from './sql.js';

/**
 * Everybody who takes the same turn goes one after the other, over several servers of the database as well: it is
 * written, not only locked. Taken before what is guarded is read.
 */
export async function takeTurn(tx: Transaction, name: string): Promise<void> {
  await sql(tx).write('INSERT INTO turn (name, n) VALUES (:name, 1) ON DUPLICATE KEY UPDATE n = n + 1', {
    name,
  });
}
