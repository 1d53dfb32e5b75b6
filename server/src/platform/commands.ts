import { sql } from './sql.js';
import { createHash } from 'node:crypto';
import type { Database, Transaction } from './database.js';
import { DUPLICATE_KEY, errnoOf } from './database-errors.js';
import { HttpProblem, conflict } from './problem.js';

export interface CommandHead {
  id: string;
  kind: string;
  personId: string;
  at: Date;
  /** What was asked, as the sender sent it; a repeat must be the same. */
  request: object;
}

/**
 * Carries a command out once. The same id with the same content later does nothing and answers
 * `false`; the same id with other content is refused with 409.
 */
export async function once(
  db: Database,
  head: CommandHead,
  work: (tx: Transaction) => Promise<void>,
): Promise<boolean> {
  const hash = createHash('sha256')
    .update(JSON.stringify([head.kind, head.request]))
    .digest('hex');
  try {
    await db.transaction(async (tx) => {
      sql(tx).defer(
        'INSERT INTO command (id, kind, request_hash, person_id, at) VALUES (:id, :kind, :hash, :personId, :at)',
        { id: head.id, kind: head.kind, hash, personId: head.personId, at: head.at },
      );
      await work(tx);
    });
    return true;
  } catch (error) {
    // A guard that the first sending has tripped – the name is taken now – is no answer to a repeat.
    if (!(error instanceof HttpProblem) && errnoOf(error) !== DUPLICATE_KEY) throw error;
    const [known] = await sql(db).rows<{ request_hash: string }>(
      'SELECT request_hash FROM command WHERE id = :id',
      { id: head.id },
    );
    if (!known) throw error;
    if (known.request_hash !== hash) {
      throw conflict('id-reused', 'This id was already used for something else; nothing was changed.');
    }
    return false;
  }
}
