import { spawn, type ChildProcess } from 'node:child_process';
import { chown, mkdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import mysql from 'mysql2/promise';
import { ENGINE, mysqlUser } from '../../database/private-server.js';
import { findProgram } from '../../packages.js';
import { quiet } from '../../run.js';
import { Failure } from '../../say.js';
import type { Network } from './network.js';

const PROVIDER = '/usr/lib/galera/libgalera_smm.so';
const PORT = 3306;
/** How soon a server that is silent is left out by the others; the usual is five and fifteen seconds. */
const SOON = [
  'evs.keepalive_period=PT0.5S',
  'evs.inactive_check_period=PT0.25S',
  'evs.suspect_timeout=PT2S',
  'evs.inactive_timeout=PT4S',
  'evs.install_timeout=PT4S',
  'gmcast.peer_timeout=PT2S',
  // What a server missed while it was away is given to it from here, if it was not away too long.
  'gcache.size=256M',
].join(';');

export interface Account {
  name: string;
  secret: string;
}

/** One server of a cluster, on a host of its own. */
export class GaleraNode {
  readonly #network: Network;
  readonly #host: number;
  readonly #folder: string;
  readonly #hosts: number;
  #child: ChildProcess | undefined;

  constructor(network: Network, folder: string, host: number, hosts: number) {
    this.#network = network;
    this.#folder = path.join(folder, `node${host}`);
    this.#host = host;
    this.#hosts = hosts;
  }

  get where(): string {
    return `${this.#network.address(this.#host)}:${PORT}`;
  }

  url({ name, secret }: Account, database = 'zest'): string {
    return `mysql://${name}:${secret}@${this.where}/${database}`;
  }

  /** Makes the first server with its accounts; the others get theirs with the data when they join. */
  async found(accounts: readonly { account: Account; rights: string }[]): Promise<void> {
    await this.#places();
    const program = await mustFind('mariadb-install-db');
    await quiet(
      program,
      [
        '--no-defaults',
        `--datadir=${this.#at('data')}`,
        '--auth-root-authentication-method=socket',
        '--skip-test-db',
        '--user=mysql',
      ],
      'Making the first server',
    );
    const init = this.#at('init.sql');
    await writeFile(
      init,
      [
        'CREATE DATABASE zest CHARACTER SET utf8mb4;',
        ...accounts.flatMap(({ account, rights }) => [
          `CREATE USER '${account.name}'@'%' IDENTIFIED BY '${account.secret}';`,
          ...(rights === '' ? [] : [`GRANT ${rights} ON zest.* TO '${account.name}'@'%' WITH GRANT OPTION;`]),
        ]),
        '',
      ].join('\n'),
    );
    await this.#spawn(['--wsrep-cluster-address=gcomm://', `--init-file=${init}`]);
  }

  /** Joins the others, with what it knows already where it was one of them before. */
  async join(): Promise<void> {
    await this.#places();
    await this.#spawn([`--wsrep-cluster-address=${this.#cluster()}`, ...(await this.#position())]);
  }

  kill(): void {
    this.#child?.kill('SIGKILL');
  }

  async stop(): Promise<void> {
    const child = this.#child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
    child.kill('SIGTERM');
    await ended;
  }

  /** Waits until it has what the others have and takes what is sent. */
  async synced(as: Account, members: number): Promise<void> {
    const until = Date.now() + 90_000;
    while (Date.now() < until) {
      try {
        const connection = await mysql.createConnection({ uri: this.url(as), connectTimeout: 1000 });
        const [rows] = await connection.query<mysql.RowDataPacket[]>(
          "SHOW STATUS WHERE Variable_name IN ('wsrep_local_state_comment', 'wsrep_cluster_size')",
        );
        connection.destroy();
        const of = new Map(rows.map((row) => [String(row['Variable_name']), String(row['Value'])]));
        if (
          of.get('wsrep_local_state_comment') === 'Synced' &&
          Number(of.get('wsrep_cluster_size')) === members
        )
          return;
      } catch {
        // It is not there yet.
      }
      await pause(200);
    }
    throw new Failure(`The server at ${this.where} did not join; its log is ${this.#at('log.err')}.`);
  }

  #cluster(): string {
    const all = Array.from({ length: this.#hosts }, (_, host) => this.#network.address(host));
    return `gcomm://${all.join(',')}`;
  }

  #at(name: string): string {
    return path.join(this.#folder, name);
  }

  async #places(): Promise<void> {
    const user = await mysqlUser();
    for (const place of [this.#folder, this.#at('data'), this.#at('tmp')]) {
      await mkdir(place, { recursive: true });
      if (user) await chown(place, user.uid, user.gid);
    }
  }

  /** How far it was when it ended, so that it is given only what came after. */
  async #position(): Promise<string[]> {
    const known = await readFile(this.#at('data/grastate.dat'), 'utf8').catch(() => '');
    if (known === '') return [];
    const program = await mustFind('mariadbd');
    const log = this.#at('recovered.err');
    await quiet(
      program,
      [
        '--no-defaults',
        '--user=mysql',
        `--datadir=${this.#at('data')}`,
        `--tmpdir=${this.#at('tmp')}`,
        `--log-error=${log}`,
        '--binlog-format=ROW',
        '--wsrep-on=ON',
        `--wsrep-provider=${PROVIDER}`,
        `--wsrep-cluster-address=${this.#cluster()}`,
        '--wsrep-recover',
        '--skip-networking',
        `--socket=${this.#at('recover.sock')}`,
      ],
      'Finding how far a server was',
    );
    const found = [...(await readFile(log, 'utf8')).matchAll(/Recovered position:\s*([0-9a-f-]+:-?\d+)/g)].at(
      -1,
    );
    if (!found) throw new Failure(`How far the server at ${this.where} was is not in ${log}.`);
    return [`--wsrep-start-position=${found[1]}`];
  }

  async #spawn(more: readonly string[]): Promise<void> {
    const address = this.#network.address(this.#host);
    const [program, args] = this.#network.inside(this.#host, await mustFind('mariadbd'), [
      '--no-defaults',
      '--user=mysql',
      `--datadir=${this.#at('data')}`,
      `--tmpdir=${this.#at('tmp')}`,
      `--socket=${this.#at('db.sock')}`,
      `--pid-file=${this.#at('pid')}`,
      `--port=${PORT}`,
      `--bind-address=${address}`,
      `--log-error=${this.#at('log.err')}`,
      ...ENGINE,
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      `--wsrep-provider-options=${SOON}`,
      '--wsrep-cluster-name=zest',
      `--wsrep-node-address=${address}`,
      '--wsrep-sst-method=rsync',
      ...more,
    ]);
    this.#child = spawn(program, args, { stdio: 'ignore', detached: true });
    await new Promise<void>((resolve, reject) => {
      this.#child?.once('spawn', () => resolve());
      this.#child?.once('error', reject);
    });
  }
}

async function mustFind(program: string): Promise<string> {
  const found = await findProgram(program);
  if (!found) throw new Failure(`${program} is missing; reinstall mariadb-server.`);
  return found;
}
