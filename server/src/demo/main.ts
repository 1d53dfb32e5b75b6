import { pino } from 'pino';
import { NO_THERMOMETER, spoolPrinter } from '../devices/index.js';
import { readConfig } from '../platform/config.js';
import { NO_LAUNCHER } from '../platform/launcher.js';
import { openDatabase } from '../platform/database.js';
import { LiveHub } from '../platform/live.js';
import { DemoClock } from './clock.js';
import { DEMO_SCALES, seedDemo } from './seed.js';
import { hasPeople } from './store/demo.js';

const config = readConfig(process.env);
const db = openDatabase(config.databaseUrl);
if (!(await hasPeople(db))) {
  const clock = new DemoClock(new Date());
  const hub = new LiveHub(db, clock.now);
  let state = 20_260_101;
  const random = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  await seedDemo(
    {
      db,
      now: clock.now,
      hub,
      scales: DEMO_SCALES,
      probes: NO_THERMOMETER,
      fitDevices: () => Promise.resolve(),
      printer: spoolPrinter(config.spoolFolder),
      launcher: NO_LAUNCHER,
      log: pino({ level: 'warn' }),
      config,
    },
    clock,
    new Date(),
    random,
  );
}
await db.close();
