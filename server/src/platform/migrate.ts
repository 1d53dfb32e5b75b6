import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { grantTables } from './grants.js';

const FOLDER = fileURLToPath(new URL('../../migrations/', import.meta.url));

/**
 * Brings the schema up to date with the owner's account and gives the application's account its
 * rights, table by table.
 * @param ownerUrl account that may create tables and grant
 * @param appUser name of the application's account at 127.0.0.1
 * @throws Error when a migration that already ran is missing from the folder
 */
export async function migrate(ownerUrl: string, appUser: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: ownerUrl, multipleStatements: true, timezone: 'Z' });
  try {
    await connection.query(
      'CREATE TABLE IF NOT EXISTS migration (name VARCHAR(100) PRIMARY KEY, applied_at DATETIME(3) NOT NULL)',
    );
    const [rows] = await connection.query<mysql.RowDataPacket[]>('SELECT name FROM migration ORDER BY name');
    const done = new Set(rows.map((row) => String(row['name'])));
    const files = (await readdir(FOLDER)).filter((f) => f.endsWith('.sql')).sort();
    const unknown = [...done].filter((name) => !files.includes(name));
    if (unknown.length > 0) {
      throw new Error(`The database was made by a newer version: it has ${unknown.join(', ')}.`);
    }
    const fresh = files.filter((f) => !done.has(f));
    for (const name of fresh) {
      await connection.query(await readFile(path.join(FOLDER, name), 'utf8'));
      await connection.query('INSERT INTO migration (name, applied_at) VALUES (?, UTC_TIMESTAMP(3))', [name]);
    }
    await grantTables(connection, appUser);
    return fresh;
  } finally {
    await connection.end();
  }
}
