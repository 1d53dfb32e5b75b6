import { spawn } from 'node:child_process';
import { createWriteStream } from 'node:fs';
import { copyFile, cp, mkdtemp, open, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { create } from 'tar';
import { Failure } from '../say.js';
import { client, clientArgs, clientEnv } from './client.js';
import { countRows } from './count-rows.js';
import { mustBeLong, seal } from './sealed.js';
import { DUMP, MANIFEST, manifestOf } from './manifest.js';

/** What goes into a backup beside the data, and who may read it. */
export interface BackupOptions {
  /** Locks it; what is locked holds the shop's certificates too. */
  passphrase?: string | undefined;
  /** Folder of the certificates for tablets. */
  certificates?: string | undefined;
}

/**
 * Everything of a shop in one file: its data at one moment, its printed labels, and what it must be when it is
 * read again. The file appears under its name only when it is whole and on the disk.
 *
 * @param spool folder of the printed labels
 * @throws Failure when the file is there already, or the dump fails; then there is none
 */
export async function makeBackup(
  ownerUrl: string,
  spool: string,
  file: string,
  { passphrase, certificates }: BackupOptions = {},
): Promise<void> {
  if (passphrase !== undefined) mustBeLong(passphrase);
  if (await stat(file).catch(() => undefined))
    throw new Failure(`${file} exists already; choose another name.`);
  const folder = await mkdtemp(path.join(os.tmpdir(), 'zest-backup-'));
  const part = `${file}.part`;
  try {
    await dump(ownerUrl, path.join(folder, DUMP));
    const labels = await filesOf(spool);
    if (labels.length > 0) await cp(spool, path.join(folder, 'spool'), { recursive: true });
    // Keys are in what is locked only.
    const keys = passphrase !== undefined && certificates ? await filesOf(certificates) : [];
    if (certificates && keys.length > 0)
      await cp(certificates, path.join(folder, 'certificates'), { recursive: true });
    const names = [
      DUMP,
      ...labels.map((name) => `spool/${name}`),
      ...keys.map((name) => `certificates/${name}`),
    ];
    const rows = await countRows(path.join(folder, DUMP));
    const manifest = await manifestOf(folder, names, rows, new Date());
    await writeFile(path.join(folder, MANIFEST), JSON.stringify(manifest, null, 2));
    await rm(part, { force: true });
    await create({ gzip: true, file: part, cwd: folder, portable: true, mode: 0o600 }, [MANIFEST, ...names]);
    if (passphrase !== undefined) {
      const open = path.join(folder, 'open');
      await rename(part, open).catch(() => copyFile(part, open));
      await rm(part, { force: true });
      await seal(open, part, passphrase);
    }
    await toDisk(part);
    await rename(part, file);
    await toDisk(path.dirname(file));
  } finally {
    await rm(part, { force: true });
    await rm(folder, { recursive: true, force: true });
  }
}

async function dump(ownerUrl: string, file: string): Promise<void> {
  const child = spawn(
    await client('mariadb-dump'),
    [
      ...clientArgs(ownerUrl),
      '--single-transaction',
      '--skip-lock-tables',
      '--no-tablespaces',
      '--hex-blob',
      '--skip-comments',
    ],
    { env: clientEnv(ownerUrl), stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const ended = new Promise<number>((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
  await pipeline(child.stdout, createWriteStream(file, { mode: 0o600, flags: 'wx' }));
  if ((await ended) !== 0) throw new Failure('The backup failed; there is no file.');
}

async function filesOf(folder: string): Promise<string[]> {
  const found = await readdir(folder, { withFileTypes: true }).catch(() => []);
  return found.filter((f) => f.isFile()).map((f) => f.name);
}

async function toDisk(file: string): Promise<void> {
  const handle = await open(file, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
