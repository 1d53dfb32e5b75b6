import type { Calibration, NewCalibration } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import type { Db, Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** The latest check of every device that was ever checked. */
export function latestChecks(db: Db): Promise<(Calibration & { atTime: Date })[]> {
  return sql(db).rows(
    `SELECT c.id, c.device, c.reference, c.shown, c.at AS atTime, p.name AS person, c.note
     FROM calibration c JOIN person p ON p.id = c.person_id
     WHERE c.id = (SELECT d.id FROM calibration d WHERE d.device = c.device ORDER BY d.at DESC, d.id DESC LIMIT 1)`,
  );
}

export async function insertCheck(
  tx: Transaction,
  check: NewCalibration & { now: Date; personId: string },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO calibration (id, device, reference, shown, at, person_id, note)
     VALUES (:id, :device, :reference, :shown, :now, :personId, :note)`,
    { ...check },
  );
}

/** What is added to what a device shows, from its last check. */
export async function offsetOf(app: AppContext, device: string): Promise<number> {
  const [row] = await sql(app.db).rows<{ difference: number }>(
    'SELECT reference - shown AS difference FROM calibration WHERE device = :device ORDER BY at DESC, id DESC LIMIT 1',
    { device },
  );
  return row?.difference ?? 0;
}
