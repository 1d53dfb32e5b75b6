import { spawn } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { chmod, cp, mkdtemp, rename, rm, stat } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import mysql, { type Connection, type RowDataPacket } from 'mysql2/promise';
import { extract } from 'tar';
import { READER, readerSecret } from '../database/private-server.js';
import { Failure } from '../say.js';
import { client, clientArgs, clientEnv } from './client.js';
import type { BackupOptions } from './make.js';
import { isSealed, unseal } from './sealed.js';
import { DUMP, MANIFEST, readManifest, type Manifest } from './manifest.js';

/** Names that a backup may hold; anything else in it is not unpacked. */
const KNOWN = new RegExp(`^(${MANIFEST}|${DUMP}|(spool|certificates)/[\\w.-]+)$`);

/**
 * Replaces everything of a shop by a backup. It is read into a database of its own by an account that can do
 * nothing else, held to what it says of itself, and only then takes the place of what is there, in one step.
 * Whatever is wrong with the file, the shop stays as it is. Everybody signs in again.
 *
 * @throws Failure with one sentence for what is wrong
 */
export async function restoreBackup(
  ownerUrl: string,
  spool: string,
  file: string,
  { passphrase, certificates }: BackupOptions = {},
): Promise<void> {
  const own = `${nameOf(ownerUrl)}_restore`;
  await inScratch(ownerUrl, own, { file, passphrase }, async ({ owner, scratch, folder }) => {
    await owner.query(`DELETE FROM \`${scratch}\`.session`);
    await swap(owner, nameOf(ownerUrl), scratch);
    await swapFolder(path.join(folder, 'spool'), spool);
    // Keys come from what was locked only; a backup without them leaves those that are there.
    const kept = path.join(folder, 'certificates');
    if (certificates && (await isSealed(file)) && (await stat(kept).catch(() => undefined))) {
      await swapFolder(kept, certificates);
      await chmod(certificates, 0o700);
    }
  });
}

/**
 * Reads a backup as a restore would, into a database that is thrown away: what passes can be restored.
 * @returns when it was made, ISO in UTC
 * @throws Failure with one sentence for what is wrong
 */
export function proveBackup(ownerUrl: string, file: string, passphrase?: string): Promise<string> {
  const own = `${nameOf(ownerUrl)}_proof_restore`;
  return inScratch(ownerUrl, own, { file, passphrase }, ({ manifest }) => Promise.resolve(manifest.at));
}

interface Scratch {
  owner: Connection;
  scratch: string;
  /** Where the backup is unpacked. */
  folder: string;
  manifest: Manifest;
}

async function inScratch<T>(
  ownerUrl: string,
  scratch: string,
  { file, passphrase }: { file: string; passphrase: string | undefined },
  work: (found: Scratch) => Promise<T>,
): Promise<T> {
  if (!(await stat(file).catch(() => undefined))) throw new Failure(`There is no file ${file}.`);
  const folder = await mkdtemp(path.join(os.tmpdir(), 'zest-restore-'));
  const owner = await mysql.createConnection({ uri: ownerUrl });
  try {
    await unpack(await opened(file, folder, passphrase), folder);
    const manifest = await readManifest(folder);
    await owner.query(`DROP DATABASE IF EXISTS \`${scratch}\``);
    await owner.query(`CREATE DATABASE \`${scratch}\` CHARACTER SET utf8mb4`);
    await readInto(ownerUrl, scratch, path.join(folder, DUMP));
    await mustBeWhole(owner, scratch, manifest);
    return await work({ owner, scratch, folder, manifest });
  } finally {
    await owner.query(`DROP DATABASE IF EXISTS \`${scratch}\``);
    await owner.end();
    await rm(folder, { recursive: true, force: true });
  }
}

function nameOf(ownerUrl: string): string {
  return new URL(ownerUrl).pathname.slice(1);
}

/** The backup itself, unlocked beside what is unpacked where it was locked. */
async function opened(file: string, folder: string, passphrase: string | undefined): Promise<string> {
  if (!(await isSealed(file))) return file;
  if (passphrase === undefined)
    throw new Failure('This backup is locked by a pass-phrase. Nothing was changed.');
  const open = path.join(folder, 'open.tgz');
  await unseal(file, open, passphrase);
  return open;
}

async function unpack(file: string, folder: string): Promise<void> {
  try {
    await extract({
      file,
      cwd: folder,
      strict: true,
      filter: (name, entry) => KNOWN.test(name) && 'type' in entry && entry.type === 'File',
    });
  } catch {
    throw new Failure('The file is no backup of Zest Tally, or it is not complete. Nothing was changed.');
  }
}

async function readInto(ownerUrl: string, scratch: string, dump: string): Promise<void> {
  const url = await readerOf(ownerUrl, scratch);
  // In its sandbox the client runs no command of the machine and touches no file, whatever the dump says.
  const child = spawn(await client('mariadb'), [...clientArgs(url), '--sandbox', '--local-infile=0'], {
    env: clientEnv(url),
    stdio: ['pipe', 'ignore', 'ignore'],
  });
  const ended = new Promise<number>((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
  await pipeline(createReadStream(dump), child.stdin).catch(() => undefined);
  if ((await ended) !== 0)
    throw new Failure('The data of the backup could not be read. Nothing was changed; try another backup.');
}

/** An account that can do nothing else; the owner's where a database of somebody else's has no such account. */
async function readerOf(ownerUrl: string, scratch: string): Promise<string> {
  const owner = new URL(ownerUrl);
  owner.pathname = `/${scratch}`;
  const reader = new URL(owner);
  reader.username = READER;
  reader.password = readerSecret(decodeURIComponent(owner.password));
  const connection = await mysql.createConnection({ uri: reader.href }).catch(() => undefined);
  await connection?.end();
  return connection ? reader.href : owner.href;
}

async function mustBeWhole(owner: Connection, scratch: string, { tables }: Manifest): Promise<void> {
  const found = await tablesOf(owner, scratch);
  const missing = Object.keys(tables).filter((name) => !found.includes(name));
  if (missing.length > 0 || !found.includes('migration'))
    throw new Failure('The backup lacks tables of the shop. Nothing was changed.');
  for (const [name, rows] of Object.entries(tables)) {
    const [counted] = await owner.query<RowDataPacket[]>(
      `SELECT COUNT(*) AS n FROM \`${scratch}\`.\`${name}\``,
    );
    if (Number(counted[0]?.['n']) !== rows)
      throw new Failure(`The backup has not all rows of ${name}. Nothing was changed.`);
  }
}

/** All tables change places in one statement: either every one of them does, or none. */
async function swap(owner: Connection, database: string, scratch: string): Promise<void> {
  const before = `${database}_before`;
  await owner.query(`DROP DATABASE IF EXISTS \`${before}\``);
  await owner.query(`CREATE DATABASE \`${before}\` CHARACTER SET utf8mb4`);
  const away = (await tablesOf(owner, database)).map(
    (t) => `\`${database}\`.\`${t}\` TO \`${before}\`.\`${t}\``,
  );
  const back = (await tablesOf(owner, scratch)).map(
    (t) => `\`${scratch}\`.\`${t}\` TO \`${database}\`.\`${t}\``,
  );
  await owner.query(`RENAME TABLE ${[...away, ...back].join(', ')}`);
  await owner.query(`DROP DATABASE \`${before}\``);
}

async function tablesOf(owner: Connection, database: string): Promise<string[]> {
  const [rows] = await owner.query<RowDataPacket[]>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? ORDER BY table_name',
    [database],
  );
  return rows.map((row) => String(row['name']));
}

async function swapFolder(from: string, to: string): Promise<void> {
  const fresh = `${to}.fresh`;
  await rm(fresh, { recursive: true, force: true });
  if (await stat(from).catch(() => undefined)) await cp(from, fresh, { recursive: true });
  await rm(to, { recursive: true, force: true });
  if (await stat(fresh).catch(() => undefined)) await rename(fresh, to);
}
