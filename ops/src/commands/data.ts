import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readFile, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { findProgram } from '../packages.js';
import { DATA, ROOT } from '../paths.js';
import { run } from '../run.js';
import { Failure, say } from '../say.js';
import { openDatabase } from '../shop.js';

interface Reach {
  ownerUrl: string;
  appUrl: string;
  done: () => Promise<void>;
}

/** `./zest db [verify]`: an SQL shell, or the proof that balances equal the ledger. */
export async function db(args: readonly string[]): Promise<number> {
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    if (args[0] === 'verify') {
      return await run(process.execPath, [path.join(ROOT, 'server/dist/ledger/verify-main.js')], {
        env: { ...process.env, DATABASE_URL: reach.appUrl },
      });
    }
    return await run(await client('mariadb'), clientArgs(reach.ownerUrl), { env: clientEnv(reach.ownerUrl) });
  } finally {
    await reach.done();
  }
}

/** `./zest backup <file>`: everything in one consistent, compressed dump. */
export async function backup(args: readonly string[]): Promise<number> {
  const file = fileArgument(args, 'backup');
  if (await stat(file).catch(() => undefined))
    throw new Failure(`${file} exists already; choose another name.`);
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    const dump = spawn(
      await client('mariadb-dump'),
      [...clientArgs(reach.ownerUrl), '--single-transaction', '--skip-lock-tables', '--no-tablespaces'],
      {
        env: clientEnv(reach.ownerUrl),
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    const ended = new Promise<number>((resolve) => dump.once('exit', (code) => resolve(code ?? 1)));
    await pipeline(dump.stdout, createGzip(), createWriteStream(file, { mode: 0o600, flags: 'wx' }));
    if ((await ended) !== 0) throw new Failure('The backup failed; the file is not complete.');
    say(`Saved to ${file}.`);
    return 0;
  } finally {
    await reach.done();
  }
}

/** `./zest restore <file>`: replaces everything by a backup. Refused while the shop runs. */
export async function restore(args: readonly string[]): Promise<number> {
  const file = fileArgument(args, 'restore');
  if (!(await stat(file).catch(() => undefined))) throw new Failure(`There is no file ${file}.`);
  const folder = path.join(DATA, args.includes('--demo') ? 'demo' : 'shop');
  if (await isRunning(folder)) throw new Failure('Stop the running shop first; a restore replaces its data.');
  const reach = await reachDatabase(args.includes('--demo'));
  try {
    const sql = spawn(await client('mariadb'), clientArgs(reach.ownerUrl), {
      env: clientEnv(reach.ownerUrl),
      stdio: ['pipe', 'inherit', 'inherit'],
    });
    const ended = new Promise<number>((resolve) => sql.once('exit', (code) => resolve(code ?? 1)));
    await pipeline(createReadStream(file), createGunzip(), sql.stdin);
    if ((await ended) !== 0) throw new Failure('The restore failed part way; run it again with a good file.');
    say(`Restored from ${file}.`);
    return 0;
  } finally {
    await reach.done();
  }
}

/** The database of a running shop, or a server started for this command alone. */
async function reachDatabase(demo: boolean): Promise<Reach> {
  const folder = path.join(DATA, demo ? 'demo' : 'shop');
  await mkdir(folder, { recursive: true });
  const running = await readFile(path.join(folder, 'reach.json'), 'utf8').catch(() => undefined);
  if (running !== undefined && (await isRunning(folder))) {
    const { ownerUrl, appUrl } = JSON.parse(running) as { ownerUrl: string; appUrl: string };
    return { ownerUrl, appUrl, done: () => Promise.resolve() };
  }
  const { server, ownerUrl, appUrl } = await openDatabase(folder);
  return { ownerUrl, appUrl, done: async () => server?.stop() };
}

async function isRunning(folder: string): Promise<boolean> {
  const pid = Number(await readFile(path.join(folder, 'running.pid'), 'utf8').catch(() => '0'));
  if (!(pid > 0)) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

function fileArgument(args: readonly string[], command: string): string {
  const file = args.find((a) => !a.startsWith('--'));
  if (!file) throw new Failure(`Name the file: ./zest ${command} <file.sql.gz>`);
  return path.resolve(file);
}

async function client(name: string): Promise<string> {
  const program = await findProgram(name);
  if (!program) throw new Failure(`${name} is not installed; it comes with mariadb-server.`);
  return program;
}

function clientArgs(url: string): string[] {
  const { hostname, port, username, pathname } = new URL(url);
  return [
    '--no-defaults',
    `--host=${hostname}`,
    `--port=${port}`,
    `--user=${username}`,
    '--protocol=tcp',
    pathname.slice(1),
  ];
}

function clientEnv(url: string): NodeJS.ProcessEnv {
  return { ...process.env, MYSQL_PWD: decodeURIComponent(new URL(url).password) };
}
