import type { PreparationRow } from '@zest/contract';
import type { Db, Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

interface PreparationEntry {
  id: string;
  lotId: string;
  usableId: string | null;
  how: string;
  grossMg: number;
  usableMg: number;
  unexplainedMg: number;
  /** JSON. */
  parts: string;
  tempC: number;
  now: Date;
  personId: string;
}

export async function insertPreparation(tx: Transaction, entry: PreparationEntry): Promise<void> {
  await sql(tx).write(
    `INSERT INTO preparation (id, lot_id, usable_lot_id, how, gross_mg, usable_mg, unexplained_mg, parts, temp_c, at,
       person_id)
     VALUES (:id, :lotId, :usableId, :how, :grossMg, :usableMg, :unexplainedMg, :parts, :tempC, :now, :personId)`,
    { ...entry },
  );
}

/** Preparations of the last year, newest first, with what each usable kilogram cost. */
export async function listPreparations(db: Db, now: Date): Promise<PreparationRow[]> {
  const rows = await sql(db).rows<Omit<PreparationRow, 'at' | 'yield'> & { at: Date }>(
    `SELECT p.id, p.at, p.how, l.supplier, t.name AS trimName, l.code AS lotCode, p.gross_mg AS grossMg,
       p.usable_mg AS usableMg, p.unexplained_mg AS unexplainedMg,
       COALESCE(l.bought_minor, l.price_minor) AS boughtMinorPerKg, u.price_minor AS usableMinorPerKg
     FROM preparation p JOIN lot l ON l.id = p.lot_id JOIN trim_kind t ON t.id = l.trim_id
     LEFT JOIN lot u ON u.id = p.usable_lot_id
     WHERE p.at >= :since ORDER BY p.at DESC LIMIT 1000`,
    { since: new Date(now.getTime() - 366 * 86_400_000) },
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString(), yield: row.usableMg / row.grossMg }));
}
