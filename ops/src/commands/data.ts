import { mkdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { runningPid } from '../claim.js';
import { client, clientArgs, clientEnv } from '../backup/client.js';
import { makeBackup, type BackupOptions } from '../backup/make.js';
import { isSealed } from '../backup/sealed.js';
import { restoreBackup } from '../backup/restore.js';
import { DATA, ROOT } from '../paths.js';
import { run } from '../run.js';
import { Failure, say } from '../say.js';
import { askHidden } from '../ask.js';
import { backupOptions, openDatabase } from '../shop.js';

export interface Reach {
  ownerUrl: string;
  appUrl: string;
  /** Folder of the printed labels. */
  spool: string;
  /** How its backups are locked. */
  backup: BackupOptions;
  done: () => Promise<void>;
}

/** `./zest db [verify]`: an SQL shell, or the proof that balances equal the ledger. */
export async function db(args: readonly string[]): Promise<number> {
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    if (args[0] === 'verify') {
      return await run(process.execPath, [path.join(ROOT, 'server/dist/ledger/verify-main.js')], {
        // After a restore on a bare machine only the owner has rights yet; the first start gives the others theirs.
        env: { ...process.env, DATABASE_URL: reach.ownerUrl },
      });
    }
    return await run(await client('mariadb'), clientArgs(reach.ownerUrl), { env: clientEnv(reach.ownerUrl) });
  } finally {
    await reach.done();
  }
}

/** `./zest backup <file>`: everything in one file that says what it holds. */
export async function backup(args: readonly string[]): Promise<number> {
  const file = fileArgument(args, 'backup');
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    await makeBackup(reach.ownerUrl, reach.spool, file, reach.backup);
    say(`Saved to ${file}.`);
    return 0;
  } finally {
    await reach.done();
  }
}

/** `./zest restore <file>`: replaces everything by a backup. Refused while the shop runs. */
export async function restore(args: readonly string[]): Promise<number> {
  const file = fileArgument(args, 'restore');
  const folder = path.join(DATA, args.includes('--demo') ? 'demo' : 'shop');
  if (await isRunning(folder)) throw new Failure('Stop the running shop first; a restore replaces its data.');
  const passphrase = await passphraseOf(file);
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    await restoreBackup(reach.ownerUrl, reach.spool, file, { ...reach.backup, passphrase });
    say(`Restored from ${file}. Everybody signs in again.`);
    return 0;
  } finally {
    await reach.done();
  }
}

/** The database of a running shop, or a server started for this command alone. */
export async function reachDatabase(demo: boolean): Promise<Reach> {
  const folder = path.join(DATA, demo ? 'demo' : 'shop');
  await mkdir(folder, { recursive: true });
  const spool = path.join(folder, 'spool');
  const backup = backupOptions(folder);
  const running = await readFile(path.join(folder, 'reach.json'), 'utf8').catch(() => undefined);
  if (running !== undefined && (await isRunning(folder))) {
    const { ownerUrl, appUrl } = JSON.parse(running) as { ownerUrl: string; appUrl: string };
    return { ownerUrl, appUrl, spool, backup, done: () => Promise.resolve() };
  }
  const { server, ownerUrl, appUrl } = await openDatabase(folder);
  return { ownerUrl, appUrl, spool, backup, done: async () => server?.stop() };
}

/** What a locked file was locked with: as the shop is set, or asked; nothing where it is not locked. */
async function passphraseOf(file: string): Promise<string | undefined> {
  if (!(await isSealed(file).catch(() => false))) return undefined;
  return (
    process.env['ZEST_BACKUP_PASSPHRASE'] ?? (await askHidden('Pass-phrase of this backup (not shown):'))
  );
}

async function isRunning(folder: string): Promise<boolean> {
  return (await runningPid(folder)) !== undefined;
}

function fileArgument(args: readonly string[], command: string): string {
  const file = args.find((a) => !a.startsWith('--'));
  if (!file) throw new Failure(`Name the file: ./zest ${command} <file.zest>`);
  return path.resolve(file);
}
