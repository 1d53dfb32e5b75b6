import { sql } from './sql.js';
import type { Connection } from 'mysql2/promise';
import type { Database } from './database.js';
import { errnoOf } from './database-errors.js';

const ADD_ONLY = 'SELECT, INSERT';
const CHANGE = 'SELECT, INSERT, UPDATE';

/** What the application's account may do, table by table. Nothing else is granted. */
const GRANTS: Record<string, string> = {
  migration: 'SELECT',
  person: CHANGE,
  session: 'SELECT, INSERT, UPDATE, DELETE',
  sign_in_attempt: 'SELECT, INSERT, DELETE',
  sign_out: ADD_ONLY,
  device_contact: CHANGE,
  device_gap: 'SELECT, INSERT, DELETE',
  setting: CHANGE,
  tablet: CHANGE,
  device: CHANGE,
  pass: CHANGE,
  pairing_code: 'SELECT, INSERT, UPDATE, DELETE',
  live_event: 'SELECT, INSERT, DELETE',
  device_shown: 'SELECT, INSERT, UPDATE, DELETE',
  device_ask: 'SELECT, INSERT, DELETE',
  printed: 'SELECT, INSERT, UPDATE, DELETE',
  turn: CHANGE,
  command: ADD_ONLY,
  trim_kind: CHANGE,
  ingredient: CHANGE,
  casing: CHANGE,
  account: ADD_ONLY,
  lot: CHANGE,
  lot_code: CHANGE,
  balance: CHANGE,
  transfer: ADD_ONLY,
  recipe: CHANGE,
  recipe_version: ADD_ONLY,
  proven_version: CHANGE,
  recipe_draft: 'SELECT, INSERT, UPDATE, DELETE',
  recipe_note: ADD_ONLY,
  recipe_note_settled: ADD_ONLY,
  tasting: ADD_ONLY,
  batch: CHANGE,
  batch_summary: CHANGE,
  batch_work: ADD_ONLY,
  batch_step: CHANGE,
  batch_portion: ADD_ONLY,
  batch_line: ADD_ONLY,
  reservation: CHANGE,
  reading: ADD_ONLY,
  reading_back: ADD_ONLY,
  acceptance: ADD_ONLY,
  bench_mark: ADD_ONLY,
  calibration: ADD_ONLY,
  notice: ADD_ONLY,
  audit: ADD_ONLY,
  notice_seen: ADD_ONLY,
  late_entry: ADD_ONLY,
  late_decision: ADD_ONLY,
  line_plan: ADD_ONLY,
  lot_parent: ADD_ONLY,
  lot_event: ADD_ONLY,
  lot_photo: ADD_ONLY,
  fat_test: ADD_ONLY,
  fat_test_part: ADD_ONLY,
  preparation: ADD_ONLY,
  sale: ADD_ONLY,
  blend_draft: 'SELECT, INSERT, UPDATE, DELETE',
};

/** Tables whose rows must never change once written. */
export const APPEND_ONLY = Object.keys(GRANTS).filter((table) => GRANTS[table] === ADD_ONLY);

/** @param appUser a name on this machine, or `name@host` as the server knows it */
export async function grantTables(owner: Connection, appUser: string): Promise<void> {
  const [name = '', host = '127.0.0.1'] = appUser.split('@');
  for (const [table, rights] of Object.entries(GRANTS)) {
    await owner.query(`GRANT ${rights} ON \`${table}\` TO ?@?`, [name, host]);
  }
}

const DENIED = new Set([1142, 1143, 1044, 1227]);

/**
 * Proves that the application's account can neither change nor delete what is append-only, by
 * trying to, on no rows.
 * @throws Error naming the table when the database would have let it
 */
export async function proveAppendOnly(db: Database): Promise<void> {
  for (const table of APPEND_ONLY) {
    await mustBeDenied(db, table, `UPDATE \`${table}\` SET id = id WHERE 1 = 0`, 'change');
    await mustBeDenied(db, table, `DELETE FROM \`${table}\` WHERE 1 = 0`, 'delete');
  }
}

async function mustBeDenied(db: Database, table: string, text: string, what: string): Promise<void> {
  try {
    await sql(db).write(text);
  } catch (error) {
    if (DENIED.has(errnoOf(error) ?? 0)) return;
    throw error;
  }
  throw new Error(
    `The application's database account could ${what} rows of "${table}", which must be append-only. ` +
      'Take that right away, or use the account that ./zest makes.',
  );
}
