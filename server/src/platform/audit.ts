import { sql } from './sql.js';
import type { Db } from './database.js';

/** Who changes something, and when; nobody is a command on the server itself. */
export interface ChangedBy {
  personId: string | null;
  at: Date;
}

/** Something that the shop works by, before and after. */
export interface AuditedChange {
  /** The kind of thing: an ingredient, a setting, a person. */
  what: string;
  /** Which one, by name. */
  about: string;
  from: object | null;
  to: object | null;
}

/**
 * Writes down what is other than before, in the transaction that changes it; where nothing is, nothing is written.
 * What must not be read again – a secret – is no part of `from` and `to`.
 */
export async function audit(db: Db, by: ChangedBy, change: AuditedChange): Promise<void> {
  const { was, becomes } = difference(change.from ?? {}, change.to ?? {});
  if (Object.keys(was).length + Object.keys(becomes).length === 0) return;
  await sql(db).write(
    'INSERT INTO audit (at, person_id, what, about, was, becomes) VALUES (:at, :personId, :what, :about, :was, :becomes)',
    {
      ...by,
      what: change.what,
      about: change.about.slice(0, 160),
      was: change.from === null ? null : JSON.stringify(was),
      becomes: change.to === null ? null : JSON.stringify(becomes),
    },
  );
}

type Flat = Record<string, unknown>;

/** The fields that differ, by their path. */
function difference(from: object, to: object): { was: Flat; becomes: Flat } {
  const [a, b] = [flat(from), flat(to)];
  const other = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (key) => JSON.stringify(a[key]) !== JSON.stringify(b[key]),
  );
  const of = (values: Flat) =>
    Object.fromEntries(other.flatMap((key) => (values[key] === undefined ? [] : [[key, values[key]]])));
  return { was: of(a), becomes: of(b) };
}

/** Nested fields under their path; a list is one value. */
function flat(value: object, path = ''): Flat {
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, inner]: [string, unknown]) =>
      typeof inner === 'object' && inner !== null && !Array.isArray(inner)
        ? Object.entries(flat(inner, `${path}${key}.`))
        : [[`${path}${key}`, inner]],
    ),
  );
}

export interface AuditRow {
  id: number;
  at: Date;
  person: string | null;
  what: string;
  about: string;
  was: unknown;
  becomes: unknown;
}

/** The latest changes, the newest first; from before `beforeId` where it is given. */
export function auditRows(db: Db, beforeId: number | null, most: number): Promise<AuditRow[]> {
  return sql(db).rows<AuditRow>(
    `SELECT a.id, a.at, p.name AS person, a.what, a.about, a.was, a.becomes
     FROM audit a LEFT JOIN person p ON p.id = a.person_id
     WHERE :beforeId IS NULL OR a.id < :beforeId ORDER BY a.id DESC LIMIT :most`,
    { beforeId, most },
  );
}
