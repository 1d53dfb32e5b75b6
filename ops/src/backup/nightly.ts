import { copyFile, mkdir, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { say } from '../say.js';
import { keptByAge } from './by-age.js';
import { makeBackup, type BackupOptions } from './make.js';
import { proveBackup } from './restore.js';

/** Backups are made after this hour of the machine's clock. */
const HOUR = 2;
const LOOK_MS = 10 * 60_000;
const NAMED = /^zest-(\d{4}-\d{2}-\d{2})T(\d{2})(\d{2})Z\.zest$/;
const STATE = 'state.json';

/** What is known of the backups; the application reads it. */
interface BackupState {
  /** The newest that was made and read again whole; null when there is none. */
  provedAt: string | null;
  file: string | null;
  bytes: number;
  /** How many are kept. */
  kept: number;
  /** Why the last one failed, or could not be brought to its second place. */
  trouble: string | null;
}

interface Backups {
  ownerUrl: () => string;
  /** Where they are kept. */
  folder: string;
  spool: string;
  /** A second place for each, such as another disk. */
  second?: string | undefined;
  /** What locks each, and what is in it then. */
  options?: BackupOptions;
  now: () => Date;
  quiet: boolean;
}

/** Makes a backup each night, proves it, and keeps them by age; looks every ten minutes whether one is due. */
export function keepBackedUp(backups: Backups): () => Promise<void> {
  let turn: Promise<void> = Promise.resolve();
  const look = () => {
    turn = turn.then(() => backUpIfDue(backups)).then(() => undefined);
  };
  look();
  const timer = setInterval(look, LOOK_MS);
  return async () => {
    clearInterval(timer);
    await turn;
  };
}

/**
 * One look: makes and proves a backup where the last is from before this night. What goes wrong is written down and
 * said, and tried again at the next look; it never ends the shop.
 *
 * @returns whether one was made and proved
 */
export async function backUpIfDue(backups: Backups): Promise<boolean> {
  const { folder, quiet } = backups;
  const before = await readState(folder);
  const now = backups.now();
  if (before.provedAt !== null && new Date(before.provedAt) >= lastNight(now)) {
    // What was made this night and could not be brought to its second place is brought there now.
    if (before.trouble !== null && before.file !== null)
      await writeState(folder, { ...before, trouble: await bringTo(backups.second, before.file) });
    return false;
  }
  try {
    await backUp(backups, now);
    return true;
  } catch (error) {
    const trouble = error instanceof Error ? error.message : String(error);
    if (!quiet) say(`The backup failed: ${trouble}`);
    await writeState(folder, { ...before, trouble }).catch(() => undefined);
    return false;
  }
}

async function backUp({ ownerUrl, folder, spool, second, options }: Backups, now: Date): Promise<void> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const name = `zest-${now.toISOString().slice(0, 16).replace(':', '')}Z.zest`;
  const file = path.join(folder, name);
  // One of the same minute that was never proved is made again.
  await rm(file, { force: true });
  await makeBackup(ownerUrl(), spool, file, options);
  try {
    await proveBackup(ownerUrl(), file, options?.passphrase);
  } catch (error) {
    await rm(file, { force: true });
    throw error;
  }
  const kept = await dropOld(folder);
  const { size } = await stat(file);
  const trouble = await bringTo(second, file);
  await writeState(folder, { provedAt: now.toISOString(), file, bytes: size, kept, trouble });
}

/** Brings a backup to its second place, where there is one; why that failed. */
async function bringTo(second: string | undefined, file: string): Promise<string | null> {
  if (second === undefined || second === '') return null;
  try {
    await copyTo(second, file);
    await dropOld(second);
    return null;
  } catch (error) {
    return `It could not be brought to ${second}: ${error instanceof Error ? error.message : String(error)}`;
  }
}

/** Keeps those that {@link keptByAge} says; files of other names are not touched. */
async function dropOld(folder: string): Promise<number> {
  const found = (await readdir(folder)).flatMap((name) => {
    const [, day, hour, minute] = NAMED.exec(name) ?? [];
    return day ? [{ name, at: new Date(`${day}T${hour}:${minute}:00Z`) }] : [];
  });
  const kept = new Set(keptByAge(found.map((f) => f.at)).map((at) => at.getTime()));
  for (const { name, at } of found) if (!kept.has(at.getTime())) await rm(path.join(folder, name));
  return kept.size;
}

/** A copy is there under its name only when it is whole. */
async function copyTo(second: string, file: string): Promise<void> {
  const to = path.join(second, path.basename(file));
  await copyFile(file, `${to}.part`);
  await rename(`${to}.part`, to);
}

/** The hour of backups that went by last. */
function lastNight(now: Date): Date {
  const night = new Date(now);
  night.setHours(HOUR, 0, 0, 0);
  if (night > now) night.setDate(night.getDate() - 1);
  return night;
}

const NONE: BackupState = { provedAt: null, file: null, bytes: 0, kept: 0, trouble: null };

async function readState(folder: string): Promise<BackupState> {
  try {
    return {
      ...NONE,
      ...(JSON.parse(await readFile(path.join(folder, STATE), 'utf8')) as Partial<BackupState>),
    };
  } catch {
    return NONE;
  }
}

async function writeState(folder: string, state: BackupState): Promise<void> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const file = path.join(folder, STATE);
  await writeFile(`${file}.part`, JSON.stringify(state), { mode: 0o600 });
  await rename(`${file}.part`, file);
}
