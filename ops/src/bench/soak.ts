import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { Shop } from '../shop.js';
import { signIn, type Client } from './client.js';
import {
  compare,
  countRows,
  openTargets,
  seeded,
  work,
  type Going,
  type Sent,
  type Target,
} from './entries.js';
import { smallDisk } from './small-disk.js';
import { steppedClock } from './stepped-clock.js';
import { throwawayDemo } from './throwaway-demo.js';
import { befall, type Befallen, type Troubles } from './troubles.js';

export interface SoakOptions {
  folder: string;
  seed: number;
  benches: number;
  /** Entries to be accepted in all; more are sent when `seconds` has not passed. */
  entries: number;
  kills: number;
  freezes: number;
  /** Times that the disk is full. */
  fills: number;
  /** Times that the clock is set. */
  steps: number;
  /** Go on at least this long. */
  seconds?: number;
}

export interface SoakReport extends Befallen {
  /** Whether it ran on a disk that could be filled. */
  onSmallDisk: boolean;
  accepted: number;
  /** Accepted entries that the ledger does not hold. */
  lost: number;
  /** Entries that the ledger holds more than the benches sent. */
  doubled: number;
  /** Kilograms on the lines in the ledger less kilograms accepted; 0 when all is well. */
  massDifferenceMg: number;
  /** Requests whose line was cut in the middle. */
  cuts: number;
  /** Reads of the interface that did not answer afterwards. */
  silentReads: string[];
  /** Entries that had to be sent again because the server was away. */
  repeats: number;
  seconds: number;
}

/** Room for the shop's data and half as much again, MB. */
const DISK_MB = 700;
/** The clock runs behind, hours ahead, a little behind, and right again, s; less than a session lasts. */
const STEPS = [-7_200, 10_800, -90, 0];

/**
 * Ten benches weigh while the application and the database are killed at seeded moments, the database stands still
 * for seconds, the disk is full for some, the clock is set forward and back, and lines are cut in the middle of an
 * entry. Every entry is sent until it is accepted; afterwards the ledger is counted against what was accepted, and
 * every screen is asked for. The disk is filled as root only, the clock set where Debian's faketime is installed.
 */
export async function soak(options: SoakOptions): Promise<SoakReport> {
  const started = Date.now();
  const disk = options.fills > 0 ? await smallDisk(path.join(options.folder, 'disk'), DISK_MB) : undefined;
  const clock = options.steps > 0 ? await steppedClock(options.folder) : undefined;
  const { fills, kills, freezes } = options;
  const troubles = { kills, freezes, fills, disk, steps: timesOver(STEPS, options.steps), clock };
  try {
    const shop = await throwawayDemo(path.join(disk?.folder ?? options.folder, 'shop'), clock?.env);
    try {
      return await soakShop(shop, options, troubles, started);
    } finally {
      await shop.stop();
    }
  } finally {
    await disk?.remove();
  }
}

function timesOver<T>(items: readonly T[], times: number): T[] {
  return Array.from({ length: Math.ceil(times / items.length) }, () => items)
    .flat()
    .slice(0, times);
}

async function soakShop(
  shop: Shop,
  options: SoakOptions,
  troubles: Troubles,
  started: number,
): Promise<SoakReport> {
  const random = seeded(options.seed);
  const lead = await signIn(shop.address, 'Ines', 'lowmarsh');
  const targets = await openTargets(lead);
  const url = shop.env['DATABASE_URL'] ?? '';
  const before = await countRows(url);
  const accepted: Sent[] = [];
  const state: Going = { repeats: 0, cuts: 0, longestMs: 0, done: false };
  const clients: Awaited<ReturnType<typeof signIn>>[] = [];
  // One after the other, as people do: tries of one person at once are guesses.
  for (let n = 0; n < options.benches; n += 1) clients.push(await signIn(shop.address, 'Bram', '2580'));
  const workers = clients.map((client, i) =>
    work([client], targets, seeded(options.seed + i + 1), accepted, state),
  );
  const { entries, seconds } = options;
  const befallen = await befall(shop, troubles, { entries, seconds, random }, () => ({
    accepted: accepted.length,
    repeats: state.repeats,
  }));
  const until = started + (options.seconds ?? 0) * 1000;
  while (accepted.length < options.entries || Date.now() < until) await pause(50);
  state.done = true;
  await Promise.all(workers);
  const report = await compare(url, accepted, before);
  return {
    ...report,
    cuts: state.cuts,
    silentReads: await silentReads(lead, targets),
    ...befallen,
    onSmallDisk: troubles.disk !== undefined,
    accepted: accepted.length,
    repeats: state.repeats,
    seconds: (Date.now() - started) / 1000,
  };
}

/** What does not answer any more of what screens ask. */
async function silentReads(lead: Client, targets: readonly Target[]): Promise<string[]> {
  const paths = [
    '/health',
    '/batches',
    '/lots',
    '/recipes',
    '/goods',
    '/ingredients',
    '/people',
    ...targets.flatMap(({ batchId }) =>
      ['facts', 'process', 'weighing', 'costs'].map((p) => `/batches/${batchId}/${p}`),
    ),
  ];
  const silent: string[] = [];
  for (const path of paths) {
    const answer = await lead.get<{ status?: unknown }>(path).catch(() => undefined);
    if (answer === undefined || typeof answer.status === 'number') silent.push(path);
  }
  return silent;
}
