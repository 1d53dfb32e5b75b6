import { NO_LAUNCHER } from '../src/platform/launcher.js';
import os from 'node:os';
import path from 'node:path';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { pino } from 'pino';
import { APP } from '@zest/ops';
import { DemoClock } from '../src/demo/clock.js';
import { DEMO_SCALES, seedDemo } from '../src/demo/seed.js';
import { NO_THERMOMETER, spoolPrinter, type ScaleDriver } from '../src/devices/index.js';
import type { AppContext } from '../src/platform/app-context.js';
import { openDatabase, type Database } from '../src/platform/database.js';
import { LiveHub } from '../src/platform/live.js';
import { migrate } from '../src/platform/migrate.js';

/** The morning on which every test shop stands. */
export const TODAY = new Date('2026-03-16T09:00:00Z');
/** Where test shops print. */
const SPOOL = path.join(os.tmpdir(), `zest-test-spool-${process.pid}`);
const TEMPLATE = 'zest_template';

/** Plays the demonstration once into the template database. */
export async function fillTemplate(owner: Connection, ownerUrl: string, appUrl: string): Promise<void> {
  await owner.query(`CREATE DATABASE ${TEMPLATE}`);
  await migrate(onDatabase(ownerUrl, TEMPLATE), APP);
  const db = openDatabase(onDatabase(appUrl, TEMPLATE), 6);
  const clock = new DemoClock(TODAY);
  const app = testApp(db, clock, DEMO_SCALES, appUrl);
  await seedDemo(app, clock, TODAY, seeded(7));
  await db.close();
}

/** What the areas are given in a test: the demonstration without devices of its own. */
export function testApp(
  db: Database,
  clock: DemoClock,
  scales: ScaleDriver,
  databaseUrl: string,
): AppContext {
  return {
    db,
    now: clock.now,
    hub: new LiveHub(db, clock.now),
    scales,
    probes: NO_THERMOMETER,
    fitDevices: () => Promise.resolve(),
    printer: spoolPrinter(SPOOL),
    log: pino({ level: process.env['ZEST_TEST_LOG'] ?? 'silent' }),
    launcher: NO_LAUNCHER,
    config: {
      port: 0,
      databaseUrl,
      webRoot: undefined,
      scalePort: undefined,
      spoolFolder: SPOOL,
      demo: true,
      isPractice: false,
      canPractise: false,
      logLevel: 'silent',
      // Tests sign in hundreds of times.
      hashWork: 14,
      // As tablets reach it.
      hosts: ['shop.test'],
      beyond: undefined,
      backupFolder: undefined,
    },
  };
}

/** Copies the template's rows into a database that has just been migrated. */
export async function copyTemplate(owner: Connection, into: string): Promise<void> {
  const [tables] = await owner.query<RowDataPacket[]>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_type = 'BASE TABLE' AND table_name <> 'migration'",
    [TEMPLATE],
  );
  await owner.query('SET SESSION foreign_key_checks = 0, unique_checks = 0');
  for (const { name } of tables as { name: string }[]) {
    const [columns] = await owner.query<RowDataPacket[]>(
      'SELECT column_name AS name FROM information_schema.columns WHERE table_schema = ? AND table_name = ? AND generation_expression IS NULL',
      [TEMPLATE, name],
    );
    const list = (columns as { name: string }[]).map((c) => `\`${c.name}\``).join(', ');
    await owner.query(
      `REPLACE INTO ${into}.\`${name}\` (${list}) SELECT ${list} FROM ${TEMPLATE}.\`${name}\``,
    );
  }
  await owner.query('SET SESSION foreign_key_checks = 1, unique_checks = 1');
}

export function onDatabase(url: string, name: string): string {
  const copy = new URL(url);
  copy.pathname = `/${name}`;
  return copy.toString();
}

function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
