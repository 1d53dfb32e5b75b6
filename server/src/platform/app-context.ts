import type { Logger } from 'pino';
import type { ScaleDriver } from '../devices/driver.js';
import type { LabelPrinter } from '../devices/label-printer.js';
import type { ThermometerDriver } from '../devices/thermometer.js';
import type { Config } from './config.js';
import type { Database } from './database.js';
import type { Launcher } from './launcher.js';
import type { LiveHub } from './live.js';

/** What every area is given. Time comes from `now` so that history can be written with its own dates. */
export interface AppContext {
  db: Database;
  now: () => Date;
  hub: LiveHub;
  scales: ScaleDriver;
  probes: ThermometerDriver;
  /** Holds the wires to what the shop has described of its devices. */
  fitDevices: () => Promise<void>;
  printer: LabelPrinter;
  /** Who started this process, for what only they can do. */
  launcher: Launcher;
  log: Logger;
  config: Config;
}
