import { STOCKED } from '../../ledger/index.js';
import type { Db, Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

export interface PartLot {
  id: string;
  code: string;
  accountId: string;
  freeMg: number;
  priceMinor: number;
  isSupply: number;
}

/** @throws the database's DUPLICATE_KEY when there is one of this name */
export async function insertPreBlend(tx: Transaction, id: string, name: string): Promise<void> {
  await sql(tx).write(
    `INSERT INTO ingredient (id, name, form, role, salt_pct, typed) VALUES (:id, :name, 'pre-blend', 'packet', 0, TRUE)`,
    { id, name },
  );
}

/** Lots of an ingredient that may be used, the oldest first. */
export function partLots(tx: Transaction, ingredientId: string): Promise<PartLot[]> {
  return sql(tx).rows<PartLot>(
    `SELECT l.id, l.code, l.account_id AS accountId, COALESCE(b.amount - b.reserved, 0) AS freeMg,
       l.price_minor AS priceMinor, a.kind = 'gain' AS isSupply
     FROM ${STOCKED} here STRAIGHT_JOIN lot l ON l.account_id = here.id JOIN account a ON a.id = l.account_id
     LEFT JOIN balance b ON b.account_id = l.account_id
     WHERE l.ingredient_id = :ingredientId AND l.status = 'available' ORDER BY l.received_at, l.code`,
    { ingredientId },
  );
}

/** The lot of a pre-blend that a label is printed for. */
export async function findPreBlendLot(
  tx: Db,
  lotId: string,
): Promise<{ code: string; ingredientId: string; at: Date; massMg: number } | undefined> {
  const [row] = await sql(tx).rows<{ code: string; ingredientId: string; at: Date; massMg: number }>(
    `SELECT l.code, l.ingredient_id AS ingredientId, l.received_at AS at, b.amount AS massMg
     FROM lot l JOIN balance b ON b.account_id = l.account_id
     WHERE l.id = :lotId AND l.supplier = 'made here' AND l.ingredient_id IS NOT NULL`,
    { lotId },
  );
  return row;
}
