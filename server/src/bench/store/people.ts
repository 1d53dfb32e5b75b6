import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** Somebody who may make entries at the bench. */
export async function findMaker(db: Db, id: string): Promise<{ id: string; name: string } | undefined> {
  const [row] = await sql(db).rows<{ id: string; name: string }>(
    "SELECT id, name FROM person WHERE id = :id AND active AND role IN ('lead', 'bench')",
    { id },
  );
  return row;
}
