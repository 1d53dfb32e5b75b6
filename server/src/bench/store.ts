import type { Query, Sql, Transaction } from '../platform/database.js';

/** What of a line never changes. */
export interface LineContext {
  stepId: string;
  lotAccountId: string;
  placeAccountId: string;
}

export async function lineContext(
  db: Sql,
  batchId: string,
  lineId: string,
): Promise<LineContext | undefined> {
  const [row] = await db.rows<LineContext>(
    `SELECT step_id AS stepId, lot_account_id AS lotAccountId, place_account_id AS placeAccountId
     FROM batch_line WHERE id = :lineId AND batch_id = :batchId`,
    { batchId, lineId },
  );
  return row;
}

/** Whether a step still takes entries; it cannot be closed while the entry is being written. */
export interface StepGateState {
  batchNumber: number;
  batchState: 'open' | 'closed' | 'cancelled';
  title: string;
  closed: number;
}

export function stepGateQuery(stepId: string): Query {
  return {
    sql: `SELECT b.number AS batchNumber, b.state AS batchState, JSON_UNQUOTE(JSON_EXTRACT(s.document, '$.title')) AS title,
        s.closed_at IS NOT NULL AS closed
      FROM batch_step s JOIN batch b ON b.id = s.batch_id WHERE s.id = :stepId LOCK IN SHARE MODE`,
    params: { stepId },
  };
}

export interface StepContext extends StepGateState {
  product: string;
  kind: string;
  placeAccountId: string | null;
  /** Place of the next step that holds mass; null at the last. */
  nextPlaceId: string | null;
  productAccountId: string;
}

export async function stepContext(
  db: Sql,
  batchId: string,
  stepId: string,
): Promise<StepContext | undefined> {
  const [row] = await db.rows<StepContext>(
    `SELECT b.number AS batchNumber, b.state AS batchState, r.name AS product,
       JSON_UNQUOTE(JSON_EXTRACT(s.document, '$.title')) AS title,
       JSON_UNQUOTE(JSON_EXTRACT(s.document, '$.kind')) AS kind,
       s.closed_at IS NOT NULL AS closed, s.place_account_id AS placeAccountId,
       (SELECT n.place_account_id FROM batch_step n
        WHERE n.batch_id = s.batch_id AND n.position > s.position AND n.place_account_id IS NOT NULL
          AND NOT n.left_out
          AND (COALESCE(JSON_VALUE(s.document, '$.stream'), 'all') = 'all'
            OR COALESCE(JSON_VALUE(n.document, '$.stream'), 'all') IN ('all', JSON_VALUE(s.document, '$.stream')))
        ORDER BY n.position LIMIT 1) AS nextPlaceId,
       (SELECT l.account_id FROM lot l WHERE l.batch_id = b.id AND l.kind = 'product') AS productAccountId
     FROM batch_step s JOIN batch b ON b.id = s.batch_id
     JOIN recipe_version v ON v.id = b.recipe_version_id JOIN recipe r ON r.id = v.recipe_id
     WHERE s.id = :stepId AND s.batch_id = :batchId`,
    { batchId, stepId },
  );
  return row;
}

export interface CasingContext {
  lotAccountId: string;
  placeAccountId: string;
  gPerM: number;
}

/** The casing set aside for the batch and the place where its metres go. */
export async function casingContext(
  db: Sql,
  batchId: string,
  stepId: string,
): Promise<CasingContext | undefined> {
  const [row] = await db.rows<CasingContext>(
    `SELECT l.account_id AS lotAccountId, a.id AS placeAccountId, CAST(c.g_per_m AS DOUBLE) AS gPerM
     FROM reservation r JOIN lot l ON l.account_id = r.account_id JOIN casing c ON c.id = l.casing_id
     JOIN account a ON a.batch_id = r.batch_id AND a.step_id = :stepId AND a.measure = 'mm'
     WHERE r.batch_id = :batchId`,
    { batchId, stepId },
  );
  return row;
}

export interface KnownTransfer {
  from: string;
  to: string;
  amount: number;
  lineId: string | null;
  how: 'scale' | 'typed' | 'derived';
}

export async function findTransfer(db: Sql, id: string): Promise<KnownTransfer | undefined> {
  const [row] = await db.rows<KnownTransfer>(
    'SELECT from_account AS `from`, to_account AS `to`, amount, line_id AS lineId, how FROM transfer WHERE id = :id',
    { id },
  );
  return row;
}

export interface KnownReading {
  stepId: string;
  kind: string;
  value: number;
  how: 'scale' | 'typed';
}

export async function findReading(db: Sql, id: string): Promise<KnownReading | undefined> {
  const [row] = await db.rows<KnownReading>(
    'SELECT step_id AS stepId, kind, value, how FROM reading WHERE id = :id',
    { id },
  );
  return row;
}

export function addReading(
  tx: Transaction,
  reading: {
    id: string;
    batchId: string;
    stepId: string;
    kind: string;
    value: number;
    load: number;
    at: Date;
    now: Date;
    personId: string;
    deviceId: string | null;
    how: 'scale' | 'typed';
    /** The weighing it was counted by. */
    transferId?: string;
  },
): void {
  tx.defer(
    `INSERT INTO reading (id, batch_id, step_id, kind, value, load_no, at, recorded_at, person_id, device_id, how, transfer_id)
     VALUES (:id, :batchId, :stepId, :kind, :value, :load, :at, :now, :personId, :deviceId, :how, :transferId)`,
    { transferId: null, ...reading },
  );
}

export function addNotice(
  tx: Transaction,
  notice: { id: string; batchId: string; sentence: string; at: Date },
): void {
  tx.defer('INSERT INTO notice (id, batch_id, sentence, at) VALUES (:id, :batchId, :sentence, :at)', {
    ...notice,
  });
}

/** A card for the lead, unless the batch has one with the same words; a batch that is not there has none. */
export async function addNoticeOnce(
  db: Sql,
  notice: { id: string; batchId: string; sentence: string; at: Date },
): Promise<void> {
  await db.write(
    `INSERT INTO notice (id, batch_id, sentence, at)
     SELECT :id, b.id, :sentence, :at FROM batch b
     WHERE b.id = :batchId
       AND NOT EXISTS (SELECT 1 FROM notice n WHERE n.batch_id = b.id AND n.sentence = :sentence)`,
    { ...notice },
  );
}

/** Somebody who may make entries at the bench. */
export async function findHand(db: Sql, id: string): Promise<{ id: string; name: string } | undefined> {
  const [row] = await db.rows<{ id: string; name: string }>(
    "SELECT id, name FROM person WHERE id = :id AND active AND role IN ('lead', 'bench')",
    { id },
  );
  return row;
}

export async function batchExists(db: Sql, batchId: string): Promise<boolean> {
  return (await db.rows('SELECT 1 FROM batch WHERE id = :batchId', { batchId })).length > 0;
}

export function addMark(
  tx: Transaction,
  mark: {
    id: string;
    batchId: string;
    stepId: string | null;
    kind: string;
    subject: string;
    note: string;
    value: number | null;
    at: Date;
    now: Date;
    personId: string;
    secondPersonId: string | null;
  },
): void {
  tx.defer(
    `INSERT INTO bench_mark (id, batch_id, step_id, kind, subject, note, value, at, recorded_at, person_id, second_person_id)
     VALUES (:id, :batchId, :stepId, :kind, :subject, :note, :value, :at, :now, :personId, :secondPersonId)`,
    { ...mark },
  );
}

export async function findMark(
  db: Sql,
  id: string,
): Promise<{ batchId: string; kind: string; subject: string } | undefined> {
  const [row] = await db.rows<{ batchId: string; kind: string; subject: string }>(
    'SELECT batch_id AS batchId, kind, subject FROM bench_mark WHERE id = :id',
    { id },
  );
  return row;
}
