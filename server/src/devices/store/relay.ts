import type { ProbeReadingMessage, ScaleReadingMessage } from '@zest/contract';
import type { Db } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql } from '../../platform/sql.js';

type Message = ScaleReadingMessage | ProbeReadingMessage;

/** What a device shows now, in place of what it showed before. */
export async function show(
  db: Db,
  shown: { device: string; process: string; n: number; reading: Message; at: Date },
): Promise<void> {
  await sql(db).write(
    `INSERT INTO device_shown (device, process, n, reading, at) VALUES (:device, :process, :n, :reading, :at)
     ON DUPLICATE KEY UPDATE n = VALUES(n), reading = VALUES(reading), at = VALUES(at)`,
    { ...shown, reading: JSON.stringify(shown.reading) },
  );
}

/** What devices of other processes show. */
export async function shownElsewhere(
  db: Db,
  process: string,
): Promise<{ from: string; n: number; reading: Message }[]> {
  const rows = await sql(db).rows<{ device: string; process: string; n: number; reading: unknown }>(
    'SELECT device, process, n, reading FROM device_shown WHERE process <> :process',
    { process },
  );
  return rows.map((row) => ({
    from: `${row.device} ${row.process}`,
    n: row.n,
    reading: parsed(row.reading) as Message,
  }));
}

/** Somebody here tares a scale that hangs elsewhere. */
export async function ask(
  db: Db,
  asked: { id: string; device: string; process: string; at: Date },
): Promise<void> {
  await sql(db).write(
    'INSERT INTO device_ask (id, device, process, at) VALUES (:id, :device, :process, :at)',
    asked,
  );
}

export function askedElsewhere(db: Db, process: string): Promise<{ id: string; device: string }[]> {
  return sql(db).rows('SELECT id, device FROM device_ask WHERE process <> :process', { process });
}
