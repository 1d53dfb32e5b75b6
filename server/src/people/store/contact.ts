import type { Db } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** A time in which a device was not heard of. */
export interface Gap {
  leftAt: Date;
  backAt: Date;
}

/** Gaps are looked back at for no longer than this: nothing waits on a device any longer. */
const KEPT_MS = 2 * 24 * 3_600_000;

/**
 * Writes down that a device is heard of, and that it was not for a while, where that is so.
 * @param before heard of last before this, it was away
 */
export async function writeContact(db: Db, of: { device: string; now: Date; before: Date }): Promise<void> {
  const away = await sql(db).write(
    `INSERT INTO device_gap (device, left_at, back_at)
     SELECT device, seen_at, :now FROM device_contact WHERE device = :device AND seen_at < :before`,
    of,
  );
  await sql(db).write(
    `INSERT INTO device_contact (device, seen_at) VALUES (:device, :now)
     ON DUPLICATE KEY UPDATE seen_at = GREATEST(seen_at, :now)`,
    { device: of.device, now: of.now },
  );
  if (away > 0)
    await sql(db).write('DELETE FROM device_gap WHERE device = :device AND back_at < :old', {
      device: of.device,
      old: new Date(of.now.getTime() - KEPT_MS),
    });
}

/** The gap of a device that a time lies in, or else the latest that it may lie in. */
export async function gapAround(
  db: Db,
  of: { device: string; at: Date; from: Date; until: Date },
): Promise<Gap | undefined> {
  const [gap] = await sql(db).rows<Gap>(
    `SELECT left_at AS leftAt, back_at AS backAt FROM device_gap
     WHERE device = :device AND left_at <= :until AND back_at >= :from 
     ORDER BY left_at <= :at AND back_at >= :at DESC, back_at DESC LIMIT 1`,
    of,
  );
  return gap;
}

export async function addSignOut(db: Db, of: { device: string; at: Date }): Promise<void> {
  await sql(db).write('INSERT INTO sign_out (device, at) VALUES (:device, :at)', of);
}
