import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { Connection, ResultSetHeader, RowDataPacket } from 'mysql2/promise';
import { isContended } from './database-errors.js';

/** Whoever brings the database up to date, as long as nobody else does. */
export interface MigrationTurn {
  /** @throws Error when another start has taken over meanwhile, because this one was silent for too long */
  keep: () => Promise<void>;
  end: () => Promise<void>;
}

/** A start that has said nothing for so long has died. */
const SILENT_SECONDS = 120;
const LOOK_AGAIN_MS = 300;

export const ENDS_NOT =
  'Another start is bringing the database up to date and does not end. Try again later.';
const TAKEN_OVER = 'Another start has taken over bringing the database up to date. Start again.';

/**
 * One start at a time over all servers of a cluster, where a lock of one holds nobody at another: who migrates is
 * written, and of two who write it at once one is told so.
 *
 * @param waitSeconds so long another start is waited for; longer than a dead one is believed alive
 * @throws Error when the other one does not end
 */
export async function takeMigrationTurn(
  connection: Connection,
  waitSeconds = SILENT_SECONDS + 30,
  silentSeconds = SILENT_SECONDS,
): Promise<MigrationTurn> {
  const who = randomUUID();
  await connection.query(
    `CREATE TABLE IF NOT EXISTS migration_turn (one TINYINT PRIMARY KEY, who CHAR(36) CHARACTER SET ascii NOT NULL,
       until_at DATETIME(3) NOT NULL)`,
  );
  const write = async (text: string, values: unknown[] = []): Promise<boolean> => {
    for (;;) {
      try {
        const [{ affectedRows }] = await connection.query<ResultSetHeader>(text, values);
        return affectedRows > 0;
      } catch (error) {
        if (!isContended(error)) throw error;
      }
    }
  };
  await write("INSERT IGNORE INTO migration_turn (one, who, until_at) VALUES (1, '', UTC_TIMESTAMP(3))");
  const until = performance.now() + waitSeconds * 1000;
  while (
    !(await write(
      `UPDATE migration_turn SET who = ?, until_at = UTC_TIMESTAMP(3) + INTERVAL ? SECOND
       WHERE one = 1 AND (who = '' OR until_at < UTC_TIMESTAMP(3))`,
      [who, silentSeconds],
    ))
  ) {
    if (performance.now() > until) throw new Error(ENDS_NOT);
    await pause(LOOK_AGAIN_MS);
  }
  return {
    keep: async () => {
      const isMine = await write(
        'UPDATE migration_turn SET until_at = UTC_TIMESTAMP(3) + INTERVAL ? SECOND WHERE one = 1 AND who = ?',
        [silentSeconds, who],
      );
      if (!isMine) throw new Error(TAKEN_OVER);
    },
    end: async () => {
      await write("UPDATE migration_turn SET who = '' WHERE one = 1 AND who = ?", [who]);
    },
  };
}

/** Whether the server is one of a cluster. */
export async function isOfCluster(connection: Connection): Promise<boolean> {
  const [rows] = await connection.query<RowDataPacket[]>("SHOW GLOBAL VARIABLES LIKE 'wsrep_on'");
  return rows[0]?.['Value'] === 'ON';
}
