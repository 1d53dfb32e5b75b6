import { rm, readFile, writeFile, mkdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { migrate, pendingMigrations } from '@zest/server/migrate';
import { makeBackup } from './backup/make.js';
import { freePorts, isFree } from './database/free-port.js';
import { APP, startPrivateServer, type PrivateServer } from './database/private-server.js';
import { SCALES_MAIN, SERVER_MAIN, WEB_ROOT } from './paths.js';
import { Failure, say } from './say.js';
import { Supervised } from './supervisor.js';

/** A running installation: database, scales, application. */
export interface Shop {
  address: string;
  appPid: () => number | undefined;
  databasePid: () => number;
  ownerUrl: string;
  env: NodeJS.ProcessEnv;
  stop: () => Promise<void>;
}

export interface ShopOptions {
  folder: string;
  demo: boolean;
  /** Fixed port; the default is tried first and the next free one taken. */
  port?: number | undefined;
  /** Runs after migration, before the application serves. */
  prepare?: (env: NodeJS.ProcessEnv, ownerUrl: string) => Promise<void>;
  quiet?: boolean;
}

const DEFAULT_PORT = 7340;

/** Starts everything a shop needs on loopback and keeps it running until `stop`. */
export async function openShop(options: ShopOptions): Promise<Shop> {
  const { folder } = options;
  await mkdir(folder, { recursive: true });
  await claim(folder);
  const database = await openDatabase(folder);
  try {
    return await serveOn(database, options);
  } catch (error) {
    await database.server?.stop();
    await release(folder);
    throw error;
  }
}

async function serveOn(opened: OpenDatabase, options: ShopOptions): Promise<Shop> {
  const { folder, demo } = options;
  let database = opened;
  await backupBeforeChange(database.ownerUrl, folder);
  await migrate(database.ownerUrl, database.appUser);
  await writeFile(
    path.join(folder, 'reach.json'),
    JSON.stringify({ ownerUrl: database.ownerUrl, appUrl: database.appUrl }),
    { mode: 0o600 },
  );
  const port = options.port ?? ((await isFree(DEFAULT_PORT)) ? DEFAULT_PORT : await freePorts());
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    DATABASE_URL: database.appUrl,
    ZEST_PORT: String(port),
    ZEST_WEB_ROOT: WEB_ROOT,
    ...(demo ? { ZEST_SCALE_PORT: String(await freePorts(5)) } : {}),
    ZEST_SPOOL: path.join(folder, 'spool'),
    ZEST_DEMO: demo ? '1' : '0',
    ZEST_LOG: options.quiet ? 'silent' : (process.env['ZEST_LOG'] ?? 'warn'),
  };
  await options.prepare?.(env, database.ownerUrl);
  // Simulated devices belong to the demonstration; in a shop of its own what no device shows is typed.
  const scales = demo ? new Supervised('The scale program', SCALES_MAIN, env, options.quiet) : undefined;
  const app = new Supervised('The application', SERVER_MAIN, env, options.quiet);
  await scales?.start(false);
  await app.start(true);
  let stopped = false;
  const revive = (server: PrivateServer): void => {
    server.onExit(() => {
      if (stopped) return;
      if (!options.quiet) say('The database ended; starting it again.');
      void startPrivateServer(folder, server.port).then((again) => {
        database = { ...database, server: again };
        revive(again);
      });
    });
  };
  if (database.server) revive(database.server);
  return {
    address: `http://127.0.0.1:${port}/`,
    appPid: () => app.pid,
    databasePid: () => database.server?.pid ?? 0,
    ownerUrl: database.ownerUrl,
    env,
    stop: async () => {
      stopped = true;
      await app.stop();
      await scales?.stop();
      await database.server?.stop();
      await release(folder);
    },
  };
}

/** Before the form of the data changes, everything is saved as it was: the way back. */
async function backupBeforeChange(ownerUrl: string, folder: string): Promise<void> {
  const pending = await pendingMigrations(ownerUrl);
  const last = pending.at(-1)?.replace('.sql', '');
  if (last === undefined) return;
  const saved = path.join(folder, 'backups');
  await mkdir(saved, { recursive: true, mode: 0o700 });
  const file = path.join(saved, `before-${last}.zest`);
  if (await stat(file).catch(() => undefined)) return;
  await makeBackup(ownerUrl, path.join(folder, 'spool'), file);
  say(`The data change their form; as they were they are saved in ${file}.`);
}

interface OpenDatabase {
  server: PrivateServer | undefined;
  ownerUrl: string;
  appUrl: string;
  appUser: string;
}

/** The private server, or the one that DATABASE_URL and DATABASE_OWNER_URL name. */
export async function openDatabase(folder: string): Promise<OpenDatabase> {
  const given = process.env['DATABASE_URL'];
  if (given === undefined) {
    const server = await startPrivateServer(folder);
    return { server, ownerUrl: server.ownerUrl, appUrl: server.appUrl, appUser: APP };
  }
  const ownerUrl = process.env['DATABASE_OWNER_URL'];
  if (!ownerUrl)
    throw new Failure(
      'DATABASE_URL is set, so DATABASE_OWNER_URL must be set too: an account that may create tables and grant rights.',
    );
  return { server: undefined, ownerUrl, appUrl: given, appUser: new URL(given).username };
}

/** One launcher a folder: two would fight over the same data. */
async function claim(folder: string): Promise<void> {
  await mustBeIdle(folder);
  await writeFile(path.join(folder, 'running.pid'), String(process.pid));
}

/** @throws Failure when another launcher runs on this folder */
export async function mustBeIdle(folder: string): Promise<void> {
  const pid = Number(await readFile(path.join(folder, 'running.pid'), 'utf8').catch(() => ''));
  if (pid > 0 && pid !== process.pid && isAlive(pid)) {
    throw new Failure(`Already running as process ${pid}; stop that one first.`);
  }
}

async function release(folder: string): Promise<void> {
  for (const name of ['running.pid', 'reach.json']) await rm(path.join(folder, name), { force: true });
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
