import { mkdir, rm } from 'node:fs/promises';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { nodesOf } from '@zest/server/nodes';
import { ensurePackages, MARIADB } from '../packages.js';
import { DATA, ROOT } from '../paths.js';
import { run } from '../run.js';
import { Failure, say } from '../say.js';
import { askBoth } from '../ask.js';
import { mustBeIdle } from '../claim.js';
import { openShop } from '../shop.js';
import { fillOnce } from '../fill-once.js';
import { reachedAs, type Reached } from '../tablets/reached.js';

/** `./zest demo`: the demonstration shop, filled on first start. */
export function demo(): Promise<number> {
  return demonstration(path.join(DATA, 'demo'), []);
}

/** `./zest practice`: the same shop on throw-away data, fresh at every start, beside the real one. */
export async function practice(): Promise<number> {
  const folder = path.join(DATA, 'practice');
  await mustBeIdle(folder);
  await rm(folder, { recursive: true, force: true });
  return demonstration(folder, [
    'Everything here is thrown away at the next start. At the bench, let deliveries come by themselves.',
  ]);
}

function demonstration(folder: string, words: readonly string[]): Promise<number> {
  return serve({
    demo: true,
    folder,
    prepare: (env, ownerUrl) =>
      fillOnce(
        folder,
        { ownerUrl, appUser: new URL(nodesOf(env['DATABASE_URL'] ?? '')[0] ?? '').username },
        async () => {
          const code = await run(process.execPath, [path.join(ROOT, 'server/dist/demo/main.js')], { env });
          if (code !== 0) throw new Failure('The demonstration shop could not be filled.');
        },
      ),
    after: [
      ...words,
      'Sign in as Ines (lead, password lowmarsh), Bram (bench, PIN 2580), Oda (bench, PIN 1357),',
      'Mr Feld (owner, password ferrygalley) or the inspector (password harbourmaster).',
    ],
  });
}

/**
 * `./zest start`: the shop's own data; asks for the first lead when there is nobody yet. With `--host <name or address>`
 * tablets reach it by HTTPS from then on; with `--host off` they do no more.
 */
export async function start(args: readonly string[]): Promise<number> {
  const at = args.indexOf('--host');
  const folder = path.join(DATA, 'shop');
  await mkdir(folder, { recursive: true });
  const reached = await reachedAs(folder, at >= 0 ? (args[at + 1] ?? '') : undefined);
  return serve({
    demo: false,
    folder,
    reached,
    prepare: (env, ownerUrl) => firstLead(env, ownerUrl),
    after: reached
      ? [
          `Tablets reach it at https://${reached.host}:${reached.httpsPort}/`,
          `A tablet learns to trust it, once, at http://${reached.host}:${reached.trustPort}/ – print the sheet under Shop, Tablets.`,
        ]
      : [],
  });
}

async function serve(options: {
  demo: boolean;
  folder: string;
  reached?: Reached | undefined;
  prepare: (env: NodeJS.ProcessEnv, ownerUrl: string) => Promise<void>;
  after: readonly string[];
}): Promise<number> {
  if (process.env['DATABASE_URL'] === undefined) await ensurePackages([MARIADB]);
  const stopAsked = askedToStop();
  const wanted = Number(process.env['ZEST_PORT'] ?? '');
  const shop = await openShop({ ...options, port: wanted > 0 ? wanted : undefined });
  say(`Zest Tally is at ${shop.address}`);
  for (const line of options.after) say(line);
  say('Ctrl-C stops it.');
  await stopAsked;
  say('Stopping …');
  await shop.stop();
  return 0;
}

/** The first Ctrl-C stops in good order; another changes nothing but says so: a database cut off is no faster. */
function askedToStop(): Promise<void> {
  let times = 0;
  return new Promise((resolve) => {
    const asked = () => {
      times += 1;
      if (times > 1) say('It is stopping already; the database is closed in good order.');
      resolve();
    };
    process.on('SIGINT', asked);
    process.on('SIGTERM', asked);
    process.on('SIGHUP', asked);
  });
}

async function firstLead(env: NodeJS.ProcessEnv, ownerUrl: string): Promise<void> {
  const connection = await mysql.createConnection({ uri: ownerUrl });
  const [rows] = await connection.query<mysql.RowDataPacket[]>('SELECT COUNT(*) AS n FROM person');
  await connection.end();
  if (Number(rows[0]?.['n']) > 0) return;
  const { name, password } = await askForLead();
  const code = await run(process.execPath, [path.join(ROOT, 'server/dist/people/commands/add-lead.js')], {
    env: { ...env, ZEST_LEAD_NAME: name, ZEST_LEAD_PASSWORD: password },
  });
  if (code !== 0) throw new Failure('The lead could not be added.');
}

/** Name and password of the first lead, from the environment or asked at the terminal. */
async function askForLead(): Promise<{ name: string; password: string }> {
  const given = { name: process.env['ZEST_LEAD_NAME'], password: process.env['ZEST_LEAD_PASSWORD'] };
  if (given.name !== undefined && given.password !== undefined) {
    return { name: given.name, password: given.password };
  }
  if (!process.stdin.isTTY) {
    throw new Failure(
      'There is nobody in this shop yet: start it from a terminal, or set ZEST_LEAD_NAME and ZEST_LEAD_PASSWORD.',
    );
  }
  const { shown, hidden } = await askBoth(
    'Name of the production lead: ',
    'Password (at least ten characters, not shown):',
  );
  return { name: shown, password: hidden };
}
