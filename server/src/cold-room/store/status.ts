import type { LotLife, ParasiteRecord } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import type { Db, Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** What is released begins its minutes out of the chill again. */
export async function writeStatus(
  tx: Transaction,
  lot: { id: string; status: TrimLot['status']; reason: string | null; tempC: number | null; now: Date },
): Promise<void> {
  await sql(tx).write(
    `UPDATE lot SET status = :status, hold_reason = :reason, temp_c = COALESCE(:tempC, temp_c),
       temp_at = IF(:tempC IS NULL, temp_at, :now),
       out_ms = IF(:status = 'available', 0, out_ms), version = version + 1 WHERE id = :id`,
    { ...lot },
  );
}

export async function writeParasites(tx: Transaction, id: string, record: ParasiteRecord): Promise<void> {
  await sql(tx).write('UPDATE lot SET parasites = :record, version = version + 1 WHERE id = :id', {
    id,
    record: JSON.stringify(record),
  });
}

export async function takeOut(tx: Transaction, id: string, now: Date): Promise<void> {
  await sql(tx).write('UPDATE lot SET out_since = :now, version = version + 1 WHERE id = :id', { id, now });
}

export async function bringBack(
  tx: Transaction,
  lot: { id: string; outMs: number; tempC: number; now: Date } & Pick<LotLife, 'status' | 'holdReason'>,
): Promise<void> {
  await sql(tx).write(
    `UPDATE lot SET out_ms = :outMs, out_since = NULL, temp_c = :tempC, temp_at = :now, version = version + 1,
       status = :status, hold_reason = :holdReason WHERE id = :id`,
    { ...lot },
  );
}

/** What is thawed counts as its weight before the drip, and has a new last day; what is frozen has the day of it. */
export async function writeState(
  tx: Transaction,
  lot: { id: string; state: 'frozen' | 'thawed'; useBy: string | null; frozenOn: string | null },
): Promise<void> {
  await sql(tx).write(
    `UPDATE lot SET state = :state, use_by = :useBy, frozen_on = :frozenOn, weight_known = IF(:state = 'thawed', 'pre-thaw', weight_known),
       version = version + 1 WHERE id = :id`,
    lot,
  );
}

export async function insertPhoto(
  tx: Transaction,
  photo: { id: string; lotId: string; image: Buffer; now: Date; personId: string },
): Promise<void> {
  await sql(tx).write(
    'INSERT INTO lot_photo (id, lot_id, image, at, person_id) VALUES (:id, :lotId, :image, :now, :personId)',
    { ...photo },
  );
}

export async function readPhoto(db: Db, id: string): Promise<Buffer | undefined> {
  const [row] = await sql(db).rows<{ image: Buffer }>('SELECT image FROM lot_photo WHERE id = :id', { id });
  return row?.image;
}
