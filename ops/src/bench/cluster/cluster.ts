import { randomBytes } from 'node:crypto';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import mysql from 'mysql2/promise';
import { migrate } from '@zest/server/migrate';
import { freePorts } from '../../database/free-port.js';
import { ROOT, SERVER_MAIN, WEB_ROOT } from '../../paths.js';
import { run } from '../../run.js';
import { Failure } from '../../say.js';
import { Supervised } from '../../supervisor.js';
import { elsewhere, signIn, type Client } from '../client.js';
import { compare, countRows, openTargets, seeded, work, type Going, type Sent } from '../entries.js';
import { hostsOf, type Network } from './network.js';
import { GaleraNode, type Account } from './node.js';

export interface ClusterOptions {
  folder: string;
  seed: number;
  benches: number;
  seconds: number;
  told: (what: string) => void;
}

export interface ClusterReport {
  accepted: number;
  lost: number;
  doubled: number;
  massDifferenceMg: number;
  /** Kills of database servers, of applications, and lines that were cut. */
  nodeKills: number;
  appKills: number;
  lineCuts: number;
  /** The longest that one entry waited from its first sending to its acceptance, ms. */
  longestMs: number;
  /** Entries that had to be sent again. */
  repeats: number;
  /** Tables that two servers do not hold alike at the end. */
  unlike: string[];
  perSecond: number;
}

const NODES = 3;
/** An application is killed, or a line is cut, for so long, ms. */
const AWAY_MS = [1_000, 6_000] as const;
/** A server that ended is started again after so long, ms: five seconds by Debian's service, and some to start. */
const RESTART_MS = [5_000, 9_000] as const;

/**
 * Three database servers on hosts of their own and two applications over them. Benches weigh, sending each entry to the
 * one application and, where it does not answer, to the other, while servers and applications are killed and lines cut,
 * never two at once. In the end every server holds the same, and just what was accepted.
 */
export async function cluster(options: ClusterOptions): Promise<ClusterReport> {
  const network = await hostsOf(NODES);
  const nodes = Array.from({ length: NODES }, (_, i) => new GaleraNode(network, options.folder, i, NODES));
  const apps: Supervised[] = [];
  try {
    return await over(network, nodes, apps, options);
  } finally {
    await Promise.all(apps.map((app) => app.stop()));
    for (const node of nodes.toReversed()) await node.stop();
    await network.remove();
  }
}

async function over(
  network: Network,
  nodes: readonly GaleraNode[],
  apps: Supervised[],
  options: ClusterOptions,
): Promise<ClusterReport> {
  const [first] = nodes;
  if (!first) throw new Failure('There is no server.');
  const secret = () => randomBytes(12).toString('hex');
  const owner: Account = { name: 'zest_owner', secret: secret() };
  const app: Account = { name: 'zest_app', secret: secret() };
  await first.found([
    { account: owner, rights: 'ALL PRIVILEGES' },
    { account: app, rights: '' },
  ]);
  await first.synced(owner, 1);
  for (const [i, node] of nodes.entries()) {
    if (i === 0) continue;
    await node.join();
    await node.synced(owner, i + 1);
  }
  options.told(`${nodes.length} servers are one cluster`);
  // Started at the same moment, each at another server: one of them makes the tables, the others find them made.
  const ran = await Promise.all(nodes.map((node) => migrate(node.url(owner), `${app.name}@%`)));
  options.told(`${ran.map((names) => names.length).join(' + ')} migrations`);
  const demo = { ...process.env, DATABASE_URL: first.url(app), ZEST_DEMO: '1', ZEST_LOG: 'silent' };
  await run(process.execPath, [path.join(ROOT, 'server/dist/demo/main.js')], { env: demo });
  options.told('they hold the demonstration');
  const ports: number[] = [];
  for (let i = 0; i < 2; i += 1) {
    const port = await freePorts();
    // In the same order for both, as they should be; where they have gone after a loss they meet across the network.
    const order = nodes.map((node) => node.where).join(',');
    const env = {
      ...process.env,
      DATABASE_URL: `mysql://${app.name}:${app.secret}@${order}/zest`,
      ZEST_PORT: String(port),
      ZEST_WEB_ROOT: WEB_ROOT,
      ZEST_DEMO: '1',
      ZEST_LOG: 'silent',
    };
    const one = new Supervised('An application', SERVER_MAIN, env, { quiet: true });
    apps.push(one);
    ports.push(port);
    await one.start(true);
  }
  options.told('two applications serve');
  return await weighed({ network, nodes, apps, ports, owner, url: first.url(owner) }, options);
}

interface Running {
  network: Network;
  nodes: readonly GaleraNode[];
  apps: readonly Supervised[];
  ports: readonly number[];
  owner: Account;
  url: string;
}

async function weighed(running: Running, options: ClusterOptions): Promise<ClusterReport> {
  const { nodes, owner, url } = running;
  const random = seeded(options.seed);
  const [at, other] = running.ports.map((port) => `http://127.0.0.1:${port}`);
  if (!at || !other) throw new Failure('There are not two applications.');
  const lead = await signIn(at, 'Ines', 'lowmarsh');
  const targets = await openTargets(lead);
  const before = await countRows(url);
  const accepted: Sent[] = [];
  const state: Going = { repeats: 0, cuts: 0, longestMs: 0, done: false };
  const ways: Client[][] = [];
  for (let n = 0; n < options.benches; n += 1) {
    const [near, far] = n % 2 === 0 ? [at, other] : [other, at];
    const here = await signIn(near, 'Bram', '2580');
    // Signed in at one application is signed in at the other.
    ways.push([elsewhere(here, near), elsewhere(here, far)]);
  }
  const begun = performance.now();
  const benches = ways.map((way, i) => work(way, targets, seeded(options.seed + i + 1), accepted, state, 0));
  const befallen = await befall(running, random, options, () => accepted.length);
  state.done = true;
  await Promise.all(benches);
  const seconds = (performance.now() - begun) / 1000;
  for (const node of nodes) await node.synced(owner, NODES);
  return {
    ...(await compare(url, accepted, before)),
    ...befallen,
    accepted: accepted.length,
    longestMs: Math.round(state.longestMs),
    repeats: state.repeats,
    unlike: await unlike(nodes.map((node) => node.url(owner))),
    perSecond: Math.round(accepted.length / seconds),
  };
}

type Befallen = Pick<ClusterReport, 'nodeKills' | 'appKills' | 'lineCuts'>;

/** One trouble after the other, each over before the next: of three servers two are always there. */
async function befall(
  { network, nodes, apps, owner }: Running,
  random: () => number,
  { seconds, told }: ClusterOptions,
  count: () => number,
): Promise<Befallen> {
  const done: Befallen = { nodeKills: 0, appKills: 0, lineCuts: 0 };
  const until = Date.now() + seconds * 1000;
  const within = ([least, most]: readonly [number, number]) => least + (most - least) * random();
  const away = () => within(AWAY_MS);
  for (let turn = 0; Date.now() < until; turn += 1) {
    const now = count();
    while (count() < now + 20) await pause(10);
    const host = Math.floor(random() * nodes.length);
    const node = nodes[host];
    if (!node) continue;
    if (turn % 3 === 0) {
      node.kill();
      await pause(within(RESTART_MS));
      await node.join();
      done.nodeKills += 1;
    } else if (turn % 3 === 1) {
      await network.cut(host, true);
      await pause(away());
      await network.cut(host, false);
      done.lineCuts += 1;
    } else {
      const { pid } = apps[turn % apps.length] ?? {};
      if (pid) process.kill(pid, 'SIGKILL');
      await pause(away());
      done.appKills += 1;
    }
    await node.synced(owner, nodes.length);
    told(
      `${done.nodeKills} servers and ${done.appKills} applications killed, ${done.lineCuts} lines cut, ${count()} entries`,
    );
  }
  return done;
}

/** Tables whose rows differ between servers. */
async function unlike(urls: readonly string[]): Promise<string[]> {
  const sums: Map<string, string>[] = [];
  for (const url of urls) {
    const connection = await mysql.createConnection({ uri: url });
    await connection.query('SET SESSION wsrep_sync_wait = 1');
    const [tables] = await connection.query<mysql.RowDataPacket[]>('SHOW TABLES');
    const names = tables.map((row) => String(Object.values(row)[0]));
    const [rows] = await connection.query<mysql.RowDataPacket[]>(
      `CHECKSUM TABLE ${names.map((name) => `\`${name}\``).join(', ')}`,
    );
    await connection.end();
    sums.push(new Map(rows.map((row) => [String(row['Table']), String(row['Checksum'])])));
  }
  const [one, ...others] = sums;
  return [...(one ?? new Map<string, string>())]
    .filter(([table, sum]) => others.some((other) => other.get(table) !== sum))
    .map(([table]) => table);
}
