import { SCALES, type ShopScale } from '@zest/core';
import {
  isScaleStation,
  type DeviceBody,
  type ProbeFormatId,
  type ScaleFormatId,
  type Wiring,
} from '@zest/contract';
import type { Db } from '../platform/database.js';
import type { Fittings, ProbeFitting, ScaleFitting } from './fitting.js';
import { listDevices } from './store/devices.js';
import type { WiredProbes } from './wired-probes.js';
import type { WiredScales } from './wired-scales.js';

/** Another process may have fitted a device; so often it is looked for. */
const LOOK_MS = 5000;

/** Where a device hangs, of what was described. */
export function wiringOf({ by, host, port, path, baud, frame }: DeviceBody): Wiring {
  return by === 'tcp' ? { by, host: host ?? '', port: port ?? 0 } : { by, path: path ?? '', baud, frame };
}

/** What a scale of the shop is called, holds and shows: as it was described, or as is usual at its place. */
function scaleOf(body: DeviceBody): ShopScale | undefined {
  const usual = SCALES.find((s) => s.id === body.station);
  if (!usual) return undefined;
  const { name, capacityMg = usual.capacityMg, divisionMg = usual.divisionMg } = body;
  // A tub takes no more of a small scale than it does of the usual one.
  const tubMg = Math.min(usual.tubMg, Math.round((usual.tubMg / usual.capacityMg) * capacityMg));
  return { id: usual.id, name, capacityMg, divisionMg, tubMg };
}

/** The scales that the shop weighs with. */
export async function shopScales(db: Db): Promise<ShopScale[]> {
  const described = await listDevices(db);
  return SCALES.map((usual) => {
    const body = described.find((d) => d.station === usual.id);
    return (body && scaleOf(body)) ?? usual;
  });
}

async function fittingsOf(db: Db): Promise<Fittings> {
  const scales: ScaleFitting[] = [];
  const probes: ProbeFitting[] = [];
  for (const body of await listDevices(db)) {
    const wiring = wiringOf(body);
    const scale = scaleOf(body);
    if (scale) scales.push({ ...scale, wiring, format: body.format as ScaleFormatId, unit: body.unit });
    else if (!isScaleStation(body.station)) {
      const { station, name, format, channel } = body;
      probes.push({ id: station, name, wiring, format: format as ProbeFormatId, channel });
    }
  }
  return { scales, probes };
}

/** Holds the wires to what the shop has described, here and by other processes. */
export function keepFitted(
  db: Db,
  scales: WiredScales,
  probes: WiredProbes,
): { look: () => Promise<void>; stop: () => void } {
  let known = '';
  const look = async () => {
    const now = await fittingsOf(db);
    const text = JSON.stringify(now);
    if (text === known) return;
    known = text;
    scales.fit(now.scales);
    probes.fit(now.probes);
  };
  // While the database is away the wires stay as they are.
  const timer = setInterval(() => void look().catch(() => undefined), LOOK_MS);
  return { look, stop: () => clearInterval(timer) };
}
