import { statement, type Params, type Rows } from './statement.js';

export interface Query {
  sql: string;
  params: Params;
}

/** What SQL can be sent through: the pool, or one transaction's connection. */
export interface Sql {
  /** Rows of a SELECT. Lists in parameters expand for `IN (:list)`. */
  rows: <T>(sql: string, params?: Params) => Promise<T[]>;
  /** A write; answers how many rows it touched. */
  write: (sql: string, params?: Params) => Promise<number>;
  /** Rows of several SELECTs in one round trip, in their order. */
  several: (queries: readonly Query[]) => Promise<unknown[][]>;
  /** One INSERT of many rows: `INSERT INTO t (a, b) VALUES ?`. */
  insertMany: (sql: string, values: Rows) => Promise<void>;
}

/** SQL within one transaction. A write that nobody waits for travels with the next statement or the commit. */
export interface TransactionSql extends Sql {
  /** @param done is told how many rows it touched, once it was sent */
  defer: (sql: string, params?: Params, done?: (touched: number) => void) => void;
  deferMany: (sql: string, values: Rows) => void;
}

declare const POOL: unique symbol;
declare const TRANSACTION: unique symbol;
/** The database as everybody but the stores sees it: something to hand on. */
export interface Pool {
  readonly [POOL]?: true;
}
/** One transaction, as everybody but the stores sees it. */
export interface Transaction {
  readonly [TRANSACTION]?: true;
}
export type Db = Pool | Transaction;

const KNOWN = new WeakMap<object, Sql>();

/** Lets the stores send SQL through a pool or a transaction. */
export function connect<T extends object>(handle: T, functions: Sql): T {
  KNOWN.set(handle, functions);
  return handle;
}

/**
 * The SQL behind a handle. Only stores and the platform may import this: whatever is asked of the
 * database stands there, under a name that says what its rows mean.
 */
export function sql(handle: Transaction): TransactionSql;
export function sql(handle: Db): Sql;
export function sql(handle: Db): Sql {
  const found = KNOWN.get(handle);
  if (!found) throw new Error('This is not a handle of the database.');
  return found;
}

/** SQL over whatever sends texts and answers the result of each. */
export function sqlOver(send: (texts: readonly string[]) => Promise<unknown[]>): Sql {
  const one = async (text: string) => (await send([text]))[0];
  return {
    rows: async <T>(text: string, params: Params = {}) => (await one(statement(text, params))) as T[],
    write: async (text, params = {}) =>
      ((await one(statement(text, params))) as { affectedRows: number }).affectedRows,
    several: async (queries) => (await send(queries.map((q) => statement(q.sql, q.params)))) as unknown[][],
    insertMany: async (text, values) => {
      if (values.length > 0) await one(statement(text, [values]));
    },
  };
}
