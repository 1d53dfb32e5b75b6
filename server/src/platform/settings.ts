import { sql } from './sql.js';
import {
  COMMON_RULES,
  USUAL_MACHINES,
  isTimeZone,
  type BookId,
  type HouseRules,
  type Machine,
} from '@zest/core';
import { audit, type ChangedBy } from './audit.js';
import type { Db } from './database.js';

/** The rule book the shop has chosen, or null. */
export async function chosenBook(db: Db): Promise<BookId | null> {
  return ((await readSetting(db, 'rule_book')) as BookId | undefined) ?? null;
}

/** The rule book the shop works by; until one is chosen, the one with the strictest nitrite. */
export async function shopBook(db: Db): Promise<BookId> {
  return (await chosenBook(db)) ?? 'eu';
}

/** What the shop has set of its own limits. */
export async function houseRules(db: Db): Promise<HouseRules> {
  const kept = (await readSetting(db, 'house_limits')) as Partial<HouseRules> | undefined;
  return { ...COMMON_RULES, ...kept };
}

/** Writes a setting, and who changed it from what to what. */
export async function saveSetting(db: Db, name: string, value: unknown, by?: ChangedBy): Promise<void> {
  if (by) {
    const from = { value: (await readSetting(db, name)) ?? null };
    await audit(db, by, { what: 'setting', about: name.replaceAll('_', ' '), from, to: { value } });
  }
  await sql(db).write(
    'INSERT INTO setting (name, value) VALUES (:name, :value) ON DUPLICATE KEY UPDATE value = :value',
    { name, value: JSON.stringify(value) },
  );
}

async function readSetting(db: Db, name: string): Promise<unknown> {
  const [row] = await sql(db).rows<{ value: unknown }>('SELECT value FROM setting WHERE name = :name', {
    name,
  });
  return row?.value;
}

/** How the shop wants its bench to work. */
export interface BenchRules {
  /** The weight of cure is confirmed by a second person with a PIN of their own. */
  cureSecondCheck: boolean;
}

/** What the lead chose; until then two people for the cure where there are two. */
export async function benchRules(db: Db): Promise<BenchRules> {
  const kept = (await readSetting(db, 'bench_rules')) as Partial<BenchRules> | undefined;
  return { cureSecondCheck: kept?.cureSecondCheck ?? (await handsOf(db)) >= 2 };
}

/** People who can weigh a cure or confirm its weight. */
async function handsOf(db: Db): Promise<number> {
  const [row] = await sql(db).rows<{ hands: number }>(
    "SELECT COUNT(*) AS hands FROM person WHERE active AND role IN ('lead', 'bench')",
  );
  return row?.hands ?? 0;
}

/** Where nobody has said where the shop stands. */
const DEFAULT_ZONE = 'UTC';

/** The time zone of the shop: its days, dates and clock times are told in it. */
export async function timeZone(db: Db): Promise<string> {
  const kept = await readSetting(db, 'time_zone');
  return typeof kept === 'string' && isTimeZone(kept) ? kept : DEFAULT_ZONE;
}

/** The currency of the shop's prices, ISO 4217; null until it was said. */
export async function currency(db: Db): Promise<string | null> {
  return ((await readSetting(db, 'currency')) as string | undefined) ?? null;
}

/** What an hour of one pair of hands costs the shop, minor units; null until it was said. */
export async function hourMinor(db: Db): Promise<number | null> {
  return ((await readSetting(db, 'hour_minor')) as number | null | undefined) ?? null;
}

/** The shop's machines; a small shop's until it was said. */
export async function machines(db: Db): Promise<Machine[]> {
  return ((await readSetting(db, 'machines')) as Machine[] | undefined) ?? [...USUAL_MACHINES];
}

/** What of the shop is on labels and in forms beside its name. */
interface About {
  address: string;
  country: string | null;
  units: 'metric' | 'pound';
  numberStyle: 'point' | 'comma' | null;
}

export async function about(db: Db): Promise<About> {
  const kept = (await readSetting(db, 'shop')) as Partial<About> | undefined;
  return { address: '', country: null, units: 'metric', numberStyle: null, ...kept };
}

/** Until somebody has given the shop a name. */
const UNNAMED = 'Our shop';

export async function shopName(db: Db): Promise<string> {
  const kept = await readSetting(db, 'shop_name');
  return typeof kept === 'string' ? kept : UNNAMED;
}
