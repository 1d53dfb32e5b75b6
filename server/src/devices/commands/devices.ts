import { SerialPort } from 'serialport';
import { isIP } from 'node:net';
import type { Device, DeviceBody, NewDevice, Person, Tried } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { audit } from '../../platform/audit.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { announce } from '../../platform/live.js';
import { HttpProblem, invalid, notFound } from '../../platform/problem.js';
import { isNearby } from '../nearby.js';
import * as store from '../store/devices.js';
import { tryOut } from '../try-out.js';

/** The shop's scales and probes, whether each is heard, and the serial adapters of this machine. */
export async function listDevices(
  app: AppContext,
): Promise<{ devices: Device[]; isSimulated: boolean; adapters: string[] }> {
  const rows = await store.listDevices(app.db);
  const heard = new Map<string, boolean>();
  for (const { id, connected } of [...app.scales.list(), ...app.probes.list()]) heard.set(id, connected);
  return {
    devices: rows.map((row) => ({ ...row, connected: heard.get(row.station) ?? false })),
    isSimulated: app.config.scalePort !== undefined,
    adapters: await adapters(),
  };
}

/** A machine without serial adapters, or that does not let itself be asked, has none. */
async function adapters(): Promise<string[]> {
  const found = await SerialPort.list().catch(() => []);
  return found.map((port) => port.path);
}

export async function addDevice(app: AppContext, person: Person, { id, ...body }: NewDevice): Promise<void> {
  mustBeReal(app);
  mustBeNearby(body);
  const now = app.now();
  const head = { id, kind: 'add-device', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    await aloneAtItsPlace(() => store.insertDevice(tx, { id, body, now, personId: person.id }));
    await tell(tx, { personId: person.id, at: now }, { from: null, to: body });
  });
  await app.fitDevices();
}

export async function changeDevice(
  app: AppContext,
  person: Person,
  id: string,
  body: DeviceBody,
): Promise<void> {
  mustBeReal(app);
  mustBeNearby(body);
  const now = app.now();
  await app.db.transaction(async (tx) => {
    const from = await store.lockDevice(tx, id);
    if (!from) throw notFound('This device');
    await aloneAtItsPlace(() => store.updateDevice(tx, id, body));
    await tell(tx, { personId: person.id, at: now }, { from: bodyOf(from), to: body });
  });
  await app.fitDevices();
}

export async function removeDevice(app: AppContext, person: Person, id: string): Promise<void> {
  const now = app.now();
  await app.db.transaction(async (tx) => {
    const from = await store.lockDevice(tx, id);
    if (!from) return;
    await store.takeDeviceOut(tx, id, now);
    await tell(tx, { personId: person.id, at: now }, { from: bodyOf(from), to: null });
  });
  await app.fitDevices();
}

/** @throws HttpProblem 409 for a line that another device of the shop holds already */
export async function tryDevice(app: AppContext, body: DeviceBody): Promise<Tried> {
  mustBeReal(app);
  mustBeNearby(body);
  if (body.by === 'serial') {
    const holder = (await store.listDevices(app.db)).find((d) => d.path === body.path);
    if (holder) {
      const message = `${holder.name} is being read at ${body.path ?? ''}: look at what it shows, or take it out first.`;
      throw new HttpProblem(409, 'conflict', message);
    }
  }
  return tryOut(body);
}

function bodyOf({ id: _, ...body }: store.DeviceRow): DeviceBody {
  return body;
}

async function tell(
  tx: Transaction,
  by: { personId: string; at: Date },
  { from, to }: { from: DeviceBody | null; to: DeviceBody | null },
): Promise<void> {
  await audit(tx, by, { what: 'device', about: to?.name ?? from?.name ?? '', from, to });
  announce(tx, by.at, { topic: 'devices' });
}

/** @throws HttpProblem 422 where another device serves already */
async function aloneAtItsPlace(write: () => Promise<void>): Promise<void> {
  try {
    await write();
  } catch (error) {
    if (errnoOf(error) !== DUPLICATE_KEY) throw error;
    throw invalid([
      { path: 'station', message: 'Another device serves there: change it, or take it out first.' },
    ]);
  }
}

/** What is simulated belongs to the demonstration, and only there. */
function mustBeReal(app: AppContext): void {
  if (app.config.scalePort === undefined) return;
  throw new HttpProblem(
    409,
    'conflict',
    'The scales of the demonstration are simulated; a shop of your own has real ones.',
  );
}

/** A device stands in the shop's own network; a name is looked up when it is called. */
function mustBeNearby({ by, host }: DeviceBody): void {
  if (by !== 'tcp' || host === undefined || isIP(host) === 0 || isNearby(host)) return;
  throw invalid([
    { path: 'host', message: 'That address is not in the shop’s own network, such as 192.168.1.40.' },
  ]);
}
