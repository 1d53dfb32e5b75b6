import { setTimeout as pause } from 'node:timers/promises';
import type { Shop } from '../shop.js';
import type { SmallDisk } from './small-disk.js';
import type { SteppedClock } from './stepped-clock.js';

/** What befalls a shop while its benches weigh. */
export interface Troubles {
  /** Kills of the application, and as many of the database. */
  kills: number;
  /** Times that the database is frozen for some seconds. */
  freezes: number;
  /** Times that the disk is filled for some seconds; it needs a disk of its own. */
  fills: number;
  disk?: SmallDisk | undefined;
  /** Seconds by which the clock is set wrong, one after another; it needs the clock. */
  steps: readonly number[];
  clock?: SteppedClock | undefined;
}

export interface Befallen {
  appKills: number;
  databaseKills: number;
  /** Times that the database stood still. */
  freezes: number;
  /** Times that the disk was full. */
  fills: number;
  /** Entries that had to be sent again while it was. */
  refusedWhenFull: number;
  /** Times that the clock was set. */
  steps: number;
}

/** Longer than it takes until it is said that the database does not answer. */
const FROZEN_MS = 6_000;
/** Long enough that every bench is refused several times. */
const FULL_MS = 4_000;
/** Longer than any entry waits for its answer. */
const AT_MOST_FULL_MS = 60_000;

/** How far the benches are. */
export interface Progress {
  accepted: number;
  /** Entries that had to be sent again because the server was away, or refused for now. */
  repeats: number;
}

/**
 * Troubles spread over a run: each kill waits until a seeded number of entries has been accepted, and after it until
 * the next one is; the other troubles come between them.
 */
export async function befall(
  shop: Shop,
  troubles: Troubles,
  run: { entries: number; seconds: number | undefined; random: () => number },
  progress: () => Progress,
): Promise<Befallen> {
  const count = () => progress().accepted;
  const done: Befallen = {
    appKills: 0,
    databaseKills: 0,
    freezes: 0,
    fills: 0,
    refusedWhenFull: 0,
    steps: 0,
  };
  const total = 2 * troubles.kills;
  const each = run.entries / (total + 1);
  for (let i = 0; i < total; i += 1) {
    const moment = Math.floor(each * (i + 0.3 + 0.7 * run.random()));
    const slowest = run.seconds === undefined ? 0 : (run.seconds * 1000 * run.random()) / total;
    if (slowest > 0) await pause(slowest);
    while (count() < Math.min(moment, run.entries - 1)) await pause(5);
    await pause(15 * run.random());
    await killed(() => (i % 2 === 0 ? shop.appPid() : shop.databasePid()));
    if (i % 2 === 0) done.appKills += 1;
    else done.databaseKills += 1;
    await goesOn(count);
    if (done.freezes < troubles.freezes && (await freeze(shop.databasePid()))) done.freezes += 1;
    if (troubles.disk && done.fills < troubles.fills) {
      await goesOn(count);
      const before = progress().repeats;
      await troubles.disk.fill();
      await pause(FULL_MS);
      // A database that has room in its files yet, or waits for the disk, refuses nobody at once.
      const until = Date.now() + AT_MOST_FULL_MS;
      while (progress().repeats === before && Date.now() < until) await pause(20);
      done.refusedWhenFull += progress().repeats - before;
      await troubles.disk.free();
      done.fills += 1;
      await goesOn(count);
    }
    const seconds = troubles.steps[done.steps];
    if (troubles.clock && seconds !== undefined) {
      await troubles.clock.step(seconds);
      done.steps += 1;
      await goesOn(count);
    }
  }
  return done;
}

/** Waits until one more entry is taken. */
async function goesOn(count: () => number): Promise<void> {
  const now = count();
  while (count() === now) await pause(20);
}

/** Kills a program, as soon as it is there: it may just be starting again. */
async function killed(pidOf: () => number | undefined): Promise<void> {
  for (;;) {
    const pid = pidOf();
    if (pid && kill(pid)) return;
    await pause(20);
  }
}

function kill(pid: number): boolean {
  try {
    process.kill(pid, 'SIGKILL');
    return true;
  } catch {
    return false;
  }
}

async function freeze(pid: number): Promise<boolean> {
  try {
    process.kill(pid, 'SIGSTOP');
    await pause(FROZEN_MS);
    process.kill(pid, 'SIGCONT');
    return true;
  } catch {
    return false;
  }
}
