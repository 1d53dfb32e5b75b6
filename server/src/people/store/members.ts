import type { Member, Role } from '@zest/contract';
import { sql } from '../../platform/sql.js';
import type { Db, Transaction } from '../../platform/database.js';
import { about } from '../../platform/settings.js';
import { takeTurn } from '../../platform/turn.js';
import { CONFIRMS, SIGNS } from './people.js';

/** Wrong tries are shown for so long. */
const TRIES_MS = 24 * 3_600_000;

interface MemberRow extends Omit<
  Member,
  'active' | 'lastIn' | 'guestUntil' | 'hasBadge' | 'signs' | 'confirms'
> {
  active: number;
  signs: number;
  confirms: number;
  guestUntil: Date | null;
  hasBadge: number;
  lastIn: Date | null;
}

/** Everybody of the shop, those who are let in first. */
export async function list(db: Db, now: Date): Promise<Member[]> {
  const rows = await sql(db).rows<MemberRow>(
    `SELECT p.id, p.name, p.role, p.secret_kind AS secret, p.active, p.hygiene_until AS hygieneUntil, p.skills,
       ${SIGNS} AS signs, ${CONFIRMS} AS confirms,
       (SELECT COUNT(*) FROM session s WHERE s.person_id = p.id AND s.expires_at > :now) AS sessions,
       (SELECT MAX(a.at) FROM sign_in_attempt a WHERE a.person_id = p.id AND a.opened) AS lastIn,
       (SELECT COUNT(*) FROM sign_in_attempt a WHERE a.person_id = p.id AND NOT a.succeeded AND a.at > :since) AS wrongTries,
       (SELECT MAX(s.until) FROM pass s WHERE s.person_id = p.id AND s.kind = 'day' AND s.gone_at IS NULL) AS guestUntil,
       EXISTS (SELECT 1 FROM pass s WHERE s.person_id = p.id AND s.kind = 'badge' AND s.gone_at IS NULL) AS hasBadge
     FROM person p ORDER BY p.active DESC, p.role, p.name`,
    { now, since: new Date(now.getTime() - TRIES_MS) },
  );
  return rows.map(
    ({ active, signs, confirms, lastIn, sessions, wrongTries, guestUntil, hasBadge, ...row }) => ({
      ...row,
      active: active === 1,
      signs: Number(signs) === 1,
      confirms: Number(confirms) === 1,
      sessions: Number(sessions),
      lastIn: lastIn?.toISOString() ?? null,
      wrongTries: Number(wrongTries),
      guestUntil: guestUntil?.toISOString() ?? null,
      hasBadge: Number(hasBadge) === 1,
    }),
  );
}

export interface LockedMember {
  name: string;
  role: Role;
  active: boolean;
  signs: boolean;
  confirms: boolean;
  hygieneUntil: string | null;
  skills: string;
}

/** Somebody as they are; other changes of them wait. */
export async function lock(tx: Transaction, id: string): Promise<LockedMember | undefined> {
  const [row] = await sql(tx).rows<
    Record<'active' | 'signs' | 'confirms', number> & Omit<LockedMember, 'active' | 'signs' | 'confirms'>
  >(
    `SELECT name, role, active, signs, confirms, hygiene_until AS hygieneUntil, skills FROM person
     WHERE id = :id FOR UPDATE`,
    { id },
  );
  return row && { ...row, active: row.active === 1, signs: row.signs === 1, confirms: row.confirms === 1 };
}

/** How many lead; none of them changes meanwhile. */
export async function countLeads(tx: Transaction): Promise<number> {
  await takeTurn(tx, 'leads');
  const rows = await sql(tx).rows("SELECT id FROM person WHERE role = 'lead' AND active FOR UPDATE");
  return rows.length;
}

/** Whoever has this name, let in or not: a name belongs to one. */
export async function idOfName(db: Db, name: string): Promise<string | undefined> {
  const [row] = await sql(db).rows<{ id: string }>('SELECT id FROM person WHERE name = :name', { name });
  return row?.id;
}

/** Somebody new, who sees the units and numbers of the shop; the secret is kept as its hash only. */
export async function insert(
  tx: Db,
  person: { id: string; name: string; role: Role; secretKind: 'pin' | 'password'; secretHash: string },
): Promise<void> {
  const { units, numberStyle } = await about(tx);
  await sql(tx).write(
    `INSERT INTO person (id, name, role, secret_kind, secret_hash, units, number_style)
     VALUES (:id, :name, :role, :secretKind, :secretHash, :units, :numberStyle)`,
    { ...person, units, numberStyle },
  );
}

export async function change(tx: Transaction, person: LockedMember & { id: string }): Promise<void> {
  await sql(tx).write(
    `UPDATE person SET name = :name, role = :role, active = :active, signs = :signs, confirms = :confirms,
       hygiene_until = :hygieneUntil, skills = :skills WHERE id = :id`,
    { ...person },
  );
}

export async function setSecret(
  db: Db,
  secret: { id: string; kind: 'pin' | 'password'; secretHash: string },
): Promise<void> {
  await sql(db).write('UPDATE person SET secret_kind = :kind, secret_hash = :secretHash WHERE id = :id', {
    ...secret,
  });
}

/** Ends every session of somebody but one. */
export async function endSessions(tx: Transaction, personId: string, keep: string): Promise<void> {
  await sql(tx).write('DELETE FROM session WHERE person_id = :personId AND token_hash <> :keep', {
    personId,
    keep,
  });
}
