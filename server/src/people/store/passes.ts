import { sql } from '../../platform/sql.js';
import type { Db, Transaction } from '../../platform/database.js';

export interface NewPass {
  hash: string;
  personId: string;
  kind: 'badge' | 'day';
  madeBy: string;
  at: Date;
  until: Date | null;
}

/** A new one of its kind; what the person had of it holds no more. */
export async function insertPass(tx: Transaction, pass: NewPass): Promise<void> {
  await sql(tx).write(
    'UPDATE pass SET gone_at = :at WHERE person_id = :personId AND kind = :kind AND gone_at IS NULL',
    { ...pass },
  );
  await sql(tx).write(
    `INSERT INTO pass (code, person_id, kind, made_at, made_by, until)
     VALUES (:hash, :personId, :kind, :at, :madeBy, :until)`,
    { ...pass },
  );
}

/** Whose pass it is, while it holds; a day's code that was guessed at too often holds no more. */
export async function passOf(
  db: Db,
  { hash, now, mostTries }: { hash: string; now: Date; mostTries: number },
): Promise<{ personId: string; until: Date | null } | undefined> {
  const [row] = await sql(db).rows<{ personId: string; until: Date | null }>(
    `SELECT s.person_id AS personId, s.until FROM pass s JOIN person p ON p.id = s.person_id
     WHERE s.code = :hash AND s.gone_at IS NULL AND p.active
       AND (s.kind = 'badge' OR (s.until > :now AND s.wrong_tries < :mostTries))`,
    { hash, now, mostTries },
  );
  return row;
}

/** Somebody typed or scanned what no pass is: every code that can be guessed has one try less. */
export async function countWrongPass(db: Db, now: Date): Promise<void> {
  await sql(db).write(
    "UPDATE pass SET wrong_tries = wrong_tries + 1 WHERE kind = 'day' AND gone_at IS NULL AND until > :now",
    { now },
  );
}

/** Whether somebody is here by the day, and on no list of names. */
export async function isGuest(db: Db, personId: string): Promise<boolean> {
  return (
    (
      await sql(db).rows("SELECT 1 FROM pass WHERE person_id = :personId AND kind = 'day' LIMIT 1", {
        personId,
      })
    ).length > 0
  );
}
