import { outOfChill, shopClock, shopDay, type OutOfChill } from '@zest/core';
import type { Db } from './database.js';
import { houseRules, timeZone } from './settings.js';

/** A moment as the shop tells it. */
export interface ShopTime {
  now: Date;
  zone: string;
  /** The shop's day at `now`. */
  today: string;
  /** How long meat may stand out of the chill. */
  outOfChill: OutOfChill;
}

export async function shopTime(db: Db, now: Date): Promise<ShopTime> {
  const zone = await timeZone(db);
  return { now, zone, today: shopDay(zone, now), outOfChill: outOfChill(await houseRules(db)) };
}

/** The day of an instant where the shop stands, as `YYYY-MM-DD`. */
export async function dayOf(db: Db, at: Date): Promise<string> {
  return shopDay(await timeZone(db), at);
}

/** The clock of the shop at an instant, as `HH:MM`. */
export async function clockTime(db: Db, at: Date): Promise<string> {
  return shopClock(await timeZone(db), at);
}
