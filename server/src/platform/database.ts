import type { Connection } from 'mysql2';
import mysql from 'mysql2/promise';
import type { Pool as MysqlPool, PoolConnection, QueryResult, ResultSetHeader } from 'mysql2/promise';
import { DatabaseFrozen, Pulse } from './pulse.js';
import { connect, sqlOver, type Pool, type Transaction, type TransactionSql } from './sql.js';
import { statement } from './statement.js';

export type { Db, Transaction } from './sql.js';

export interface Database extends Pool {
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
    connectTimeout: CONNECT_MS,
  });
  const pulse = new Pulse(() => answers(url));
  pool.on('connection', (connection) => {
    connection.query(
      "SET SESSION sql_mode = 'STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION', time_zone = '+00:00', innodb_lock_wait_timeout = 5, max_statement_time = 10",
    );
  });
  return connect(
    {
      transaction: <T>(work: (tx: Transaction) => Promise<T>) => transaction(pool, pulse, work),
      close: () => pool.end(),
    },
    sqlOver(async (texts) => {
      const [results] = await pulse.whileAlive(pool.query<QueryResult>(texts.join(';\n')));
      return resultsOf(results, texts.length);
    }),
  );
}

/** A connection is made within this, or is not. */
const CONNECT_MS = 2_000;

/** Whether the database answers, by a connection of its own. */
async function answers(url: string): Promise<void> {
  const connection = await mysql.createConnection({ uri: url, connectTimeout: CONNECT_MS });
  connection.destroy();
}

/** The results of statements that were sent together. */
function resultsOf(results: QueryResult, sent: number): unknown[] {
  return sent > 1 ? (results as unknown[]) : [results];
}

const DEADLOCK = 1213;
const LOCK_WAIT = 1205;
const TRIES = 6;

async function transaction<T>(
  pool: MysqlPool,
  pulse: Pulse,
  work: (tx: Transaction) => Promise<T>,
): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const connection = await connected(pool, pulse);
    try {
      const { tx, commit } = begin(connection, pulse);
      const result = await work(tx);
      await commit();
      connection.release();
      return result;
    } catch (error) {
      await abandon(connection, error);
      const again = errnoOf(error) === DEADLOCK || errnoOf(error) === LOCK_WAIT;
      if (!again || attempt >= TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5 * 2 ** attempt * Math.random()));
    }
  }
}

/** What a write fails with that has no value where one must be: its transaction found no row to number it by. */
export const UNNUMBERED = 1048;

/**
 * A transaction that begins with its first statement. Deferred writes are sent, in order, in the same
 * round trip as whatever comes next; one that only defers is a single trip with its commit.
 */
function begin(connection: PoolConnection, pulse: Pulse): { tx: Transaction; commit: () => Promise<void> } {
  let waiting: Waiting[] = [{ text: 'START TRANSACTION' }];
  const send = async (texts: readonly string[]): Promise<unknown[]> => {
    const parts = [...waiting, ...texts.map((text): Waiting => ({ text }))];
    waiting = [];
    const answer = await pulse.whileAlive(ask(connection, parts.map((p) => p.text).join(';\n')));
    const results = resultsOf(answer, parts.length);
    parts.forEach((part, i) => part.done?.((results[i] as ResultSetHeader).affectedRows));
    return results.slice(parts.length - texts.length);
  };
  const functions: TransactionSql = {
    ...sqlOver(send),
    defer: (text, params = {}, done) => {
      waiting.push({ text: statement(text, params), ...(done ? { done } : {}) });
    },
    deferMany: (text, values) => {
      if (values.length > 0) waiting.push({ text: statement(text, [values]) });
    },
  };
  return {
    tx: connect({}, functions),
    commit: async () => {
      await send(['COMMIT']);
    },
  };
}

/** A statement on its way, with who wants to know how many rows it touched. */
interface Waiting {
  text: string;
  done?: (touched: number) => void;
}

/** Asks past the wrapper that keeps a stack for each statement: a weight is written too often for that. */
function ask({ connection }: PoolConnection, text: string): Promise<QueryResult> {
  const bare = connection as unknown as Connection;
  return new Promise((resolve, reject) => {
    bare.query<QueryResult>(text, (error, answer) => {
      if (error) reject(error);
      else resolve(answer);
    });
  });
}

/** A connection of the pool; one that comes when nobody waits any more goes back. */
async function connected(pool: MysqlPool, pulse: Pulse): Promise<PoolConnection> {
  const coming = pool.getConnection();
  try {
    return await pulse.whileAlive(coming);
  } catch (error) {
    coming.then(
      (late) => late.release(),
      () => undefined,
    );
    throw error;
  }
}

/** Rolls back and returns the connection; one that cannot roll back is thrown away. */
async function abandon(connection: PoolConnection, why: unknown): Promise<void> {
  if (why instanceof DatabaseFrozen) {
    connection.destroy();
    return;
  }
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

/** A statement that ran into its time limit. */
export const TOOK_TOO_LONG = 1969;

/** No room on the disk: a table, a temporary one, a file, or the storage engine says so (28 is ENOSPC). */
const FULL = new Set([1114, 1021, 1026, 3]);

/** The disk is full: what was to be written was not, and can be when there is room. */
export function isDiskFull(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  if ('code' in error && error.code === 'ENOSPC') return true;
  return FULL.has(errnoOf(error) ?? 0) || /\b(error|errno):? 28\b|No space left/i.test(error.message);
}

/** The database is away: refused, lost, restarting or shutting down, or it took too long. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  if (errnoOf(error) === TOOK_TOO_LONG) return true;
  const code = 'code' in error ? String(error.code) : '';
  return (
    /^(ECONN|EPIPE|ENOENT|ETIMEDOUT|PROTOCOL_|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_CONNECTION_KILLED|ER_NORMAL_SHUTDOWN)/.test(
      code,
    ) || /closed state|Connection lost|Pool is closed/i.test(error.message)
  );
}
