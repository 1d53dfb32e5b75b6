import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import mysql from 'mysql2/promise';
import type { Shop } from '../shop.js';
import type { BatchProcess, BatchWeighing } from '@zest/core';
import { signIn, type Client, type OpenBatch } from './client.js';
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

interface Sent {
  id: string;
  kind: 'weighing' | 'reading';
  massMg: number;
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
  const before = await countRows(shop);
  const accepted: Sent[] = [];
  const state: Going = { repeats: 0, cuts: 0, done: false };
  const clients: Awaited<ReturnType<typeof signIn>>[] = [];
  // One after the other, as people do: tries of one person at once are guesses.
  for (let n = 0; n < options.benches; n += 1) clients.push(await signIn(shop.address, 'Bram', '2580'));
  const workers = clients.map((client, i) =>
    work(client, targets, seeded(options.seed + i + 1), accepted, state),
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
  const report = await compare(shop, accepted, before);
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

interface Going {
  repeats: number;
  cuts: number;
  done: boolean;
}

/** One entry in so many has its line cut within so many milliseconds. */
const CUT = { part: 0.02, mostMs: 12 };

export interface Target {
  batchId: string;
  lineIds: string[];
  stepId: string;
}

/** Batches that are still at their weigh-up, so that entries on their lines are taken. */
export async function openTargets(lead: Client): Promise<Target[]> {
  const batches = (await lead.get<OpenBatch[]>('/batches')).filter((b) => b.state === 'open');
  const targets: Target[] = [];
  for (const batch of batches) {
    const { steps } = await lead.get<Pick<BatchProcess, 'steps'>>(`/batches/${batch.id}/process`);
    const { lines } = await lead.get<Pick<BatchWeighing, 'lines'>>(`/batches/${batch.id}/weighing`);
    const closed = new Set(steps.filter((s) => s.state === 'closed').map((s) => s.id));
    const lineIds = lines.filter((l) => !closed.has(l.stepId)).map((l) => l.id);
    const stepId = steps.find((s) => s.state === 'open')?.id;
    if (lineIds.length > 0 && stepId) targets.push({ batchId: batch.id, lineIds, stepId });
  }
  if (targets.length === 0) throw new Error('The demonstration has no batch to weigh into.');
  return targets;
}

async function work(
  client: Client,
  targets: readonly Target[],
  random: () => number,
  accepted: Sent[],
  state: Going,
): Promise<void> {
  while (!state.done) {
    const target = targets[Math.floor(random() * targets.length)];
    const lineId = target?.lineIds[Math.floor(random() * target.lineIds.length)];
    if (!target || !lineId) return;
    const id = randomUUID();
    const massMg = 1 + Math.floor(random() * 500);
    const isReading = random() < 0.1;
    const [address, body] = isReading
      ? [`/batches/${target.batchId}/readings`, { id, stepId: target.stepId, kind: 'minutes', value: massMg }]
      : [`/batches/${target.batchId}/weighings`, { id, lineId, massMg }];
    for (;;) {
      const isCut = random() < CUT.part;
      if (isCut) state.cuts += 1;
      const status = await client.post(address, body, isCut ? 1 + CUT.mostMs * random() : undefined);
      if (status === 200) break;
      if (status !== 0 && status !== 503) throw new Error(`An entry was refused with ${status}.`);
      state.repeats += 1;
      await pause(60 + 120 * random());
    }
    accepted.push({ id, kind: isReading ? 'reading' : 'weighing', massMg });
  }
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

interface Rows {
  weighings: number;
  readings: number;
  massMg: number;
}

async function countRows(shop: Shop): Promise<Rows> {
  const connection = await mysql.createConnection({ uri: shop.env['DATABASE_URL'] ?? '' });
  const [rows] = await connection.query<mysql.RowDataPacket[]>(
    `SELECT (SELECT COUNT(*) FROM transfer WHERE line_id IS NOT NULL) AS weighings,
       (SELECT COUNT(*) FROM reading) AS readings,
       (SELECT CAST(COALESCE(SUM(amount), 0) AS SIGNED) FROM transfer WHERE line_id IS NOT NULL) AS massMg`,
  );
  await connection.end();
  return rows[0] as Rows;
}

async function compare(shop: Shop, accepted: readonly Sent[], before: Rows) {
  const connection = await mysql.createConnection({ uri: shop.env['DATABASE_URL'] ?? '' });
  let present = 0;
  for (let i = 0; i < accepted.length; i += 500) {
    const part = accepted.slice(i, i + 500);
    for (const [table, kind] of [
      ['transfer', 'weighing'],
      ['reading', 'reading'],
    ] as const) {
      const ids = part.filter((s) => s.kind === kind).map((s) => s.id);
      if (ids.length === 0) continue;
      const [rows] = await connection.query<mysql.RowDataPacket[]>(
        `SELECT COUNT(*) AS n FROM ${table} WHERE id IN (?)`,
        [ids],
      );
      present += Number(rows[0]?.['n']);
    }
  }
  await connection.end();
  const after = await countRows(shop);
  const written = after.weighings - before.weighings + (after.readings - before.readings);
  const massMg = accepted.reduce((sum, s) => (s.kind === 'weighing' ? sum + s.massMg : sum), 0);
  return {
    lost: accepted.length - present,
    doubled: written - accepted.length,
    massDifferenceMg: after.massMg - before.massMg - massMg,
  };
}

function seeded(seed: number): () => number {
  let state = (seed * 2_654_435_761) >>> 0 || 1;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}
