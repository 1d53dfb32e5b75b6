import { z } from 'zod';
import {
  methodStep,
  recipeDocument,
  recipeLine,
  type MethodStep,
  type RecipeDocument,
  type RecipeLine,
} from '@zest/contract';
import type { AccountKind, MarkKind, Measure, ReadingKind } from '@zest/core';
import type { Sql } from '../platform/database.js';
import { atHeat } from '../recipes/index.js';
import { parsed } from '../platform/json.js';
import { dayOf } from '../platform/words.js';

const signatures = z.record(z.string(), z.string());

interface BatchRow {
  id: string;
  number: number;
  recipeId: string;
  recipeName: string;
  versionNo: number;
  recipe: RecipeDocument;
  state: 'open' | 'closed' | 'cancelled';
  plannedFor: string;
  plannedMeatMg: number;
  windowMinPct: number;
  windowMaxPct: number;
  openedAt: Date;
  owner: string | null;
  /** The heat variant it is made at. */
  heat: string | null;
  signed: Record<string, string>;
  /** A batch of another owner is made on the same day. */
  meetsOther: boolean;
  /** Earlier batches of this very version that passed their taste. */
  provenRuns: number;
  version: number;
}

export interface StepRow {
  id: string;
  batchId: string;
  position: number;
  document: MethodStep;
  placeAccountId: string | null;
  closedAt: Date | null;
  closedBy: string | null;
  overrideReason: string | null;
  /** Taken out by a change of method. */
  leftOut: boolean;
  version: number;
}

export interface LineRow {
  id: string;
  batchId: string;
  stepId: string;
  position: number;
  kind: 'meat' | 'dry';
  name: string;
  lotId: string;
  lotCode: string;
  lotAccountId: string;
  placeAccountId: string;
  /** Meats, and dry lines that season a correction: what is due. */
  plannedMg: number | null;
  document: RecipeLine | null;
  /** Meats: the fat as it was thought to be when the line was written. */
  fatPct: number | null;
  fatSd: number | null;
}

export interface TransferRow {
  id: string;
  batchId: string;
  from: string;
  to: string;
  amount: number;
  at: Date;
  stepId: string | null;
  lineId: string | null;
  person: string | null;
  deviceId: string | null;
  how: 'scale' | 'typed' | 'derived';
  reversesId: string | null;
  reason: string | null;
}

export interface AccountRow {
  id: string;
  kind: AccountKind;
  measure: Measure;
  name: string;
  lotKind: 'trim' | 'ingredient' | 'casing' | 'product' | 'rework' | null;
  lotCode: string | null;
  fatPct: number | null;
  fatSd: number | null;
  role: string | null;
  priceMinor: number | null;
  lotStatus: 'available' | 'hold' | 'rejected' | null;
  species: string | null;
  /** What salted or cured material brings with it. */
  saltGPerKg: number | null;
  nitritePpm: number | null;
  /** What a lot still has; null where nothing is counted. */
  balance: number | null;
}

interface ReadingRow {
  id: string;
  batchId: string;
  stepId: string;
  kind: ReadingKind;
  value: number;
  load: number;
  at: Date;
  person: string;
  how: 'scale' | 'typed';
}

interface MarkRow {
  id: string;
  batchId: string;
  stepId: string | null;
  kind: MarkKind;
  subject: string;
  note: string;
  value: number | null;
  at: Date;
  person: string;
  second: string | null;
}

interface CasingRow {
  batchId: string;
  lotId: string;
  lotCode: string;
  accountId: string;
  leftMm: number;
}

/** A batch with everything the database knows of it; all its figures are computed from this. */
export interface BatchRecord {
  batch: BatchRow;
  steps: StepRow[];
  lines: LineRow[];
  transfers: TransferRow[];
  readings: ReadingRow[];
  marks: MarkRow[];
  acceptances: { batchId: string; lineId: string; weighedMg: number }[];
  notices: { batchId: string; sentence: string }[];
  /** The latest test of the ground blend that still stands. */
  fatTest: { fatPct: number; fatSd: number; at: Date } | undefined;
  accounts: Map<string, AccountRow>;
  casing: CasingRow | undefined;
  productAccountId: string | undefined;
}

/** Reads whole batches in a fixed number of queries, however many are asked for. */
export async function loadRecords(db: Sql, ids: readonly string[]): Promise<BatchRecord[]> {
  if (ids.length === 0) return [];
  const list = { ids: [...ids] };
  const batches = await db.rows<
    Omit<BatchRow, 'recipe' | 'signed' | 'meetsOther'> & {
      recipe: unknown;
      signed: unknown;
      meetsOther: number;
    }
  >(
    `SELECT b.id, b.number, r.id AS recipeId, r.name AS recipeName, v.version_no AS versionNo, v.document AS recipe,
       b.state, b.planned_for AS plannedFor, b.planned_meat_mg AS plannedMeatMg,
       CAST(b.window_min_pct AS DOUBLE) AS windowMinPct, CAST(b.window_max_pct AS DOUBLE) AS windowMaxPct,
       b.opened_at AS openedAt, b.owner, b.heat, b.signed, b.version,
       EXISTS (SELECT 1 FROM batch o WHERE o.planned_for = b.planned_for AND o.id <> b.id AND o.state <> 'cancelled'
         AND NOT o.owner <=> b.owner AND EXISTS (SELECT 1 FROM transfer t WHERE t.batch_id = o.id)) AS meetsOther,
       (SELECT COUNT(DISTINCT w.batch_id) FROM reading w JOIN batch o ON o.id = w.batch_id
        WHERE o.recipe_version_id = b.recipe_version_id AND o.id <> b.id AND o.state = 'closed'
          AND w.kind = 'verdict' AND w.value = 1) AS provenRuns
     FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id JOIN recipe r ON r.id = v.recipe_id
     WHERE b.id IN (:ids) ORDER BY b.planned_for DESC, b.number DESC`,
    list,
  );
  const steps = await db.rows<StepRow & { document: unknown }>(
    `SELECT s.id, s.batch_id AS batchId, s.position, s.document, s.place_account_id AS placeAccountId,
       s.closed_at AS closedAt, p.name AS closedBy, s.override_reason AS overrideReason, s.left_out AS leftOut, s.version
     FROM batch_step s LEFT JOIN person p ON p.id = s.closed_by WHERE s.batch_id IN (:ids) ORDER BY s.position`,
    list,
  );
  const lines = await db.rows<LineRow & { document: unknown }>(
    `SELECT l.id, l.batch_id AS batchId, l.step_id AS stepId, l.position, l.kind, l.name, l.lot_id AS lotId,
       t.code AS lotCode, l.lot_account_id AS lotAccountId, l.place_account_id AS placeAccountId,
       COALESCE((SELECT p.planned_mg FROM line_plan p WHERE p.line_id = l.id ORDER BY p.seq DESC LIMIT 1), l.planned_mg)
         AS plannedMg, l.document, CAST(l.fat_pct AS DOUBLE) AS fatPct, CAST(l.fat_sd AS DOUBLE) AS fatSd
     FROM batch_line l JOIN lot t ON t.id = l.lot_id WHERE l.batch_id IN (:ids) ORDER BY l.position`,
    list,
  );
  const transfers = await db.rows<TransferRow>(
    `SELECT t.id, t.batch_id AS batchId, t.from_account AS \`from\`, t.to_account AS \`to\`, t.amount, t.at,
       t.step_id AS stepId, t.line_id AS lineId, p.name AS person, t.device_id AS deviceId, t.how,
       t.reverses_id AS reversesId, t.reason
     FROM transfer t LEFT JOIN person p ON p.id = t.person_id
     WHERE t.batch_id IN (:ids) ORDER BY t.recorded_at, t.id`,
    list,
  );
  const readings = await db.rows<ReadingRow>(
    `SELECT r.id, r.batch_id AS batchId, r.step_id AS stepId, r.kind, r.value, r.load_no AS \`load\`, r.at, p.name AS person, r.how
     FROM reading r JOIN person p ON p.id = r.person_id LEFT JOIN transfer back ON back.reverses_id = r.transfer_id
     WHERE r.batch_id IN (:ids) AND back.id IS NULL ORDER BY r.recorded_at, r.id`,
    list,
  );
  const marks = await db.rows<MarkRow>(
    `SELECT m.id, m.batch_id AS batchId, m.step_id AS stepId, m.kind, m.subject, m.note, m.value, m.at,
       p.name AS person, w.name AS second
     FROM bench_mark m JOIN person p ON p.id = m.person_id LEFT JOIN person w ON w.id = m.second_person_id
     WHERE m.batch_id IN (:ids) ORDER BY m.recorded_at, m.id`,
    list,
  );
  const acceptances = await db.rows<BatchRecord['acceptances'][number]>(
    `SELECT l.batch_id AS batchId, a.line_id AS lineId, a.weighed_mg AS weighedMg
     FROM acceptance a JOIN batch_line l ON l.id = a.line_id WHERE l.batch_id IN (:ids)`,
    list,
  );
  const notices = await db.rows<BatchRecord['notices'][number]>(
    'SELECT batch_id AS batchId, sentence FROM notice WHERE batch_id IN (:ids) ORDER BY at DESC',
    list,
  );
  const tests = await db.rows<{ batchId: string; fatPct: number; fatSd: number; at: Date }>(
    `SELECT f.batch_id AS batchId, CAST(f.fat_pct AS DOUBLE) AS fatPct, CAST(f.fat_sd AS DOUBLE) AS fatSd,
       f.at
     FROM fat_test f LEFT JOIN fat_test r ON r.reverses_id = f.id
     WHERE f.batch_id IN (:ids) AND f.reverses_id IS NULL AND r.id IS NULL ORDER BY f.seq DESC`,
    list,
  );
  const casings = await db.rows<CasingRow>(
    `SELECT r.batch_id AS batchId, l.id AS lotId, l.code AS lotCode, l.account_id AS accountId, b.amount AS leftMm
     FROM reservation r JOIN lot l ON l.account_id = r.account_id AND l.kind = 'casing'
     JOIN balance b ON b.account_id = r.account_id WHERE r.batch_id IN (:ids)`,
    list,
  );
  const products = await db.rows<{ batchId: string; accountId: string }>(
    "SELECT batch_id AS batchId, account_id AS accountId FROM lot WHERE kind = 'product' AND batch_id IN (:ids)",
    list,
  );
  const accounts = await loadAccounts(db, [
    ...transfers.flatMap((t) => [t.from, t.to]),
    ...steps.flatMap((s) => (s.placeAccountId ? [s.placeAccountId] : [])),
    ...lines.map((l) => l.lotAccountId),
    ...products.map((p) => p.accountId),
  ]);
  const mine = <T extends { batchId: string }>(rows: readonly T[], id: string) =>
    rows.filter((r) => r.batchId === id);
  return batches.map((batch) => ({
    batch: {
      ...batch,
      recipe: atHeat(recipeDocument.parse(batch.recipe), batch.heat),
      signed: signatures.parse(parsed(batch.signed) ?? {}),
      meetsOther: batch.meetsOther === 1,
    },
    steps: mine(steps, batch.id).map((s) => ({
      ...s,
      leftOut: Boolean(s.leftOut),
      document: methodStep.parse(s.document),
    })),
    lines: mine(lines, batch.id).map((l) => ({ ...l, document: l.document && recipeLine.parse(l.document) })),
    transfers: mine(transfers, batch.id),
    readings: mine(readings, batch.id),
    marks: mine(marks, batch.id),
    acceptances: mine(acceptances, batch.id),
    notices: mine(notices, batch.id),
    fatTest: mine(tests, batch.id)[0],
    accounts,
    casing: mine(casings, batch.id)[0],
    productAccountId: mine(products, batch.id)[0]?.accountId,
  }));
}

async function loadAccounts(db: Sql, ids: readonly string[]): Promise<Map<string, AccountRow>> {
  const unique = [...new Set(ids)];
  if (unique.length === 0) return new Map();
  const rows = await db.rows<AccountRow & { thing: string | null }>(
    `SELECT a.id, a.kind, a.measure, a.name, l.kind AS lotKind, l.code AS lotCode,
       CAST(l.fat_pct AS DOUBLE) AS fatPct, CAST(l.fat_sd AS DOUBLE) AS fatSd, i.role, l.price_minor AS priceMinor, l.status AS lotStatus, t.species, CAST(l.salt_g_per_kg AS DOUBLE) AS saltGPerKg, CAST(l.nitrite_ppm AS DOUBLE) AS nitritePpm,
       COALESCE(t.name, i.name, c.name) AS thing, b.amount AS balance
     FROM account a LEFT JOIN lot l ON l.account_id = a.id LEFT JOIN balance b ON b.account_id = a.id LEFT JOIN trim_kind t ON t.id = l.trim_id
     LEFT JOIN ingredient i ON i.id = l.ingredient_id LEFT JOIN casing c ON c.id = l.casing_id
     WHERE a.id IN (:unique)`,
    { unique },
  );
  return new Map(rows.map(({ thing, ...row }) => [row.id, { ...row, name: thing ?? row.name }]));
}

/** Open batches, and the others planned within the last 14 days. */
export async function recentBatchIds(db: Sql, now: Date): Promise<string[]> {
  const rows = await db.rows<{ id: string }>(
    "SELECT id FROM batch WHERE state = 'open' OR planned_for >= :since ORDER BY planned_for DESC, number DESC LIMIT 120",
    { since: dayOf(new Date(now.getTime() - 14 * 86_400_000)) },
  );
  return rows.map((r) => r.id);
}
