import type { Tablet } from '@zest/contract';
import { sql } from '../../platform/sql.js';
import type { Db, Transaction } from '../../platform/database.js';

interface TabletRow extends Omit<Tablet, 'pairedAt' | 'seenAt' | 'isSilent'> {
  pairedAt: Date;
  seenAt: Date | null;
}

/** Every tablet that is let in, by name. */
export function listTablets(db: Db): Promise<TabletRow[]> {
  return sql(db).rows<TabletRow>(
    `SELECT t.id, t.name, t.paired_at AS pairedAt, b.name AS pairedBy, t.seen_at AS seenAt, p.name AS person, t.waiting
     FROM tablet t LEFT JOIN person b ON b.id = t.paired_by LEFT JOIN person p ON p.id = t.person_id
     WHERE t.gone_at IS NULL ORDER BY t.name`,
  );
}

/** The tablet with this secret, while it is let in. */
export async function tabletOf(db: Db, secret: string): Promise<{ id: string; name: string } | undefined> {
  const [row] = await sql(db).rows<{ id: string; name: string }>(
    'SELECT id, name FROM tablet WHERE secret = :secret AND gone_at IS NULL',
    { secret },
  );
  return row;
}

/** A tablet as it is; other changes of it wait. */
export async function lockTablet(
  tx: Transaction,
  id: string,
): Promise<{ name: string; secret: string } | undefined> {
  const [row] = await sql(tx).rows<{ name: string; secret: string }>(
    'SELECT name, secret FROM tablet WHERE id = :id AND gone_at IS NULL FOR UPDATE',
    { id },
  );
  return row;
}

export async function insertTablet(
  tx: Transaction,
  tablet: { id: string; name: string; secret: string; at: Date; pairedBy: string | null },
): Promise<void> {
  await sql(tx).write(
    'INSERT INTO tablet (id, name, secret, paired_at, paired_by) VALUES (:id, :name, :secret, :at, :pairedBy)',
    { ...tablet },
  );
}

export async function renameTablet(tx: Transaction, id: string, name: string): Promise<void> {
  await sql(tx).write('UPDATE tablet SET name = :name WHERE id = :id', { id, name });
}

/** The tablet goes, and its secret is no tablet's any more: the device may come again with a code. */
export async function removeTablet(tx: Transaction, id: string, at: Date): Promise<void> {
  await sql(tx).write(
    "UPDATE tablet SET gone_at = :at, secret = SHA2(CONCAT(secret, id, 'gone'), 256) WHERE id = :id",
    { id, at },
  );
}

/** The tablet was heard. */
export async function heardTablet(
  db: Db,
  heard: { secret: string; at: Date; personId: string; waiting: number },
): Promise<void> {
  await sql(db).write(
    `UPDATE tablet SET seen_at = :at, person_id = :personId, waiting = :waiting
     WHERE secret = :secret AND gone_at IS NULL`,
    { ...heard },
  );
}

/** Ends every session at a device; answers whose they were. */
export async function endSessionsAt(tx: Transaction, device: string): Promise<string[]> {
  const rows = await sql(tx).rows<{ personId: string }>(
    'SELECT DISTINCT person_id AS personId FROM session WHERE device = :device',
    { device },
  );
  await sql(tx).write('DELETE FROM session WHERE device = :device', { device });
  return rows.map((r) => r.personId);
}

export async function insertCode(
  db: Db,
  code: { hash: string; madeBy: string | null; expiresAt: Date; now: Date },
): Promise<void> {
  await sql(db).write('DELETE FROM pairing_code WHERE expires_at < :now', { now: code.now });
  await sql(db).write(
    'INSERT INTO pairing_code (code, made_by, expires_at) VALUES (:hash, :madeBy, :expiresAt)',
    { ...code },
  );
}

/** Takes a code that still holds, so that nobody else can; undefined where there is none. */
export async function takeCode(
  tx: Transaction,
  code: { hash: string; now: Date; mostTries: number },
): Promise<{ madeBy: string | null } | undefined> {
  const [row] = await sql(tx).rows<{ madeBy: string | null }>(
    `SELECT made_by AS madeBy FROM pairing_code
     WHERE code = :hash AND expires_at > :now AND wrong_tries < :mostTries FOR UPDATE`,
    { ...code },
  );
  if (row) await sql(tx).write('DELETE FROM pairing_code WHERE code = :hash', { hash: code.hash });
  return row;
}

/** A wrong try counts against every code that holds. */
export async function countWrongTry(db: Db): Promise<void> {
  await sql(db).write('UPDATE pairing_code SET wrong_tries = wrong_tries + 1');
}
