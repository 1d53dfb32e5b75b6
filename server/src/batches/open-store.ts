import { v7 as uuid } from 'uuid';
import type { MethodStep, RecipeLine } from '@zest/contract';
import { addAccounts, addBalanceRows } from '../ledger/index.js';
import type { Sql } from '../platform/database.js';

export interface MeatLot {
  id: string;
  code: string;
  name: string;
  accountId: string;
  species: string;
  wild: boolean;
  fatPct: number;
  fatSd: number;
  status: 'available' | 'hold' | 'rejected';
  owner: string | null;
  state: 'fresh' | 'frozen' | 'thawed';
  heat: 'raw' | 'raw smoked' | 'cooked';
  weightKnown: string;
  useBy: string | null;
  outSince: Date | null;
  outMs: number;
  freeMg: number;
}

export async function findMeatLots(tx: Sql, ids: readonly string[]): Promise<MeatLot[]> {
  const rows = await tx.rows<Omit<MeatLot, 'wild'> & { wild: number }>(
    `SELECT l.id, l.code, t.name, t.species, t.wild, l.account_id AS accountId, CAST(l.fat_pct AS DOUBLE) AS fatPct,
       CAST(l.fat_sd AS DOUBLE) AS fatSd, l.status, l.owner, l.state, l.heat, l.weight_known AS weightKnown,
       l.use_by AS useBy, l.out_since AS outSince, l.out_ms AS outMs, b.amount - b.reserved AS freeMg
     FROM lot l JOIN trim_kind t ON t.id = l.trim_id JOIN balance b ON b.account_id = l.account_id
     WHERE l.id IN (:ids)`,
    { ids: [...ids] },
  );
  return rows.map((row) => ({ ...row, wild: row.wild === 1 }));
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
    owner: string | null;
    heat: string | null;
    signed: object;
  },
): Promise<void> {
  const { window, signed, ...rest } = batch;
  await tx.write(
    `INSERT INTO batch (id, number, recipe_version_id, planned_for, planned_meat_mg, window_min_pct, window_max_pct,
       opened_at, opened_by, owner, heat, signed)
     VALUES (:id, :number, :recipeVersionId, :plannedFor, :plannedMeatMg, :minPct, :maxPct, :openedAt, :openedBy,
       :owner, :heat, :signed)`,
    { ...rest, ...window, signed: JSON.stringify(signed) },
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
  /** Meats: the fat as it is thought to be now. */
  fat?: { pct: number; sd: number };
}

export async function addLine(tx: Sql, line: NewLine, id = uuid()): Promise<void> {
  const { fat, ...rest } = line;
  await tx.write(
    `INSERT INTO batch_line (id, batch_id, step_id, position, kind, name, lot_id, lot_account_id, place_account_id,
       planned_mg, document, fat_pct, fat_sd)
     VALUES (:id, :batchId, :stepId, :position, :kind, :name, :lotId, :lotAccountId, :placeAccountId, :plannedMg,
       :document, :fatPct, :fatSd)`,
    {
      ...rest,
      id,
      document: line.document && JSON.stringify(line.document),
      fatPct: fat?.pct ?? null,
      fatSd: fat?.sd ?? null,
    },
  );
}

/** A lot that a batch makes: its finished goods, or meat kept for another batch. */
async function addMadeLot(
  tx: Sql,
  batchId: string,
  kind: 'product' | 'rework',
  name: string,
  at: Date,
  owner: string | null,
): Promise<string> {
  const accountId = uuid();
  const id = uuid();
  await addAccounts(tx, [{ id: accountId, kind: 'lot', measure: 'mg', name, batchId, stepId: null }]);
  await addBalanceRows(tx, [accountId]);
  await tx.write(
    `INSERT INTO lot (id, code, account_id, kind, batch_id, received_at, owner)
     VALUES (:id, :code, :accountId, :kind, :batchId, :at, :owner)`,
    { id, code: `${kind === 'product' ? 'P' : 'R'}-${id.slice(-10)}`, accountId, kind, batchId, at, owner },
  );
  return accountId;
}

export function addProductLot(
  tx: Sql,
  batchId: string,
  name: string,
  at: Date,
  owner: string | null,
): Promise<string> {
  return addMadeLot(tx, batchId, 'product', name, at, owner);
}

/** The batch's lot of rework, made when it is first needed. */
export async function reworkAccount(tx: Sql, batchId: string, name: string, at: Date): Promise<string> {
  const [row] = await tx.rows<{ accountId: string }>(
    "SELECT account_id AS accountId FROM lot WHERE batch_id = :batchId AND kind = 'rework' FOR UPDATE",
    { batchId },
  );
  return (
    row?.accountId ?? addMadeLot(tx, batchId, 'rework', `${name} rework`, at, await ownerOf(tx, batchId))
  );
}

async function ownerOf(tx: Sql, batchId: string): Promise<string | null> {
  const [row] = await tx.rows<{ owner: string | null }>('SELECT owner FROM batch WHERE id = :batchId', {
    batchId,
  });
  return row?.owner ?? null;
}
