import { PROBE_FORMATS as NAMED, isScaleStation, type DeviceBody, type Tried } from '@zest/contract';
import { PROBE_FORMATS, SCALE_FORMATS } from './formats/index.js';
import { wiringOf } from './fitted.js';
import { Wire } from './wire.js';

/** A device is listened to for so long. */
const LISTEN_MS = 3000;
const ASK_MS = 300;
/** So many of its lines are shown. */
const SHOWN = 6;
const MG_PER_G = 1000;

/** Listens to what a device says, and says what of it is understood. Whoever holds its line must let it go first. */
export async function tryOut(body: DeviceBody): Promise<Tried> {
  const answer: Tried = { connected: false, lines: [], read: null, understood: 0 };
  const { read, ask } = reader(body);
  const wire = new Wire(wiringOf(body));
  wire.add({
    onLine: (line) => {
      answer.lines = [...answer.lines, printable(line)].slice(-SHOWN);
      const value = read(line);
      if (value === undefined) return;
      answer.understood += 1;
      answer.read = value;
    },
    onLost: () => undefined,
  });
  const asking = setInterval(() => {
    answer.connected ||= wire.connected;
    if (ask !== undefined) wire.send(ask);
  }, ASK_MS);
  await new Promise((resolve) => setTimeout(resolve, LISTEN_MS));
  clearInterval(asking);
  wire.close();
  return answer;
}

interface Reader {
  read: (line: string) => number | undefined;
  ask: string | undefined;
}

function reader({ station, format, unit, channel }: DeviceBody): Reader {
  if (isScaleStation(station)) {
    const known = Object.entries(SCALE_FORMATS).find(([id]) => id === format)?.[1];
    const read = (line: string) => {
      const shows = known?.read(line, unit);
      return shows?.kind === 'weight' ? shows.netMg / MG_PER_G : undefined;
    };
    return { read, ask: known?.ask };
  }
  const known = PROBE_FORMATS[NAMED.find((f) => f.id === format)?.id ?? 'own'];
  const read = (line: string) => {
    const shows = known.read(line);
    return shows?.channel === channel ? (shows.tempC ?? undefined) : undefined;
  };
  return { read, ask: known.ask };
}

/** Printable ASCII as it is, everything else as a point. */
function printable(line: string): string {
  return line.replaceAll(/[^\x20-\x7e]/g, '·');
}
