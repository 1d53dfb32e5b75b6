import type { BatchFacts, ShopFacts } from '@zest/core';
import { rm } from 'node:fs/promises';
import { openBaseline } from '../bench/baseline.js';
import { signIn, type Client } from '../bench/client.js';
import { measureFolds } from '../bench/folds.js';
import { measureEvents, quantile } from '../bench/events.js';
import { firstLoadKb } from '../bench/first-load.js';
import { disagreements, measureBoxes, measureDays } from '../bench/blends.js';
import { receiveLots } from '../bench/many-lots.js';
import { measureOpening } from '../bench/opening.js';
import { measurePlans } from '../bench/plans.js';
import { putYearsBehind } from '../bench/years.js';
import { FAKETIME } from '../bench/stepped-clock.js';
import { cluster } from '../bench/cluster/cluster.js';
import { openTargets, type Target } from '../bench/entries.js';
import { soak } from '../bench/soak.js';
import { throwawayDemo } from '../bench/throwaway-demo.js';
import { measureBaseline, measureWeighings } from '../bench/weighings.js';
import { IPROUTE, MARIADB, RSYNC, ensurePackages } from '../packages.js';
import { tempFolder } from '../temp-folder.js';
import { Failure, say } from '../say.js';

const SECONDS = 8;
/** Both servers are measured as they run all day, not in their first seconds. */
const WARM_UP = 4;

/** `./zest bench`: the product's speeds beside the machine's own; `--soak 10m`: the long run; `--cluster 3m`: several servers; `--years 10`: with so many behind it. */
export async function bench(args: readonly string[]): Promise<number> {
  await ensurePackages([MARIADB]);
  const folder = await tempFolder('bench');
  try {
    if (args[0] === '--cluster') return await overCluster(folder, args[1] ?? '3m');
    if (args[0] === '--soak') return await longRun(folder, args[1] ?? '10m');
    return args[0] === '--years' ? await manyYears(folder, args[1] ?? '10') : await measure(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function measure(folder: string): Promise<number> {
  for (const trims of [20, 60]) {
    const t = await measurePlans(trims, 60);
    say(
      `plan, ${trims} trims: HiGHS alone ${ms(t.aloneMs)}, whole plan ${ms(t.planMs)} (at most ${ms(2 * t.aloneMs + 5)} wanted)`,
    );
    say(
      `plan, ${trims} trims at 0.8: median ${ms(t.confidentMs)}, worst ${ms(t.confidentWorstMs)}, at most ${t.mostSolves} solves`,
    );
  }
  for (const confidence of [0, 0.8]) {
    const t = await measureBoxes(100, confidence);
    say(
      `plan, 60 lots half by the box, at most 4 trims, at ${confidence}: median ${ms(t.medianMs)} (200 wanted), worst of 100 ${ms(t.worstMs)} (1500 wanted)`,
    );
  }
  const day = await measureDays(10);
  say(
    `day of 8 batches over 60 lots: median ${ms(day.medianMs)}, worst of 10 ${ms(day.worstMs)} (3000 wanted), ${day.savedPct.toFixed(2)} % saved over one by one`,
  );
  say(`least cost that another solver does not find, of 500 cases: ${await disagreements(500)} (0 wanted)`);
  const shop = await throwawayDemo(folder);
  try {
    const baseline = await openBaseline(shop.ownerUrl);
    await measureBaseline(baseline.address, WARM_UP);
    const bare = await measureBaseline(baseline.address, SECONDS);
    await baseline.close();
    const client = await signIn(shop.address, 'Bram', '2580');
    const lead = await signIn(shop.address, 'Ines', 'lowmarsh');
    const targets = await openTargets(lead);
    await readings(lead, targets);
    await measureWeighings(shop.address, client, targets, WARM_UP);
    const rate = await measureWeighings(shop.address, client, targets, SECONDS);
    say(`bare Express + INSERT, 10 connections: ${Math.round(bare.perSecond)}/s, p99 ${ms(bare.p99Ms)}`);
    say(
      `weighings, 10 benches: ${Math.round(rate.perSecond)}/s (${Math.round((100 * rate.perSecond) / bare.perSecond)} % of bare, 50 % wanted), p99 ${ms(rate.p99Ms)} (40 ms wanted), ${rate.errors} errors`,
    );
    const [target] = targets;
    if (target) {
      const times = await measureEvents(shop.address, client, lead, target, 60);
      say(
        `weight to another screen: median ${ms(quantile(times, 0.5))}, p95 ${ms(quantile(times, 0.95))} (150 wanted)`,
      );
      const { facts, shop: rules } = await lead.get<{ facts: BatchFacts; shop: ShopFacts }>(
        `/batches/${target.batchId}/facts`,
      );
      say(
        `GET a batch with ${facts.transfers.length} entries: ${ms(await medianOf(lead, `/batches/${target.batchId}/facts`))} (150 wanted)`,
      );
      const folds = measureFolds(facts, rules, target.lineIds[0] ?? '');
      say(
        `fold of ${facts.transfers.length} entries: ${ms(folds.wholeMs)} (60 wanted for 2000), with one more ${ms(folds.oneMoreMs)} (10 wanted)`,
      );
    }
    await receiveLots(lead, 5000);
    const lots = await lead.get<unknown[]>('/lots');
    say(`GET /lots with ${lots.length} lots: ${ms(await medianOf(lead, '/lots'))} (250 wanted)`);
  } finally {
    await shop.stop();
  }
  say(`first load: ${(await firstLoadKb()).toFixed(0)} kB of script gzipped (350 wanted)`);
  return 0;
}

/** Entries of a shop's year: thirty batches a week with all that is weighed, moved and sold. */
const ENTRIES_A_YEAR = 1_000_000;
/** A screen opens within twice its time in an empty shop; what is below this is as good as at once, ms. */
const AT_ONCE_MS = 40;

/** What each screen reads when it is opened. */
function screens({
  batchId,
  lotId,
  recipeId,
}: Record<'batchId' | 'lotId' | 'recipeId', string>): Record<string, readonly string[]> {
  return {
    Today: ['/batches', '/lots', '/outlook', '/rework'],
    'Cold room': ['/lots', '/goods', '/preparations', '/customers'],
    Blend: ['/lots', '/recipes', '/blend-drafts'],
    'a batch': [`/batches/${batchId}/facts`, `/batches/${batchId}/lots`],
    Bench: ['/batches', '/bench-rules'],
    Yields: ['/batches', '/recipes'],
    'a lot': [`/lots/${lotId}`],
    'a recipe and its story': ['/recipes', `/recipes/${recipeId}/story`],
    'the shelf': ['/ingredients', '/goods'],
    'what was changed': ['/changes'],
  };
}

async function manyYears(folder: string, text: string): Promise<number> {
  const years = Number(text);
  if (!(years >= 0.01 && years <= 30)) throw new Failure('Say how many years: --years 10.');
  const shop = await throwawayDemo(folder);
  try {
    const client = await signIn(shop.address, 'Bram', '2580');
    const lead = await signIn(shop.address, 'Ines', 'lowmarsh');
    const targets = await openTargets(lead);
    const idOf = async (place: string) => (await lead.get<{ id: string }[]>(place))[0]?.id ?? '';
    const seen = screens({
      batchId: targets[0]?.batchId ?? '',
      lotId: await idOf('/lots'),
      recipeId: await idOf('/recipes'),
    });
    const opened = async () => {
      const places = new Map<string, number>();
      const times: Record<string, number> = {};
      for (const [screen, asked] of Object.entries(seen)) {
        for (const place of asked) if (!places.has(place)) places.set(place, await medianOf(lead, place));
        times[screen] = asked.reduce((sum, place) => sum + (places.get(place) ?? 0), 0);
      }
      say(
        [...places].map(([place, took]) => `${place.replace(/[0-9a-f-]{36}/, 'x')} ${ms(took)}`).join(', '),
      );
      times['a batch is opened'] = await measureOpening(lead);
      return times;
    };
    await measureWeighings(shop.address, client, targets, WARM_UP);
    const rateBefore = await measureWeighings(shop.address, client, targets, SECONDS);
    // Read with the same entries in its open batches, and the same of today.
    const before = await opened();
    const started = Date.now();
    const history = await putYearsBehind(shop.ownerUrl, {
      years,
      wanted: years * ENTRIES_A_YEAR,
      told: (copies, of) => say(`${Math.round((100 * copies) / of)} % of ${years} years`),
    });
    say(
      `${history.transfers} entries in ${history.batches} batches, ${history.lots} lots, ${history.others} other rows; ${Math.round((Date.now() - started) / 1000)} s`,
    );
    const after = await opened();
    let isWell = true;
    for (const [screen, was] of Object.entries(before)) {
      const now = after[screen] ?? Infinity;
      const isSlow = now > Math.max(2 * was, AT_ONCE_MS);
      isWell &&= !isSlow;
      say(
        `${screen}: ${ms(was)} before, ${ms(now)} with ${years} years behind it${isSlow ? ' – TOO SLOW' : ''}`,
      );
    }
    await measureWeighings(shop.address, client, targets, WARM_UP);
    const rate = await measureWeighings(shop.address, client, targets, SECONDS);
    const part = rate.perSecond / rateBefore.perSecond;
    isWell &&= part >= RATE_KEPT;
    say(
      `weighings: ${Math.round(rateBefore.perSecond)}/s before, ${Math.round(rate.perSecond)}/s after (${Math.round(100 * part)} %, ${100 * RATE_KEPT} wanted), p99 ${ms(rate.p99Ms)}, ${rate.errors} errors`,
    );
    await receiveLots(lead, 200);
    const delivery = performance.now();
    await receiveLots(lead, 200);
    say(`a delivery of 200 lots: ${ms(performance.now() - delivery)}`);
    return isWell ? 0 : 1;
  } finally {
    await shop.stop();
  }
}

/** So much of the rate of recording is kept. */
const RATE_KEPT = 0.8;

/** What screens read, as the demonstration has it. */
async function readings(lead: Client, targets: readonly Target[]): Promise<void> {
  const sheet = `/batches/${targets[0]?.batchId ?? ''}/facts`;
  for (const [what, place, wanted] of [
    ['the list of batches', '/batches', ' (25 wanted)'],
    ['a batch', sheet, ' (30 wanted)'],
    ['the lots', '/lots', ''],
    ['the recipes', '/recipes', ''],
  ] as const) {
    say(`GET ${what}: ${ms(await medianOf(lead, place))}${wanted}`);
  }
}

/** The median of nine readings after a first one. */
async function medianOf(client: Client, place: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < 10; i += 1) {
    const started = performance.now();
    await client.get(place);
    times.push(performance.now() - started);
  }
  return quantile(times.slice(1), 0.5);
}

/** An entry that waits longer than this is a pause at the bench, ms. */
const PAUSE_MS = 10_000;

async function overCluster(folder: string, length: string): Promise<number> {
  await ensurePackages([RSYNC, IPROUTE]);
  const seconds = secondsOf(length, '--cluster 3m');
  const report = await cluster({ folder, seed: Date.now() % 100_000, benches: 8, seconds, told: say });
  say(JSON.stringify(report));
  const isWell =
    report.lost === 0 &&
    report.doubled === 0 &&
    report.massDifferenceMg === 0 &&
    report.unlike.length === 0 &&
    report.longestMs < PAUSE_MS;
  return isWell ? 0 : 1;
}

/** @throws Failure where it is no time */
function secondsOf(length: string, example: string): number {
  const match = /^(\d+)(s|m)$/.exec(length);
  if (!match) throw new Failure(`Say how long: ${example}, or in seconds as 90s.`);
  return Number(match[1]) * (match[2] === 'm' ? 60 : 1);
}

async function longRun(folder: string, length: string): Promise<number> {
  const seconds = secondsOf(length, '--soak 10m');
  await ensurePackages([FAKETIME]);
  const minutes = Math.max(1, Math.round(seconds / 60));
  const report = await soak({
    folder,
    seed: Date.now() % 100_000,
    benches: 10,
    entries: 3000,
    kills: Math.max(10, Math.round(seconds / 9)),
    freezes: minutes,
    fills: minutes,
    steps: 4 * minutes,
    seconds,
  });
  say(JSON.stringify(report));
  const isWell =
    report.lost === 0 &&
    report.doubled === 0 &&
    report.massDifferenceMg === 0 &&
    report.silentReads.length === 0;
  return isWell ? 0 : 1;
}

function ms(value: number): string {
  return `${value.toFixed(value < 10 ? 1 : 0)} ms`;
}
