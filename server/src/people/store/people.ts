import { sql } from '../../platform/sql.js';
import type { Person, Role } from '@zest/contract';
import { takeTurn } from '../../platform/turn.js';
import type { Database, Db } from '../../platform/database.js';

export interface Credentials {
  name: string;
  id: string;
  secretHash: string;
  /** May be the second person at the cure. */
  confirms: boolean;
}

/** A lead always signs; nobody but the bench is let. */
export const SIGNS = "(p.role = 'lead' OR (p.role = 'bench' AND p.signs))";
const PERSON = `p.id, p.name, p.role, p.units, p.number_style AS numberStyle, ${SIGNS} AS signs`;
/** Only hands confirm a weight. */
export const CONFIRMS = "(p.role IN ('lead', 'bench') AND p.confirms)";

type PersonRow = Omit<Person, 'signs'> & { signs: number };

function personOf(row: PersonRow): Person {
  return { ...row, signs: Number(row.signs) === 1 };
}

interface NameRow {
  id: string;
  name: string;
  role: Role;
  secret: 'pin' | 'password';
  confirms: number;
}

export async function listNames(db: Db): Promise<(Omit<NameRow, 'confirms'> & { confirms: boolean })[]> {
  const rows = await sql(db).rows<NameRow>(
    `SELECT id, name, role, secret_kind AS secret, ${CONFIRMS} AS confirms FROM person p WHERE active
       AND NOT EXISTS (SELECT 1 FROM pass s WHERE s.person_id = p.id AND s.kind = 'day') ORDER BY role, name`,
  );
  return rows.map((row) => ({ ...row, confirms: Number(row.confirms) === 1 }));
}

export async function findPerson(db: Db, id: string): Promise<Person | undefined> {
  const [row] = await sql(db).rows<PersonRow>(
    `SELECT ${PERSON} FROM person p WHERE p.id = :id AND p.active`,
    { id },
  );
  return row && personOf(row);
}

export async function findCredentials(db: Db, id: string): Promise<Credentials | undefined> {
  const rows = await sql(db).rows<Omit<Credentials, 'confirms'> & { confirms: number }>(
    `SELECT p.id, p.name, p.secret_hash AS secretHash, ${CONFIRMS} AS confirms FROM person p
     WHERE p.id = :id AND p.active`,
    { id },
  );
  return rows[0] && { ...rows[0], confirms: Number(rows[0].confirms) === 1 };
}

export async function setPreferences(
  db: Db,
  id: string,
  preferences: Pick<Person, 'units' | 'numberStyle'>,
): Promise<void> {
  await sql(db).write('UPDATE person SET units = :units, number_style = :numberStyle WHERE id = :id', {
    id,
    ...preferences,
  });
}

/**
 * Writes a wrong try down before anything is compared, unless there were too many: however many come at once,
 * no more than that are tried. A device from which the person has signed in counts for itself; strangers count
 * together, and those of one address whomever they try.
 *
 * @returns its id, to be taken back when it was right; undefined when it may not be tried
 */
export async function reserveAttempt(
  db: Database,
  attempt: {
    personId: string;
    device: string | null;
    address: string;
    at: Date;
    since: Date;
    most: number;
    mostOfAddress: number;
  },
): Promise<number | undefined> {
  return db.transaction(async (tx) => {
    const { personId, device, address, at, since } = attempt;
    await takeTurn(tx, `try ${personId}`);
    const trusted = `SELECT device FROM sign_in_attempt
      WHERE person_id = :personId AND succeeded AND device IS NOT NULL`;
    const [row] = await sql(tx).rows<{ known: number; own: number; strangers: number }>(
      `SELECT COALESCE(SUM(device = :device AND succeeded), 0) AS known,
         COALESCE(SUM(device = :device AND NOT succeeded AND at > :since
           AND id > COALESCE((SELECT MAX(b.id) FROM sign_in_attempt b
                              WHERE b.person_id = :personId AND b.device = :device AND b.succeeded), 0)), 0) AS own,
         COALESCE(SUM(NOT succeeded AND at > :since AND (device IS NULL OR device NOT IN (${trusted}))), 0) AS strangers
       FROM sign_in_attempt WHERE person_id = :personId`,
      { personId, device, since },
    );
    const isKnown = Number(row?.known ?? 0) > 0;
    if (Number((isKnown ? row?.own : row?.strangers) ?? 0) >= attempt.most) return undefined;
    if (!isKnown && (await wrongFrom(tx, address, since)) >= attempt.mostOfAddress) return undefined;
    await addAttempt(tx, { personId, device, address, at, succeeded: false });
    const [mine] = await sql(tx).rows<{ id: number }>('SELECT LAST_INSERT_ID() AS id');
    return Number(mine?.id);
  });
}

/** Wrong tries from an address, whoever was tried. */
async function wrongFrom(tx: Db, address: string, since: Date): Promise<number> {
  const [row] = await sql(tx).rows<{ wrong: number }>(
    'SELECT COUNT(*) AS wrong FROM sign_in_attempt WHERE address = :address AND at > :since AND NOT succeeded',
    { address, since },
  );
  return Number(row?.wrong ?? 0);
}

/** A try that was written down as wrong turned out right: it stands against nobody. */
export async function takeBackAttempt(db: Db, id: number): Promise<void> {
  await sql(db).write('DELETE FROM sign_in_attempt WHERE id = :id', { id });
}

export async function addAttempt(
  db: Db,
  attempt: {
    personId: string;
    device: string | null;
    address?: string;
    at: Date;
    succeeded: boolean;
    opened?: boolean;
  },
): Promise<void> {
  await sql(db).write(
    `INSERT INTO sign_in_attempt (person_id, device, address, at, succeeded, opened)
     VALUES (:personId, :device, :address, :at, :succeeded, :opened)`,
    { opened: false, address: null, ...attempt },
  );
}

/** Whose session a device had at a time: of whoever signed in there last, as long as a session lasts. */
export async function signedInAt(
  db: Db,
  asked: { device: string; at: Date; since: Date },
): Promise<string | undefined> {
  const [row] = await sql(db).rows<{ personId: string }>(
    `SELECT person_id AS personId FROM sign_in_attempt
     WHERE device = :device AND opened AND at <= :at AND at > :since
       AND NOT EXISTS (SELECT 1 FROM sign_out o
         WHERE o.device = :device AND o.at > sign_in_attempt.at AND o.at <= :at)
     ORDER BY at DESC, id DESC LIMIT 1`,
    { ...asked },
  );
  return row?.personId;
}

export async function addSession(
  db: Db,
  session: { tokenHash: string; personId: string; at: Date; expiresAt: Date; device: string },
): Promise<void> {
  await sql(db).write(
    'INSERT INTO session (token_hash, person_id, created_at, expires_at, device) VALUES (:tokenHash, :personId, :at, :expiresAt, :device)',
    { ...session },
  );
}

export async function sessionPerson(db: Db, tokenHash: string, at: Date): Promise<Person | undefined> {
  const rows = await sql(db).rows<PersonRow>(
    `SELECT ${PERSON} FROM session s JOIN person p ON p.id = s.person_id
     WHERE s.token_hash = :tokenHash AND s.expires_at > :at AND p.active`,
    { tokenHash, at },
  );
  return rows[0] && personOf(rows[0]);
}

export async function removeSession(db: Db, tokenHash: string, before: Date): Promise<void> {
  await sql(db).write('DELETE FROM session WHERE token_hash = :tokenHash OR expires_at < :before', {
    tokenHash,
    before,
  });
}

/** The same secret hashed with more work, unless it was changed meanwhile. */
export async function setHash(
  db: Db,
  { personId, secretHash, was }: { personId: string; secretHash: string; was: string },
): Promise<void> {
  await sql(db).write(
    'UPDATE person SET secret_hash = :secretHash WHERE id = :personId AND secret_hash = :was',
    {
      personId,
      secretHash,
      was,
    },
  );
}
