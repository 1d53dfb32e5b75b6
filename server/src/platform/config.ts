import os from 'node:os';
import path from 'node:path';
import { HASH_WORK } from './secrets.js';

/** How the shop is reached from beyond its machine, by HTTPS only. */
export interface Beyond {
  /** Name or address that tablets type. */
  host: string;
  port: number;
  /** Where they learn to trust it, without HTTPS. */
  trustPort: number;
  /** Folder of the certificates. */
  certificates: string;
}

/** Where the application listens and what it talks to; read once at start. */
export interface Config {
  port: number;
  databaseUrl: string;
  /** Folder of the built interface; absent in tests of the server alone. */
  webRoot: string | undefined;
  /** Base port of the device program: floor, bench, dose, control, thermometer. */
  scalePort: number | undefined;
  /** Where printed labels are put. */
  spoolFolder: string;
  demo: boolean;
  /** The invented shop beside a real one: whoever reaches it may look in. */
  isPractice: boolean;
  /** Whoever started it opens an invented shop when asked. */
  canPractise: boolean;
  logLevel: string;
  /** Where the nightly backups are kept; absent in a demonstration. */
  backupFolder: string | undefined;
  /** Names beside those of this machine under which it is reached, through a proxy. */
  hosts: readonly string[];
  /** Absent while it is reached from this machine only. */
  beyond: Beyond | undefined;
  /** Work of a hash as a power of two. */
  hashWork: number;
}

/**
 * Reads the configuration from environment variables.
 * @throws Error with one sentence naming the variable that is missing or wrong
 */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const port = portOf(env, 'ZEST_PORT', '7340');
  const beyond = beyondOf(env);
  const databaseUrl = env['DATABASE_URL'];
  if (!databaseUrl) throw new Error('DATABASE_URL is not set; start the application with ./zest start.');
  const scalePort = env['ZEST_SCALE_PORT'];
  return {
    port,
    databaseUrl,
    webRoot: env['ZEST_WEB_ROOT'],
    scalePort: scalePort ? Number(scalePort) : undefined,
    spoolFolder: env['ZEST_SPOOL'] ?? path.join(os.tmpdir(), 'zest-spool'),
    demo: env['ZEST_DEMO'] === '1',
    isPractice: env['ZEST_PRACTICE'] === 'open',
    canPractise: env['ZEST_PRACTICE'] === 'ask',
    logLevel: env['ZEST_LOG'] ?? 'info',
    backupFolder: env['ZEST_BACKUPS'],
    hosts: [...(env['ZEST_HOSTS'] ?? '').split(','), beyond?.host ?? '']
      .map((host) => host.trim().toLowerCase())
      .filter((host) => host !== ''),
    beyond,
    hashWork: HASH_WORK,
  };
}

function portOf(env: NodeJS.ProcessEnv, name: string, otherwise: string): number {
  const port = Number(env[name] ?? otherwise);
  if (Number.isInteger(port) && port >= 0 && port <= 65535) return port;
  throw new Error(`${name} must be a port number, not "${env[name]}".`);
}

function beyondOf(env: NodeJS.ProcessEnv): Beyond | undefined {
  const [host, certificates] = [env['ZEST_HOST'], env['ZEST_CERTIFICATES']];
  if (!host || !certificates) return undefined;
  const port = portOf(env, 'ZEST_HTTPS_PORT', '7343');
  return { host, port, trustPort: portOf(env, 'ZEST_TRUST_PORT', '7344'), certificates };
}
