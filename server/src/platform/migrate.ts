import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import path from 'node:path';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { ENDS_NOT, isOfCluster, takeMigrationTurn, type MigrationTurn } from './migration-turn.js';
import { definedTable, statementsOf } from './statements.js';
import { grantTables } from './grants.js';

const FOLDER = fileURLToPath(new URL('../../migrations/', import.meta.url));
/** Two starts at once migrate one after the other; the second waits so long, seconds. */
const LOCK_SECONDS = 120;

interface Migration {
  name: string;
  text: string;
  checksum: string;
}

/**
 * Brings the schema up to date with the owner's account and gives the application's account its
 * rights, table by table. One start at a time; each file once, and never another text under its name.
 * Killed at any moment it goes on where it was: what only changes rows is written together with its mark, and of
 * what defines a table the form before is kept, so that it can be told whether it was done.
 *
 * @param ownerUrl account that may create tables and grant
 * @param appUser name of the application's account at 127.0.0.1
 * @param afterEach called after each statement and before it is marked: where a test dies
 * @returns the names of the migrations that ran
 * @throws Error when a migration that already ran is missing from the folder or reads differently now, or
 *   another start holds the lock for too long
 */
export async function migrate(
  ownerUrl: string,
  appUser: string,
  afterEach: () => void = () => undefined,
): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: ownerUrl, timezone: 'Z' });
  let turn: MigrationTurn | undefined;
  try {
    await lock(connection);
    turn = (await isOfCluster(connection)) ? await takeMigrationTurn(connection) : undefined;
    const files = await readMigrations();
    const done = await appliedBefore(connection, files);
    const fresh = files.filter((f) => !done.has(f.name));
    for (const { name, text, checksum } of fresh) {
      await runStatements(connection, name, statementsOf(text), afterEach, turn);
      await connection.query(
        'INSERT INTO migration (name, applied_at, checksum) VALUES (?, UTC_TIMESTAMP(3), ?)',
        [name, checksum],
      );
    }
    await grantTables(connection, appUser);
    return fresh.map((f) => f.name);
  } finally {
    await turn?.end().catch(() => undefined);
    await connection.end();
  }
}

async function runStatements(
  connection: Connection,
  name: string,
  statements: readonly string[],
  afterEach: () => void,
  turn: MigrationTurn | undefined,
): Promise<void> {
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT statement_no AS no, form_before AS form, done FROM migration_step WHERE name = ?',
    [name],
  );
  const known = new Map(rows.map((row) => [Number(row['no']), row]));
  for (const [i, statement] of statements.entries()) {
    const no = i + 1;
    const begun = known.get(no);
    if (begun && Number(begun['done']) === 1) continue;
    await turn?.keep();
    const table = definedTable(statement);
    const form = table === undefined ? null : await formOf(connection, table);
    if (table === undefined) {
      await connection.beginTransaction();
      await connection.query(statement);
      afterEach();
      await connection.query('INSERT INTO migration_step (name, statement_no, done) VALUES (?, ?, TRUE)', [
        name,
        no,
      ]);
      await connection.commit();
      continue;
    }
    const wasDone = begun !== undefined && begun['form'] !== form;
    if (!begun) {
      await connection.query(
        'INSERT INTO migration_step (name, statement_no, form_before, done) VALUES (?, ?, ?, FALSE)',
        [name, no, form],
      );
    }
    if (!wasDone) {
      await connection.query(statement);
      afterEach();
    }
    await connection.query('UPDATE migration_step SET done = TRUE WHERE name = ? AND statement_no = ?', [
      name,
      no,
    ]);
  }
}

/** The form of a table as a checksum; of one that is not there, of nothing. */
async function formOf(connection: Connection, table: string): Promise<string> {
  const [there] = await connection.query<RowDataPacket[]>('SHOW TABLES LIKE ?', [table]);
  const [rows] =
    there.length === 0 ? [[]] : await connection.query<RowDataPacket[]>(`SHOW CREATE TABLE \`${table}\``);
  const text = String(rows[0]?.['Create Table'] ?? '').replace(/ AUTO_INCREMENT=\d+/, '');
  return createHash('sha256').update(text).digest('hex');
}

/** A lock of this database that ends with the connection, however it ends. */
async function lock(connection: Connection): Promise<void> {
  const [rows] = await connection.query<RowDataPacket[]>(
    "SELECT GET_LOCK(CONCAT('zest_migrate_', DATABASE()), ?) AS held",
    [LOCK_SECONDS],
  );
  if (rows[0]?.['held'] !== 1) throw new Error(ENDS_NOT);
}

/** Migrations that the next start will run on a shop that has data; none on a new one. */
export async function pendingMigrations(ownerUrl: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: ownerUrl, timezone: 'Z' });
  try {
    const [tables] = await connection.query<RowDataPacket[]>("SHOW TABLES LIKE 'migration'");
    if (tables.length === 0) return [];
    const [rows] = await connection.query<RowDataPacket[]>('SELECT name FROM migration');
    const done = new Set(rows.map((row) => String(row['name'])));
    if (done.size === 0) return [];
    return (await readMigrations()).map((m) => m.name).filter((name) => !done.has(name));
  } finally {
    await connection.end();
  }
}

async function readMigrations(): Promise<Migration[]> {
  const names = (await readdir(FOLDER)).filter((f) => f.endsWith('.sql')).sort();
  return Promise.all(
    names.map(async (name) => {
      const text = await readFile(path.join(FOLDER, name), 'utf8');
      return { name, text, checksum: createHash('sha256').update(text).digest('hex') };
    }),
  );
}

async function appliedBefore(connection: Connection, files: readonly Migration[]): Promise<Set<string>> {
  await connection.query(
    'CREATE TABLE IF NOT EXISTS migration (name VARCHAR(100) PRIMARY KEY, applied_at DATETIME(3) NOT NULL)',
  );
  await connection.query(
    `CREATE TABLE IF NOT EXISTS migration_step (name VARCHAR(100) NOT NULL, statement_no INT NOT NULL,
       form_before CHAR(64) CHARACTER SET ascii NULL, done BOOLEAN NOT NULL, PRIMARY KEY (name, statement_no))`,
  );
  await connection.query(
    'ALTER TABLE migration ADD COLUMN IF NOT EXISTS checksum CHAR(64) CHARACTER SET ascii NULL',
  );
  const [rows] = await connection.query<RowDataPacket[]>(
    'SELECT name, checksum FROM migration ORDER BY name',
  );
  const done = new Map(rows.map((row) => [String(row['name']), row['checksum'] as string | null]));
  const unknown = [...done.keys()].filter((name) => !files.some((f) => f.name === name));
  if (unknown.length > 0) {
    throw new Error(`The database was made by a newer version: it has ${unknown.join(', ')}.`);
  }
  for (const { name, checksum } of files) {
    if (!done.has(name)) continue;
    const kept = done.get(name);
    if (kept && kept !== checksum) {
      throw new Error(`The migration ${name} ran with another text than it has now. Put the old one back.`);
    }
    if (!kept) await connection.query('UPDATE migration SET checksum = ? WHERE name = ?', [checksum, name]);
  }
  return new Set(done.keys());
}
