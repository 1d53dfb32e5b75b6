import { v7 as uuid } from 'uuid';
import type { Db, Transaction } from './database.js';
import { sql } from './sql.js';

/** Longest sentence of a card. */
const MOST = 300;

/** A card for the lead, in one sentence, in the transaction that makes it necessary. */
export function addNotice(tx: Transaction, batchId: string, now: Date, sentence: string): void {
  sql(tx).defer('INSERT INTO notice (id, batch_id, sentence, at) VALUES (:id, :batchId, :sentence, :now)', {
    id: uuid(),
    batchId,
    sentence: sentence.slice(0, MOST),
    now,
  });
}

/** A card, unless the batch has one with the same words; a batch that is not there has none. */
export async function addNoticeOnce(db: Db, batchId: string, now: Date, sentence: string): Promise<void> {
  await sql(db).write(
    `INSERT INTO notice (id, batch_id, sentence, at)
     SELECT :id, b.id, :sentence, :now FROM batch b
     WHERE b.id = :batchId
       AND NOT EXISTS (SELECT 1 FROM notice n WHERE n.batch_id = b.id AND n.sentence = :sentence)`,
    { id: uuid(), batchId, sentence: sentence.slice(0, MOST), now },
  );
}

/** Who has seen a card; the first who did stays. */
export function addSeen(tx: Transaction, seen: { id: string; personId: string; at: Date }): void {
  sql(tx).defer('INSERT IGNORE INTO notice_seen (id, person_id, at) VALUES (:id, :personId, :at)', {
    ...seen,
  });
}
