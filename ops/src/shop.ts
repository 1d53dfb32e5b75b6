import { writeFile, mkdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { nodesOf } from '@zest/server/nodes';
import { migrate, pendingMigrations } from '@zest/server/migrate';
import mysql from 'mysql2/promise';
import { makeBackup, type BackupOptions } from './backup/make.js';
import { keepBackedUp } from './backup/nightly.js';
import { claim, release } from './claim.js';
import { freePorts, isFree } from './database/free-port.js';
import { APP, startPrivateServer, type PrivateServer } from './database/private-server.js';
import { Practice } from './practice.js';
import { SCALES_MAIN, SERVER_MAIN, WEB_ROOT } from './paths.js';
import { Failure, say } from './say.js';
import { Supervised } from './supervisor.js';
import { certify, keepCertified } from './tablets/authority.js';
import { mustBeFree, type Reached } from './tablets/reached.js';

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
  /** How tablets reach it; absent where they do not. */
  reached?: Reached | undefined;
  /** What its programs find in their environment besides the usual. */
  surroundings?: NodeJS.ProcessEnv;
}

const DEFAULT_PORT = 7340;

/** Starts everything a shop needs on loopback and keeps it running until `stop`. */
export async function openShop(options: ShopOptions): Promise<Shop> {
  const { folder } = options;
  await mkdir(folder, { recursive: true });
  await claim(folder);
  const database = await openDatabase(folder, options.surroundings);
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
  const port = await choosePort(options.port);
  const certificates = path.join(folder, 'certificates');
  const { reached } = options;
  if (reached) {
    await mustBeFree(reached);
    await certify(certificates, reached.host, new Date());
  }
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    ...options.surroundings,
    DATABASE_URL: database.appUrl,
    ZEST_PORT: String(port),
    ZEST_WEB_ROOT: WEB_ROOT,
    ...(demo ? { ZEST_SCALE_PORT: String(await freePorts(5)) } : {}),
    ZEST_SPOOL: path.join(folder, 'spool'),
    ...(demo ? {} : { ZEST_BACKUPS: path.join(folder, 'backups') }),
    ZEST_DEMO: demo ? '1' : '0',
    ...(demo ? {} : { ZEST_PRACTICE: 'ask' }),
    ...(reached
      ? {
          ZEST_HOST: reached.host,
          ZEST_HTTPS_PORT: String(reached.httpsPort),
          ZEST_TRUST_PORT: String(reached.trustPort),
          ZEST_CERTIFICATES: certificates,
        }
      : {}),
    ZEST_LOG: options.quiet ? 'silent' : (process.env['ZEST_LOG'] ?? 'warn'),
  };
  await options.prepare?.(env, database.ownerUrl);
  const watched = { quiet: options.quiet ?? false };
  // Simulated devices belong to the demonstration; in a shop of its own what no device shows is typed.
  const scales = demo ? new Supervised('The scale program', SCALES_MAIN, env, watched) : undefined;
  // From within a shop of its own an invented one is opened beside it; a demonstration is one.
  const practice = demo
    ? undefined
    : new Practice({
        ownerUrl: database.ownerUrl,
        appUrl: database.appUrl,
        appUser: database.appUser,
        folder,
        env,
        isQuiet: options.quiet ?? false,
      });
  await practice?.forget();
  const app = new Supervised('The application', SERVER_MAIN, env, {
    ...watched,
    ...(practice ? { onAsk: (what) => practice.answer(what) } : {}),
  });
  try {
    await scales?.start(false);
    await app.start(true);
  } catch (error) {
    await Promise.all([app.stop(), scales?.stop()]);
    throw error;
  }
  let stopped = false;
  const revive = (server: PrivateServer): void => {
    server.onExit(() => void again());
  };
  /** The database is started until it stands: a disk that is full now may be freed. */
  const again = async (): Promise<void> => {
    if (!stopped && !options.quiet) say('The database ended; starting it again.');
    while (!stopped) {
      try {
        const server = await startPrivateServer(folder, {
          port: database.server?.port,
          surroundings: options.surroundings,
        });
        database = { ...database, server };
        if (stopped) await server.stop();
        else revive(server);
        return;
      } catch (error) {
        if (!options.quiet) say(`${error instanceof Error ? error.message : String(error)} Trying again.`);
        await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      }
    }
  };
  if (database.server) revive(database.server);
  const stopCertifying = reached ? keepCertified(certificates, reached.host) : undefined;
  // A demonstration is thrown away; what a shop holds is saved each night.
  const stopBackups = demo
    ? undefined
    : keepBackedUp({
        ownerUrl: () => database.ownerUrl,
        folder: path.join(folder, 'backups'),
        spool: path.join(folder, 'spool'),
        second: process.env['ZEST_BACKUP_TO'],
        options: backupOptions(folder),
        now: () => new Date(),
        quiet: options.quiet ?? false,
      });
  return {
    address: `http://127.0.0.1:${port}/`,
    appPid: () => app.pid,
    databasePid: () => database.server?.pid ?? 0,
    ownerUrl: database.ownerUrl,
    env,
    stop: async () => {
      stopped = true;
      stopCertifying?.();
      await stopBackups?.();
      await app.stop();
      await practice?.close();
      await scales?.stop();
      await database.server?.stop();
      await release(folder);
    },
  };
}

/** How long it waits before it tries a database that would not start once more. */
const AGAIN_MS = 3_000;

/** @throws Failure when the port that was asked for belongs to another program */
async function choosePort(wanted: number | undefined): Promise<number> {
  if (wanted === undefined) return (await isFree(DEFAULT_PORT)) ? DEFAULT_PORT : freePorts();
  if (await isFree(wanted)) return wanted;
  throw new Failure(
    `Port ${wanted} is used by another program: stop that one, or set ZEST_PORT to a free one.`,
  );
}

/** How backups of the shop in a folder are locked, and where its certificates are. */
export function backupOptions(folder: string): BackupOptions {
  const passphrase = process.env['ZEST_BACKUP_PASSPHRASE'];
  return {
    passphrase: passphrase === '' ? undefined : passphrase,
    certificates: path.join(folder, 'certificates'),
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
  await makeBackup(ownerUrl, path.join(folder, 'spool'), file, backupOptions(folder));
  say(`The data change their form; as they were they are saved in ${file}.`);
}

interface OpenDatabase {
  server: PrivateServer | undefined;
  ownerUrl: string;
  appUrl: string;
  appUser: string;
}

/** The private server, or the one that DATABASE_URL and DATABASE_OWNER_URL name. */
export async function openDatabase(folder: string, surroundings?: NodeJS.ProcessEnv): Promise<OpenDatabase> {
  const given = process.env['DATABASE_URL'];
  if (given === undefined) {
    const server = await startPrivateServer(folder, { surroundings });
    return { server, ownerUrl: server.ownerUrl, appUrl: server.appUrl, appUser: APP };
  }
  const ownerUrl = process.env['DATABASE_OWNER_URL'];
  if (!ownerUrl)
    throw new Failure(
      'DATABASE_URL is set, so DATABASE_OWNER_URL must be set too: an account that may create tables and grant rights.',
    );
  return {
    server: undefined,
    ownerUrl: await thatAnswers(ownerUrl),
    appUrl: given,
    appUser: await accountOf(await thatAnswers(given)),
  };
}

/** The first server of a URL that answers; of several not all need be there. */
async function thatAnswers(url: string): Promise<string> {
  let why: unknown;
  for (const one of nodesOf(url)) {
    try {
      const connection = await mysql.createConnection({ uri: one, connectTimeout: 2_000 });
      await connection.query('SELECT 1');
      await connection.end();
      return one;
    } catch (error) {
      why = error;
    }
  }
  throw new Failure(
    `The database does not answer at ${nodesOf(url).map(whereOf).join(' or ')}: ${why instanceof Error ? why.message : String(why)}`,
  );
}

/** A database without the secret that goes with it. */
function whereOf(url: string): string {
  return url.replace(/^mysql:\/\/[^@/]*@/, '');
}

/** Who the application is to the server, `name@host`. */
async function accountOf(url: string): Promise<string> {
  const connection = await mysql.createConnection({ uri: url });
  const [rows] = await connection.query<mysql.RowDataPacket[]>('SELECT CURRENT_USER() AS account');
  await connection.end();
  return String(rows[0]?.['account']);
}
