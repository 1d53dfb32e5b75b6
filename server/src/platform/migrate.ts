import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import path from 'node:path';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
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
 *
 * @param ownerUrl account that may create tables and grant
 * @param appUser name of the application's account at 127.0.0.1
 * @returns the names of the migrations that ran
 * @throws Error when a migration that already ran is missing from the folder or reads differently now, or
 *   another start holds the lock for too long
 */
export async function migrate(ownerUrl: string, appUser: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: ownerUrl, multipleStatements: true, timezone: 'Z' });
  try {
    await lock(connection);
    const files = await readMigrations();
    const done = await appliedBefore(connection, files);
    const fresh = files.filter((f) => !done.has(f.name));
    for (const { name, text, checksum } of fresh) {
      await connection.query(text);
      await connection.query(
        'INSERT INTO migration (name, applied_at, checksum) VALUES (?, UTC_TIMESTAMP(3), ?)',
        [name, checksum],
      );
    }
    await grantTables(connection, appUser);
    return fresh.map((f) => f.name);
  } finally {
    await connection.end();
  }
}

/** A lock of this database that ends with the connection, however it ends. */
async function lock(connection: Connection): Promise<void> {
  const [rows] = await connection.query<RowDataPacket[]>(
    "SELECT GET_LOCK(CONCAT('zest_migrate_', DATABASE()), ?) AS held",
    [LOCK_SECONDS],
  );
  if (rows[0]?.['held'] !== 1)
    throw new Error('Another start is bringing the database up to date and does not end. Try again later.');
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
