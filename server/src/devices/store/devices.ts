import type { DeviceBody } from '@zest/contract';
import { sql } from '../../platform/sql.js';
import type { Db, Transaction } from '../../platform/database.js';

export type DeviceRow = DeviceBody & { id: string };

/** Every scale and probe that is not taken out. */
export async function listDevices(db: Db): Promise<DeviceRow[]> {
  const rows = await sql(db).rows<{ id: string; document: DeviceBody }>(
    'SELECT id, document FROM device WHERE gone_at IS NULL ORDER BY station',
  );
  return rows.map(({ id, document }) => ({ ...document, id }));
}

/** One as it is described; other changes of it wait. */
export async function lockDevice(tx: Transaction, id: string): Promise<DeviceRow | undefined> {
  const [row] = await sql(tx).rows<{ document: DeviceBody }>(
    'SELECT document FROM device WHERE id = :id AND gone_at IS NULL FOR UPDATE',
    { id },
  );
  return row ? { ...row.document, id } : undefined;
}

export async function insertDevice(
  tx: Transaction,
  { id, body, now, personId }: { id: string; body: DeviceBody; now: Date; personId: string },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO device (id, station, name, document, added_at, added_by)
     VALUES (:id, :station, :name, :document, :now, :personId)`,
    { id, station: body.station, name: body.name, document: JSON.stringify(body), now, personId },
  );
}

export async function updateDevice(tx: Transaction, id: string, body: DeviceBody): Promise<void> {
  await sql(tx).write(
    'UPDATE device SET station = :station, name = :name, document = :document WHERE id = :id',
    { id, station: body.station, name: body.name, document: JSON.stringify(body) },
  );
}

export async function takeDeviceOut(tx: Transaction, id: string, now: Date): Promise<void> {
  await sql(tx).write('UPDATE device SET gone_at = :now WHERE id = :id', { id, now });
}
