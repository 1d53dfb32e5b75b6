import { sql } from '../../platform/sql.js';
import type { Db } from '../../platform/database.js';

/** What the database's own clock shows. */
export async function databaseClock(db: Db): Promise<Date> {
  const [row] = await sql(db).rows<{ at: Date }>('SELECT UTC_TIMESTAMP(3) AS at');
  return row?.at ?? new Date(NaN);
}
