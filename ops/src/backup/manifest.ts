import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Failure } from '../say.js';

const FORMAT = 'zest-tally-backup';
const VERSION = 1;
export const MANIFEST = 'manifest.json';
export const DUMP = 'data.sql';

/** What a backup says of itself: whoever restores it holds it to every word. */
export interface Manifest {
  format: typeof FORMAT;
  version: typeof VERSION;
  /** ISO in UTC. */
  at: string;
  /** Rows by table. */
  tables: Record<string, number>;
  /** Every other file in it, with its size and SHA-256. */
  files: Record<string, { bytes: number; sha256: string }>;
}

/** The manifest of files that stand in a folder. */
export async function manifestOf(
  folder: string,
  names: readonly string[],
  tables: Record<string, number>,
  at: Date,
): Promise<Manifest> {
  const files: Manifest['files'] = {};
  for (const name of names) {
    const file = path.join(folder, name);
    files[name] = { bytes: (await stat(file)).size, sha256: await digestOf(file) };
  }
  return { format: FORMAT, version: VERSION, at: at.toISOString(), tables, files };
}

/**
 * Reads the manifest of an unpacked backup and holds every file to it.
 * @throws Failure with one sentence for what is no backup, of another version, incomplete or changed
 */
export async function readManifest(folder: string): Promise<Manifest> {
  const text = await readFile(path.join(folder, MANIFEST), 'utf8').catch(() => undefined);
  if (text === undefined) throw new Failure('This is no backup of Zest Tally: it says nothing of itself.');
  const manifest = parsed(text);
  if (manifest?.format !== FORMAT) throw new Failure('This is no backup of Zest Tally.');
  if (manifest.version !== VERSION)
    throw new Failure(`This backup is of form ${manifest.version}; this version reads form ${VERSION}.`);
  if (!manifest.files?.[DUMP] || !manifest.tables) throw new Failure('The backup has no data in it.');
  for (const [name, { sha256 }] of Object.entries(manifest.files)) {
    const found = await digestOf(path.join(folder, name)).catch(() => undefined);
    if (found === undefined) throw new Failure(`The backup is not complete: ${name} is missing.`);
    if (found !== sha256)
      throw new Failure(`The backup was changed or damaged: ${name} is not as it was written.`);
  }
  return manifest as Manifest;
}

function parsed(text: string): Partial<Omit<Manifest, 'version'> & { version: number }> | undefined {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null ? value : undefined;
  } catch {
    return undefined;
  }
}

async function digestOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}
