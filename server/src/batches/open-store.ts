import { v7 as uuid } from 'uuid';
import type { MethodStep, RecipeLine } from '@zest/contract';
import { addAccounts, addBalanceRows } from '../ledger/index.js';
import type { Sql } from '../platform/database.js';

export interface MeatLot {
  id: string;
  code: string;
  name: string;
  accountId: string;
  fatPct: number;
  status: 'available' | 'hold' | 'rejected';
  owner: string | null;
  freeMg: number;
}

export function findMeatLots(tx: Sql, ids: readonly string[]): Promise<MeatLot[]> {
  return tx.rows<MeatLot>(
    `SELECT l.id, l.code, t.name, l.account_id AS accountId, CAST(l.fat_pct AS DOUBLE) AS fatPct, l.status, l.owner,
       b.amount - b.reserved AS freeMg
     FROM lot l JOIN trim_kind t ON t.id = l.trim_id JOIN balance b ON b.account_id = l.account_id
     WHERE l.id IN (:ids)`,
    { ids: [...ids] },
  );
}

export interface DryLot {
  id: string;
  accountId: string;
  freeMg: number;
  /** A supply that does not run out, such as the tap. */
  isSupply: boolean;
}

export async function findIngredientLots(tx: Sql, ingredientId: string): Promise<DryLot[]> {
  const rows = await tx.rows<Omit<DryLot, 'isSupply'> & { isSupply: number }>(
    `SELECT l.id, l.account_id AS accountId, COALESCE(b.amount - b.reserved, 0) AS freeMg, a.kind = 'gain' AS isSupply
     FROM lot l JOIN account a ON a.id = l.account_id LEFT JOIN balance b ON b.account_id = l.account_id
     WHERE l.ingredient_id = :ingredientId AND l.status = 'available' ORDER BY l.received_at`,
    { ingredientId },
  );
  return rows.map((row) => ({ ...row, isSupply: row.isSupply === 1 }));
}

export function findCasingLots(tx: Sql, casingId: string): Promise<{ accountId: string; freeMg: number }[]> {
  return tx.rows(
    `SELECT l.account_id AS accountId, b.amount - b.reserved AS freeMg
     FROM lot l JOIN balance b ON b.account_id = l.account_id
     WHERE l.casing_id = :casingId AND l.status = 'available' ORDER BY l.received_at`,
    { casingId },
  );
}

export async function nextNumber(tx: Sql): Promise<number> {
  const [row] = await tx.rows<{ next: number }>(
    'SELECT COALESCE(MAX(number), 0) + 1 AS next FROM batch FOR UPDATE',
  );
  return row?.next ?? 1;
}

export async function addBatch(
  tx: Sql,
  batch: {
    id: string;
    number: number;
    recipeVersionId: string;
    plannedFor: string;
    plannedMeatMg: number;
    window: { minPct: number; maxPct: number };
    openedAt: Date;
    openedBy: string;
  },
): Promise<void> {
  const { window, ...rest } = batch;
  await tx.write(
    `INSERT INTO batch (id, number, recipe_version_id, planned_for, planned_meat_mg, window_min_pct, window_max_pct,
       opened_at, opened_by)
     VALUES (:id, :number, :recipeVersionId, :plannedFor, :plannedMeatMg, :minPct, :maxPct, :openedAt, :openedBy)`,
    { ...rest, ...window },
  );
}

export async function addSteps(
  tx: Sql,
  batchId: string,
  steps: readonly { id: string; position: number; document: MethodStep; placeAccountId: string | null }[],
): Promise<void> {
  await tx.insertMany(
    'INSERT INTO batch_step (id, batch_id, position, document, place_account_id) VALUES ?',
    steps.map((s) => [s.id, batchId, s.position, JSON.stringify(s.document), s.placeAccountId]),
  );
}

export interface NewLine {
  batchId: string;
  stepId: string;
  position: number;
  kind: 'meat' | 'dry';
  name: string;
  lotId: string;
  lotAccountId: string;
  placeAccountId: string;
  plannedMg: number | null;
  document: RecipeLine | null;
}

export async function addLine(tx: Sql, line: NewLine): Promise<void> {
  await tx.write(
    `INSERT INTO batch_line (id, batch_id, step_id, position, kind, name, lot_id, lot_account_id, place_account_id,
       planned_mg, document)
     VALUES (:id, :batchId, :stepId, :position, :kind, :name, :lotId, :lotAccountId, :placeAccountId, :plannedMg, :document)`,
    { ...line, id: uuid(), document: line.document && JSON.stringify(line.document) },
  );
}

/** A lot that a batch makes: its finished goods, or meat kept for another batch. */
async function addMadeLot(
  tx: Sql,
  batchId: string,
  kind: 'product' | 'rework',
  name: string,
  at: Date,
): Promise<string> {
  const accountId = uuid();
  const id = uuid();
  await addAccounts(tx, [{ id: accountId, kind: 'lot', measure: 'mg', name, batchId, stepId: null }]);
  await addBalanceRows(tx, [accountId]);
  await tx.write(
    `INSERT INTO lot (id, code, account_id, kind, batch_id, received_at)
     VALUES (:id, :code, :accountId, :kind, :batchId, :at)`,
    { id, code: `${kind === 'product' ? 'P' : 'R'}-${id.slice(-10)}`, accountId, kind, batchId, at },
  );
  return accountId;
}

export function addProductLot(tx: Sql, batchId: string, name: string, at: Date): Promise<string> {
  return addMadeLot(tx, batchId, 'product', name, at);
}

/** The batch's lot of rework, made when it is first needed. */
export async function reworkAccount(tx: Sql, batchId: string, name: string, at: Date): Promise<string> {
  const [row] = await tx.rows<{ accountId: string }>(
    "SELECT account_id AS accountId FROM lot WHERE batch_id = :batchId AND kind = 'rework' FOR UPDATE",
    { batchId },
  );
  return row?.accountId ?? addMadeLot(tx, batchId, 'rework', `${name} rework`, at);
}
