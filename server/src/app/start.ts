import http from 'node:http';
import { pino } from 'pino';
import {
  CONTROL_PORT_OFFSET,
  WiredProbes,
  WiredScales,
  Relay,
  keepFitted,
  sharedPrinter,
  simulatedFittings,
  spoolPrinter,
} from '../devices/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Config } from '../platform/config.js';
import { openDatabase, type Database } from '../platform/database.js';
import { proveAppendOnly } from '../platform/grants.js';
import { keepTidy } from '../platform/housekeeping.js';
import { NO_LAUNCHER, launcherOf } from '../platform/launcher.js';
import { LiveHub } from '../platform/live.js';
import { nodesOf } from '../platform/nodes.js';
import { serveBeyond } from './beyond.js';
import { createApp } from './create-app.js';

/** How long a connection that nobody uses is kept open. */
const KEEP_ALIVE_MS = 75_000;

export interface Running {
  app: AppContext;
  port: number;
  stop: () => Promise<void>;
}

/**
 * Starts the application on loopback, and by HTTPS for tablets where it is told to.
 * @throws Error when the database is away or the application's account could change the ledger
 */
export async function startApplication(config: Config): Promise<Running> {
  const log = pino({ level: config.logLevel });
  const db = openDatabase(config.databaseUrl);
  await proveAppendOnly(db);
  const now = () => new Date();
  const hub = new LiveHub(db, now);
  const { scales, probes, fit, stopFitting } = await devicesOf(config, db);
  // Over several servers there may be several applications: they tell each other what each alone would know.
  const isShared = nodesOf(config.databaseUrl).length > 1;
  const printer = isShared ? sharedPrinter(config.spoolFolder, db, now) : spoolPrinter(config.spoolFolder);
  const relay = isShared ? new Relay({ db, now, hub, scales, probes }) : undefined;
  relay?.start();
  const launcher = config.canPractise ? launcherOf(process) : NO_LAUNCHER;
  const app: AppContext = { db, now, hub, scales, probes, fitDevices: fit, printer, launcher, log, config };
  scales.onReading((reading) => hub.scale(reading));
  probes.onReading((reading) => hub.probe(reading));
  const stopTidying = keepTidy(db, now);
  const shop = createApp(app);
  const server = http.createServer(shop);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, '127.0.0.1', () => resolve());
  });
  const beyond = config.beyond ? await serveBeyond(app, shop, config.beyond) : [];
  const servers = [server, ...beyond];
  // A tablet's connection outlives the pauses of the work: no request meets a socket being closed.
  for (const s of servers) s.keepAliveTimeout = KEEP_ALIVE_MS;
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : config.port;
  log.info({ port }, 'listening');
  const stop = async () => {
    relay?.stop();
    stopTidying();
    stopFitting();
    hub.close();
    scales.close();
    probes.close();
    const closed = Promise.all(servers.map((s) => new Promise<void>((resolve) => s.close(() => resolve()))));
    for (const s of servers) s.closeIdleConnections();
    const force = setTimeout(() => servers.forEach((s) => s.closeAllConnections()), 3000);
    await closed;
    clearTimeout(force);
    await db.close();
    log.info('stopped');
  };
  return { app, port, stop };
}

/** The simulated devices of a demonstration, or those that the shop has described. */
async function devicesOf(config: Config, db: Database) {
  if (config.scalePort !== undefined) {
    const fittings = simulatedFittings(config.scalePort);
    const control = config.scalePort + CONTROL_PORT_OFFSET;
    const scales = new WiredScales(fittings.scales, Date.now, control);
    const probes = new WiredProbes(fittings.probes, Date.now, control);
    return { scales, probes, fit: () => Promise.resolve(), stopFitting: () => undefined };
  }
  const scales = new WiredScales([]);
  const probes = new WiredProbes([]);
  const { look, stop } = keepFitted(db, scales, probes);
  await look();
  return { scales, probes, fit: look, stopFitting: stop };
}
