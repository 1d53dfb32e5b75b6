import { sql } from '../../platform/sql.js';
import type { Person, Role } from '@zest/contract';
import type { Db } from '../../platform/database.js';

export interface Credentials {
  name: string;
  id: string;
  secretHash: string;
}

const PERSON = 'p.id, p.name, p.role, p.units, p.number_style AS numberStyle';

export function listNames(
  db: Db,
): Promise<{ id: string; name: string; role: Role; secret: 'pin' | 'password' }[]> {
  return sql(db).rows(
    'SELECT id, name, role, secret_kind AS secret FROM person WHERE active ORDER BY role, name',
  );
}

export async function findPerson(db: Db, id: string): Promise<Person | undefined> {
  return (
    await sql(db).rows<Person>(`SELECT ${PERSON} FROM person p WHERE p.id = :id AND p.active`, { id })
  )[0];
}

export async function findCredentials(db: Db, id: string): Promise<Credentials | undefined> {
  const rows = await sql(db).rows<Credentials>(
    'SELECT id, name, secret_hash AS secretHash FROM person WHERE id = :id AND active',
    { id },
  );
  return rows[0];
}

export async function addPerson(
  db: Db,
  person: { id: string; name: string; role: Role; secretKind: 'pin' | 'password'; secretHash: string },
): Promise<void> {
  await sql(db).write(
    `INSERT INTO person (id, name, role, secret_kind, secret_hash)
     VALUES (:id, :name, :role, :secretKind, :secretHash)`,
    { ...person },
  );
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

export async function failedAttempts(db: Db, personId: string, since: Date): Promise<number> {
  const [row] = await sql(db).rows<{ failed: number }>(
    `SELECT COUNT(*) AS failed FROM sign_in_attempt a
     WHERE a.person_id = :personId AND a.at > :since AND NOT a.succeeded
       AND a.id > COALESCE((SELECT MAX(b.id) FROM sign_in_attempt b
                            WHERE b.person_id = :personId AND b.succeeded), 0)`,
    { personId, since },
  );
  return row?.failed ?? 0;
}

export async function addAttempt(db: Db, personId: string, at: Date, succeeded: boolean): Promise<void> {
  await sql(db).write(
    'INSERT INTO sign_in_attempt (person_id, at, succeeded) VALUES (:personId, :at, :succeeded)',
    {
      personId,
      at,
      succeeded,
    },
  );
}

export async function addSession(
  db: Db,
  session: { tokenHash: string; personId: string; at: Date; expiresAt: Date },
): Promise<void> {
  await sql(db).write(
    'INSERT INTO session (token_hash, person_id, created_at, expires_at) VALUES (:tokenHash, :personId, :at, :expiresAt)',
    { ...session },
  );
}

export async function sessionPerson(db: Db, tokenHash: string, at: Date): Promise<Person | undefined> {
  const rows = await sql(db).rows<Person>(
    `SELECT ${PERSON} FROM session s JOIN person p ON p.id = s.person_id
     WHERE s.token_hash = :tokenHash AND s.expires_at > :at AND p.active`,
    { tokenHash, at },
  );
  return rows[0];
}

export async function removeSession(db: Db, tokenHash: string, before: Date): Promise<void> {
  await sql(db).write('DELETE FROM session WHERE token_hash = :tokenHash OR expires_at < :before', {
    tokenHash,
    before,
  });
}
