import mysql from 'mysql2/promise';
import type { Pool, PoolConnection, ResultSetHeader, RowDataPacket } from 'mysql2/promise';

export type Params = Record<string, string | number | boolean | Date | null | (string | number)[]>;

/** What SQL can be sent through: the pool, or one transaction's connection. */
export interface Sql {
  /** Rows of a SELECT. Lists in parameters expand for `IN (:list)`. */
  rows: <T>(sql: string, params?: Params) => Promise<T[]>;
  /** A write; answers how many rows it touched. */
  write: (sql: string, params?: Params) => Promise<number>;
  /** One INSERT of many rows: `INSERT INTO t (a, b) VALUES ?`. */
  insertMany: (sql: string, values: readonly (readonly (string | number | boolean | Date | null)[])[]) => Promise<void>;
}

export interface Database extends Sql {
  /** Runs the work in one transaction; deadlocks and lock waits are tried again with back-off. */
  transaction: <T>(work: (tx: Sql) => Promise<T>) => Promise<T>;
  close: () => Promise<void>;
}

/** A pool on the application's account: UTC, strict mode, named parameters. */
export function openDatabase(url: string, connections = 12): Database {
  const pool = mysql.createPool({
    uri: url,
    connectionLimit: connections,
    namedPlaceholders: true,
    timezone: 'Z',
    dateStrings: ['DATE'],
    charset: 'utf8mb4',
    connectTimeout: 5000,
  });
  pool.on('connection', (connection) => {
    connection.query("SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION', time_zone = '+00:00', innodb_lock_wait_timeout = 5");
  });
  return {
    ...sqlOn(pool),
    transaction: (work) => transaction(pool, work),
    close: () => pool.end(),
  };
}

function sqlOn(target: Pool | PoolConnection): Sql {
  return {
    rows: async <T>(sql: string, params: Params = {}) => {
      const [rows] = await target.query<RowDataPacket[]>(sql, params);
      return rows as T[];
    },
    write: async (sql, params = {}) => {
      const [result] = await target.query<ResultSetHeader>(sql, params);
      return result.affectedRows;
    },
    insertMany: async (sql, values) => {
      if (values.length === 0) return;
      await target.query<ResultSetHeader>(sql, [values]);
    },
  };
}

const DEADLOCK = 1213;
const LOCK_WAIT = 1205;
const TRIES = 6;

async function transaction<T>(pool: Pool, work: (tx: Sql) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await pool.getConnection();
    try {
      await connection.query('START TRANSACTION');
      const result = await work(sqlOn(connection));
      await connection.query('COMMIT');
      connection.release();
      return result;
    } catch (error) {
      await abandon(connection);
      const again = errnoOf(error) === DEADLOCK || errnoOf(error) === LOCK_WAIT;
      if (!again || attempt >= TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5 * 2 ** attempt * Math.random()));
    }
  }
}

/** Rolls back and returns the connection; one that cannot roll back is thrown away. */
async function abandon(connection: PoolConnection): Promise<void> {
  try {
    await connection.query('ROLLBACK');
    connection.release();
  } catch {
    connection.destroy();
  }
}

export function errnoOf(error: unknown): number | undefined {
  return error instanceof Error && 'errno' in error && typeof error.errno === 'number' ? error.errno : undefined;
}

export const DUPLICATE_KEY = 1062;

/** The database is away: refused, lost, restarting or shutting down. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const code = 'code' in error ? String(error.code) : '';
  return (
    /^(ECONN|EPIPE|ENOENT|ETIMEDOUT|PROTOCOL_|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_CONNECTION_KILLED|ER_NORMAL_SHUTDOWN)/.test(code) ||
    /closed state|Connection lost|Pool is closed/i.test(error.message)
  );
}
