import type { WorkingDocument } from '@zest/core';
import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** The shop's casing of that name, or none: it is chosen again. */
export async function findCasing(db: Db, casing: { name: string }): Promise<WorkingDocument['casing']> {
  const [row] = await sql(db).rows<NonNullable<WorkingDocument['casing']>>(
    `SELECT id AS casingId, name, CAST(calibre_mm AS DOUBLE) AS calibreMm, CAST(g_per_m AS DOUBLE) AS gPerM, material,
       CAST(tube_mm AS DOUBLE) AS tubeMm, CAST(tube_takes_g AS DOUBLE) AS tubeTakesG
     FROM casing WHERE name = :name`,
    { name: casing.name },
  );
  if (!row) return null;
  const { tubeMm, tubeTakesG, ...rest } = row;
  return { ...rest, ...(tubeMm ? { tubeMm } : {}), ...(tubeTakesG ? { tubeTakesG } : {}) };
}
