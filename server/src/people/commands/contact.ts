import type { AppContext } from '../../platform/app-context.js';
import * as store from '../store/contact.js';

/** Every process writes down no oftener than this that a device was heard of. */
const NOTED_MS = 2_000;
/** Not heard of for longer than this, a device was away. */
const AWAY_MS = 8_000;
/** The clock of a device may be off by so much. */
const CLOCK_MS = 120_000;

const MOST_KEPT = 2_000;
const noted = new WeakMap<AppContext, Map<string, number>>();

/** A device is heard of: whoever is signed in there asks for something. */
export async function noteContact(app: AppContext, device: string): Promise<void> {
  const now = app.now();
  const mine = noted.get(app) ?? new Map<string, number>();
  noted.set(app, mine);
  const last = mine.get(device);
  if (last !== undefined && now.getTime() >= last && now.getTime() - last < NOTED_MS) return;
  if (mine.size > MOST_KEPT) mine.clear();
  mine.set(device, now.getTime());
  await store.writeContact(app.db, { device, now, before: new Date(now.getTime() - AWAY_MS) });
}

/**
 * The time that is believed of an entry which is said to have waited on a device: it did so only while the device was not
 * heard of. What a device sends in one go after that is believed as well.
 *
 * @param at as the device says
 * @returns undefined where the device was there all the time, and the entry is one like any other
 */
export async function waitedSince(app: AppContext, device: string, at: Date): Promise<Date | undefined> {
  const around = { from: new Date(at.getTime() - CLOCK_MS), until: new Date(at.getTime() + CLOCK_MS) };
  const gap = await store.gapAround(app.db, { device, at, ...around });
  if (!gap) return undefined;
  return new Date(Math.min(gap.backAt.getTime(), Math.max(gap.leftAt.getTime(), at.getTime())));
}
