import type { Connection } from 'mysql2';
import type { Pool as MysqlPool, PoolConnection, QueryResult, ResultSetHeader } from 'mysql2/promise';
import { isContended } from './database-errors.js';
import { Nodes, type Node } from './nodes.js';
import { DatabaseFrozen, type Pulse } from './pulse.js';
import { connect, sqlOver, type Pool, type Transaction, type TransactionSql } from './sql.js';
import { statement } from './statement.js';

export type { Db, Transaction } from './sql.js';

export interface Database extends Pool {
  /** Runs the work in one transaction; deadlocks and lock waits are tried again with back-off. */
  transaction: <T>(work: (tx: Transaction) => Promise<T>) => Promise<T>;
  close: () => Promise<void>;
}

/**
 * The database on the application's account: UTC, strict mode, named parameters.
 * @param url of one server, or of several by commas between their addresses: where one is lost the next is worked with
 */
export function openDatabase(url: string, connections = 12): Database {
  const nodes = new Nodes(url, connections);
  return connect(
    {
      transaction: <T>(work: (tx: Transaction) => Promise<T>) => transaction(nodes, work),
      close: () => nodes.close(),
    },
    sqlOver((texts) => asked(nodes, texts)),
  );
}

/** Statements outside a transaction. What only reads is read at the next server where one is lost. */
async function asked(nodes: Nodes, texts: readonly string[]): Promise<unknown[]> {
  const onlyReads = texts.every((text) => /^\s*SELECT\b/i.test(text));
  for (let tried = 1; ; tried += 1) {
    const node = nodes.now;
    try {
      const [results] = await node.pulse.whileAlive(node.pool.query<QueryResult>(texts.join(';\n')));
      return resultsOf(results, texts.length);
    } catch (error) {
      if (!nodes.leave(node, error) || !onlyReads || tried >= nodes.count) throw error;
    }
  }
}

/** The results of statements that were sent together. */
function resultsOf(results: QueryResult, sent: number): unknown[] {
  return sent > 1 ? (results as unknown[]) : [results];
}

/** How often a transaction is begun again that two wanted at once; benches at several servers meet often. */
const TRIES = 8;
/** Whoever asked has given up by then, and asks again: what nobody waits for is not begun anew. */
const GIVE_UP_MS = 5_000;

async function transaction<T>(nodes: Nodes, work: (tx: Transaction) => Promise<T>): Promise<T> {
  let lost = 0;
  const until = performance.now() + GIVE_UP_MS;
  for (let attempt = 1; ; attempt += 1) {
    const node = nodes.now;
    // Whether a commit was on its way when a server was lost is known; what became of it is not.
    const fate = { isCommitting: false };
    try {
      return await attempted(node, work, fate);
    } catch (error) {
      if (nodes.leave(node, error) && !fate.isCommitting && (lost += 1) < nodes.count) continue;
      if (!isContended(error) || attempt >= TRIES || performance.now() > until) throw error;
      await new Promise((resolve) => setTimeout(resolve, 5 * 2 ** attempt * Math.random()));
    }
  }
}

async function attempted<T>(
  { pool, pulse, isOfCluster }: Node,
  work: (tx: Transaction) => Promise<T>,
  fate: { isCommitting: boolean },
): Promise<T> {
  const connection = await connected(pool, pulse);
  try {
    const { tx, commit } = begin(connection, pulse, isOfCluster);
    const result = await work(tx);
    fate.isCommitting = true;
    await commit();
    connection.release();
    return result;
  } catch (error) {
    await abandon(connection, error);
    throw error;
  }
}

/** What a write fails with that has no value where one must be: its transaction found no row to number it by. */
export const UNNUMBERED = 1048;

/**
 * A transaction that begins with its first statement. Deferred writes are sent, in order, in the same
 * round trip as whatever comes next; one that only defers is a single trip with its commit.
 * @param oneByOne each statement is a trip of its own, in the same order
 */
function begin(
  connection: PoolConnection,
  pulse: Pulse,
  oneByOne: boolean,
): { tx: Transaction; commit: () => Promise<void> } {
  let waiting: Waiting[] = [{ text: 'START TRANSACTION' }];
  const send = async (asked: readonly string[]): Promise<unknown[]> => {
    const parts = [...waiting, ...asked.map((text): Waiting => ({ text }))];
    waiting = [];
    const texts = parts.map((p) => p.text);
    const results = oneByOne
      ? await inTurn(texts, (text) => pulse.whileAlive(ask(connection, text)))
      : resultsOf(await pulse.whileAlive(ask(connection, texts.join(';\n'))), parts.length);
    parts.forEach((part, i) => part.done?.((results[i] as ResultSetHeader).affectedRows));
    return results.slice(parts.length - asked.length);
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

/** Each after the one before it was answered. */
async function inTurn(
  texts: readonly string[],
  send: (text: string) => Promise<unknown>,
): Promise<unknown[]> {
  const answers: unknown[] = [];
  for (const text of texts) answers.push(await send(text));
  return answers;
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
