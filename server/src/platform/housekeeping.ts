import { sql } from './sql.js';
import type { Database } from './database.js';

const EVERY_MS = 10 * 60_000;
const EVENTS_KEPT_MS = 60 * 60_000;
const ATTEMPTS_KEPT_MS = 30 * 86_400_000;
const PRINTED_KEPT_MS = 14 * 86_400_000;

/** Deletes what nobody will ask for again: old live events, ended sessions, old sign-in attempts. */
export async function tidyUp(db: Database, now: Date): Promise<void> {
  const before = (ms: number) => new Date(now.getTime() - ms);
  await sql(db).write('DELETE FROM live_event WHERE at < :before', { before: before(EVENTS_KEPT_MS) });
  for (const table of ['device_shown', 'device_ask'])
    await sql(db).write(`DELETE FROM ${table} WHERE at < :before`, { before: before(EVENTS_KEPT_MS) });
  await sql(db).write('DELETE FROM printed WHERE at < :before', { before: before(PRINTED_KEPT_MS) });
  await sql(db).write('DELETE FROM session WHERE expires_at < :before', { before: now });
  await sql(db).write(
    // What makes a device known to be somebody's stays.
    'DELETE FROM sign_in_attempt WHERE at < :before AND NOT (succeeded AND device IS NOT NULL)',
    { before: before(ATTEMPTS_KEPT_MS) },
  );
}

/** Tidies up now and every ten minutes; a database that is away is tried again next time. */
export function keepTidy(db: Database, now: () => Date): () => void {
  const tidy = () => void tidyUp(db, now()).catch(() => undefined);
  tidy();
  const timer = setInterval(tidy, EVERY_MS);
  return () => clearInterval(timer);
}
