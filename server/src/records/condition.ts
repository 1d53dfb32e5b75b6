import { readFile, statfs } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { judgeCondition, type ConditionFinding, type Measured } from '@zest/core';
import type { AppContext } from '../platform/app-context.js';
import { reachOf } from '../platform/reach.js';
import { databaseClock } from './store/clock.js';

/** What the clock of the day and the one that nobody sets showed when the application began. */
const BEGAN = { atMs: Date.now(), ticksMs: performance.now() };

/** How the shop's computer is, and what of it should be seen to. */
export async function conditionOf(
  app: AppContext,
): Promise<{ findings: ConditionFinding[]; measured: Measured; upSeconds: number }> {
  const measured = await measure(app);
  return { findings: judgeCondition(measured), measured, upSeconds: Math.round(process.uptime()) };
}

async function measure(app: AppContext): Promise<Measured> {
  const started = performance.now();
  const askedAt = Date.now();
  const databaseAt = await databaseClock(app.db);
  const databaseMs = performance.now() - started;
  const reach = await reachOf(app.config.beyond);
  return {
    disk: await diskOf(app.config.backupFolder ?? app.config.spoolFolder),
    memory: { freeBytes: await freeMemory(), sizeBytes: os.totalmem() },
    clockStepMs: stepOf({ atMs: Date.now(), ticksMs: performance.now() }, BEGAN),
    databaseAheadMs: databaseAt.getTime() - askedAt - databaseMs / 2,
    databaseMs,
    certificateDays: reach ? (Date.parse(reach.until) - Date.now()) / 86_400_000 : null,
  };
}

/** How far the clock of the day went another way than the time that passed, ms. */
export function stepOf(now: typeof BEGAN, began: typeof BEGAN): number {
  return now.atMs - began.atMs - (now.ticksMs - began.ticksMs);
}

/** Room on the disk of a folder, or of the nearest one above it that is there. */
async function diskOf(folder: string): Promise<Measured['disk']> {
  for (let at = path.resolve(folder); ; at = path.dirname(at)) {
    const found = await statfs(at).catch(() => undefined);
    if (found) return { freeBytes: found.bavail * found.bsize, sizeBytes: found.blocks * found.bsize };
    if (at === path.dirname(at)) throw new Error(`The disk of ${folder} cannot be looked at.`);
  }
}

/** What the machine can still give, its caches counted as free. */
async function freeMemory(): Promise<number> {
  const text = await readFile('/proc/meminfo', 'utf8').catch(() => '');
  const kb = /^MemAvailable:\s+(\d+) kB$/m.exec(text)?.[1];
  return kb === undefined ? os.freemem() : Number(kb) * 1024;
}
