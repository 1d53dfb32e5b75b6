import { lateFigures, type LateEntry } from '@zest/contract';
import type { Db } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql } from '../../platform/sql.js';

export type LateKind = 'weighing' | 'out' | 'casing' | 'reading' | 'mark';

/** An entry as it was sent, kept until the lead has decided. */
export interface NewLateEntry {
  id: string;
  batchId: string;
  kind: LateKind;
  body: object;
  personId: string;
  sentById: string | null;
  proven: boolean;
  receivedAt: Date;
}

/** Keeps an entry for the lead; false where one with its id is kept already. */
export async function keepLate(db: Db, entry: NewLateEntry): Promise<boolean> {
  const written = await sql(db).write(
    `INSERT IGNORE INTO late_entry (id, batch_id, kind, body, person_id, sent_by_id, proven, received_at)
     VALUES (:id, :batchId, :kind, :body, :personId, :sentById, :proven, :receivedAt)`,
    { ...entry, body: JSON.stringify(entry.body) },
  );
  return written > 0;
}

interface LateRow {
  id: string;
  batchId: string;
  batchNumber: number;
  product: string;
  kind: LateKind;
  body: unknown;
  personId: string;
  person: string;
  sentById: string | null;
  sentBy: string | null;
  proven: number;
  receivedAt: Date;
  taken: number | null;
}

const LATE = `SELECT l.id, l.batch_id AS batchId, b.number AS batchNumber, r.name AS product, l.kind, l.body,
   l.person_id AS personId, p.name AS person, l.sent_by_id AS sentById, s.name AS sentBy, l.proven,
   l.received_at AS receivedAt, d.taken
 FROM late_entry l JOIN batch b ON b.id = l.batch_id JOIN recipe_version v ON v.id = b.recipe_version_id
   JOIN recipe r ON r.id = v.recipe_id JOIN person p ON p.id = l.person_id
   LEFT JOIN person s ON s.id = l.sent_by_id LEFT JOIN late_decision d ON d.id = l.id`;

/** What waits for the lead, the oldest first. */
export async function waitingEntries(db: Db): Promise<Omit<LateEntry, 'of'>[]> {
  const rows = await sql(db).rows<LateRow>(`${LATE} WHERE d.id IS NULL ORDER BY l.received_at, l.id`);
  return rows.map(({ body, proven, receivedAt, ...row }) => ({
    id: row.id,
    batchId: row.batchId,
    batchNumber: row.batchNumber,
    product: row.product,
    kind: row.kind,
    figures: lateFigures.parse(parsed(body)),
    person: row.person,
    sentBy: row.sentBy,
    proven: proven === 1,
    receivedAt: receivedAt.toISOString(),
  }));
}

/** One entry as it was sent, with what was decided of it so far. */
export interface KeptLate extends Omit<NewLateEntry, 'body'> {
  body: unknown;
  person: string;
  sentBy: string | null;
  decided: boolean;
}

export async function findLate(db: Db, id: string): Promise<KeptLate | undefined> {
  const [row] = await sql(db).rows<LateRow>(`${LATE} WHERE l.id = :id`, { id });
  if (!row) return undefined;
  const { proven, taken, body, ...rest } = row;
  return { ...rest, body: parsed(body), proven: proven === 1, decided: taken !== null };
}

/** Keeps what was decided; false where it was decided before. */
export async function decide(
  db: Db,
  decision: { id: string; taken: boolean; reason: string; personId: string; at: Date },
): Promise<boolean> {
  const written = await sql(db).write(
    'INSERT IGNORE INTO late_decision (id, taken, reason, person_id, at) VALUES (:id, :taken, :reason, :personId, :at)',
    { ...decision },
  );
  return written > 0;
}
