import { STOCKED } from '../../ledger/index.js';
import { sql } from '../../platform/sql.js';
import type { Db, Transaction } from '../../platform/database.js';
import { keptMatter, lotCarries, type BenchLot, type CasingLot } from '@zest/contract';
import type { LotForm, MeatFacts } from '@zest/core';
import { parsed } from '../../platform/json.js';

/** A lot of meat with everything that says what it is made of. */
export interface MeatLot extends Omit<MeatFacts, 'fatPct' | 'fatSd'> {
  code: string;
  accountId: string;
  fatPct: number;
  fatSd: number;
  status: 'available' | 'hold' | 'rejected';
  state: 'fresh' | 'frozen' | 'thawed';
  form: LotForm;
  weightKnown: string;
  outSince: Date | null;
  outMs: number;
  freeMg: number;
}

export async function findMeatLots(tx: Transaction, ids: readonly string[]): Promise<MeatLot[]> {
  const rows = await sql(tx).rows<
    Omit<MeatLot, 'wild' | 'answered' | 'carries' | 'matter' | 'frozenBefore' | 'lotStatus'> & {
      wild: number;
      answered: number;
      carries: unknown;
      matter: unknown;
    }
  >(
    `SELECT l.id, l.code, t.name, t.species, t.wild, l.parasites IS NOT NULL AS answered, l.account_id AS accountId, CAST(l.fat_pct AS DOUBLE) AS fatPct,
       CAST(l.fat_sd AS DOUBLE) AS fatSd, CAST(l.salt_g_per_kg AS DOUBLE) AS saltGPerKg,
       CAST(l.nitrite_ppm AS DOUBLE) AS nitritePpm, l.carries, l.matter, l.price_minor AS priceMinor, l.status, l.owner, l.state, l.form, l.heat, l.weight_known AS weightKnown,
       l.use_by AS useBy, l.out_since AS outSince, l.out_ms AS outMs, b.amount - b.reserved AS freeMg
     FROM lot l JOIN trim_kind t ON t.id = l.trim_id JOIN balance b ON b.account_id = l.account_id
     WHERE l.id IN (:ids)`,
    { ids: [...ids] },
  );
  return rows.map(({ wild, answered, carries, matter, ...row }) => ({
    ...row,
    wild: wild === 1,
    answered: answered === 1,
    lotStatus: row.status,
    frozenBefore: row.state !== 'fresh',
    carries: carries === null ? null : lotCarries.parse(parsed(carries)),
    matter: matter === null ? null : keptMatter.parse(parsed(matter)),
  }));
}

export interface DryLot {
  id: string;
  accountId: string;
  /** What of it is not set aside, mg. */
  free: number;
  /** A supply that does not run out, such as the tap. */
  isSupply: boolean;
}

/** Lots of an ingredient that have something left, and a supply of it; the oldest first. */
export async function findIngredientLots(tx: Transaction, ingredientId: string): Promise<DryLot[]> {
  const rows = await sql(tx).rows<Omit<DryLot, 'isSupply'> & { isSupply: number }>(
    `SELECT l.id, l.account_id AS accountId, COALESCE(b.amount - b.reserved, 0) AS free, a.kind = 'gain' AS isSupply
     FROM ${STOCKED} here STRAIGHT_JOIN lot l ON l.account_id = here.id JOIN account a ON a.id = l.account_id
     LEFT JOIN balance b ON b.account_id = l.account_id
     WHERE l.ingredient_id = :ingredientId AND l.status = 'available'
     ORDER BY l.received_at`,
    { ingredientId },
  );
  return rows.map((row) => ({ ...row, isSupply: row.isSupply === 1 }));
}

/** Lots of a casing that have something free, the oldest first. */
export function findCasingLots(
  db: Db,
  casingId: string,
): Promise<(CasingLot & { accountId: string; free: number })[]> {
  return sql(db).rows(
    `SELECT l.id AS lotId, l.code, l.casing_id AS casingId, l.account_id AS accountId, b.amount - b.reserved AS freeMm,
       b.amount - b.reserved AS free, DATE_FORMAT(l.received_at, '%Y-%m-%d') AS receivedOn
     FROM ${STOCKED} here STRAIGHT_JOIN lot l ON l.account_id = here.id JOIN balance b ON b.account_id = l.account_id
     WHERE l.casing_id = :casingId AND l.status = 'available' AND b.amount > b.reserved
     ORDER BY l.received_at, l.code`,
    { casingId },
  );
}

/** The same for every casing that a batch is stuffed into, by its recipe and its portions. */
export async function batchCasings(db: Db, batchId: string): Promise<CasingLot[]> {
  const rows = await sql(db).rows<{ casingId: string | null }>(
    `SELECT JSON_VALUE(v.document, '$.casing.casingId') AS casingId
     FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id WHERE b.id = :batchId
     UNION SELECT JSON_VALUE(document, '$.casing.casingId') FROM batch_portion WHERE batch_id = :batchId`,
    { batchId },
  );
  const lots = await Promise.all(rows.flatMap((r) => (r.casingId ? [findCasingLots(db, r.casingId)] : [])));
  return lots.flat();
}

/** What a lot of casing is, by the code on its label. */
export async function findCasingByCode(
  tx: Transaction,
  code: string,
): Promise<{ casingId: string; name: string; status: string } | undefined> {
  const [row] = await sql(tx).rows<{ casingId: string; name: string; status: string }>(
    `SELECT l.casing_id AS casingId, c.name, l.status FROM lot l JOIN casing c ON c.id = l.casing_id
     WHERE l.code = :code`,
    { code },
  );
  return row;
}

/** Lots that can go into a batch at the bench: trims of its owner, ingredients, supplies that do not run out. */
export function benchLots(db: Db, batchId: string): Promise<BenchLot[]> {
  return sql(db).rows<BenchLot>(
    `SELECT l.id AS lotId, l.code, COALESCE(t.name, i.name) AS name, l.kind, l.ingredient_id AS ingredientId,
       COALESCE(i.role, 'meat') AS role, l.trim_id AS trimId, t.species,
       CAST(l.fat_pct AS DOUBLE) AS fatPct, IF(l.kind = 'trim', l.heat, NULL) AS heat,
       DATE_FORMAT(l.received_at, '%Y-%m-%d') AS receivedOn, CASE WHEN a.kind = 'gain' THEN NULL ELSE b.amount - b.reserved END AS freeMg
     FROM ${STOCKED} here STRAIGHT_JOIN lot l ON l.account_id = here.id JOIN account a ON a.id = l.account_id
     LEFT JOIN balance b ON b.account_id = l.account_id
     LEFT JOIN trim_kind t ON t.id = l.trim_id LEFT JOIN ingredient i ON i.id = l.ingredient_id
     WHERE l.kind IN ('trim', 'ingredient') AND l.status = 'available'
       AND (l.kind = 'ingredient' OR l.owner <=> (SELECT owner FROM batch WHERE id = :batchId))
       AND (a.kind = 'gain' OR b.amount - b.reserved > 0)
     ORDER BY name, l.received_at LIMIT 500`,
    { batchId },
  );
}

export interface FoundLot {
  id: string;
  code: string;
  name: string;
  kind: string;
  ingredientId: string | null;
  accountId: string;
  status: string;
  isSupply: boolean;
}

/** A lot of meat or of an ingredient by the code on its label. */
export async function findLotByCode(tx: Transaction, code: string): Promise<FoundLot | undefined> {
  const [row] = await sql(tx).rows<Omit<FoundLot, 'isSupply'> & { isSupply: number }>(
    `SELECT l.id, l.code, COALESCE(t.name, i.name) AS name, l.kind, l.ingredient_id AS ingredientId,
       l.account_id AS accountId, l.status, a.kind = 'gain' AS isSupply
     FROM lot l JOIN account a ON a.id = l.account_id LEFT JOIN trim_kind t ON t.id = l.trim_id
     LEFT JOIN ingredient i ON i.id = l.ingredient_id
     WHERE l.code = :code AND l.kind IN ('trim', 'ingredient')`,
    { code },
  );
  return row && { ...row, isSupply: row.isSupply === 1 };
}
