import mysql from 'mysql2/promise';
import type { Pool, PoolConnection, QueryResult, ResultSetHeader } from 'mysql2/promise';
import { statement, type Params, type Value } from './statement.js';

/** What SQL can be sent through: the pool, or one transaction's connection. */
export interface Sql {
  /** Rows of a SELECT. Lists in parameters expand for `IN (:list)`. */
  rows: <T>(sql: string, params?: Params) => Promise<T[]>;
  /** A write; answers how many rows it touched. */
  write: (sql: string, params?: Params) => Promise<number>;
  /** One INSERT of many rows: `INSERT INTO t (a, b) VALUES ?`. */
  insertMany: (sql: string, values: Value[][]) => Promise<void>;
}

/** One transaction. A write that nobody waits for travels with the next statement or the commit. */
export interface Transaction extends Sql {
  defer: (sql: string, params?: Params) => void;
  deferMany: (sql: string, values: Value[][]) => void;
  /** Rows of two SELECTs in one round trip. */
  both: <A, B>(first: Query, second: Query) => Promise<[A[], B[]]>;
}

export interface Query {
  sql: string;
  params: Params;
}

export interface Database extends Sql {
  /** Runs the work in one transaction; deadlocks and lock waits are tried again with back-off. */
  transaction: <T>(work: (tx: Transaction) => Promise<T>) => Promise<T>;
  close: () => Promise<void>;
}

/** A pool on the application's account: UTC, strict mode, named parameters. */
export function openDatabase(url: string, connections = 12): Database {
  const pool = mysql.createPool({
    uri: url,
    connectionLimit: connections,
    multipleStatements: true,
    timezone: 'Z',
    dateStrings: ['DATE'],
    charset: 'utf8mb4',
    connectTimeout: 5000,
  });
  pool.on('connection', (connection) => {
    connection.query(
      "SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION', time_zone = '+00:00', innodb_lock_wait_timeout = 5",
    );
  });
  return {
    ...sqlOver(async (text) => (await pool.query<QueryResult>(text))[0]),
    transaction: (work) => transaction(pool, work),
    close: () => pool.end(),
  };
}

function sqlOver(send: (text: string) => Promise<unknown>): Sql {
  return {
    rows: async <T>(sql: string, params: Params = {}) => (await send(statement(sql, params))) as T[],
    write: async (sql, params = {}) => ((await send(statement(sql, params))) as ResultSetHeader).affectedRows,
    insertMany: async (sql, values) => {
      if (values.length > 0) await send(statement(sql, [values]));
    },
  };
}

const DEADLOCK = 1213;
const LOCK_WAIT = 1205;
const TRIES = 6;

async function transaction<T>(pool: Pool, work: (tx: Transaction) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await pool.getConnection();
    try {
      const { tx, commit } = begin(connection);
      const result = await work(tx);
      await commit();
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

/**
 * A transaction that begins with its first statement. Deferred writes are sent, in order, in the same
 * round trip as whatever comes next; the locks of a short entry are held for one trip.
 */
function begin(connection: PoolConnection): { tx: Transaction; commit: () => Promise<void> } {
  let waiting = ['START TRANSACTION'];
  const sendAll = async (texts: readonly string[]): Promise<unknown[]> => {
    const parts = [...waiting, ...texts];
    waiting = [];
    const [results] = await connection.query<QueryResult>(parts.join(';\n'));
    return parts.length > 1 ? (results as unknown[]).slice(-texts.length) : [results];
  };
  const send = async (text: string) => (await sendAll([text]))[0];
  const tx: Transaction = {
    ...sqlOver(send),
    defer: (sql, params = {}) => {
      waiting.push(statement(sql, params));
    },
    deferMany: (sql, values) => {
      if (values.length > 0) waiting.push(statement(sql, [values]));
    },
    both: async <A, B>(first: Query, second: Query) => {
      const [a, b] = await sendAll([
        statement(first.sql, first.params),
        statement(second.sql, second.params),
      ]);
      return [a as A[], b as B[]];
    },
  };
  return {
    tx,
    commit: async () => {
      await send('COMMIT');
    },
  };
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
  return error instanceof Error && 'errno' in error && typeof error.errno === 'number'
    ? error.errno
    : undefined;
}

export const DUPLICATE_KEY = 1062;

/** The database is away: refused, lost, restarting or shutting down. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const code = 'code' in error ? String(error.code) : '';
  return (
    /^(ECONN|EPIPE|ENOENT|ETIMEDOUT|PROTOCOL_|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_CONNECTION_KILLED|ER_NORMAL_SHUTDOWN)/.test(
      code,
    ) || /closed state|Connection lost|Pool is closed/i.test(error.message)
  );
}
