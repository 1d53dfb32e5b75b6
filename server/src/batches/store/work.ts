import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

interface NewWork {
  id: string;
  batchId: string;
  /** JSON of people and minutes. */
  stints: string;
  minorPerHour: number | null;
  at: Date;
  personId: string;
}

/** What work a batch took; what was said before stays. */
export function insertWork(tx: Transaction, work: NewWork): void {
  sql(tx).defer(
    `INSERT INTO batch_work (id, batch_id, stints, minor_per_hour, at, person_id)
     VALUES (:id, :batchId, :stints, :minorPerHour, :at, :personId)`,
    { ...work },
  );
}
