import net from 'node:net';
import { PROBES } from '../thermometer.js';
import { listen } from './listen.js';

const TICK_MS = 500;
/** Part of the way to the true temperature that a probe covers in one tick. */
const SETTLING = 0.5;
/** Steady once within this of the truth, °C. */
const STEADY_C = 0.15;
/** What the channels show before anybody sets them, °C. */
const AT_START: Record<string, number> = { hand: 2.4, core: 4, core2: 4, chamber: 18 };

interface Channel {
  trueC: number;
  shownC: number;
  plugged: boolean;
}

export interface SimulatedThermometer {
  /** Obeys `<channel> SET <°C>`, `<channel> UNPLUG` and `<channel> PLUG`; anything else is left alone. */
  obey: (line: string) => void;
  stop: () => void;
}

/** Four channels that settle towards what they are set to, with noise, streamed twice a second. */
export async function startThermometer(port: number, random: () => number): Promise<SimulatedThermometer> {
  const boot = Date.now().toString(36);
  const channels = new Map<string, Channel>(
    PROBES.map(({ id }) => [id, { trueC: AT_START[id] ?? 4, shownC: AT_START[id] ?? 4, plugged: true }]),
  );
  const clients = new Set<net.Socket>();
  const server = net.createServer((socket) => {
    clients.add(socket);
    socket.on('error', () => socket.destroy());
    socket.on('close', () => clients.delete(socket));
  });
  await listen(server, port);
  let sequence = 0;
  const timer = setInterval(() => {
    for (const [id, channel] of channels) {
      sequence += 1;
      channel.shownC += (channel.trueC - channel.shownC) * SETTLING;
      const steady = Math.abs(channel.trueC - channel.shownC) < STEADY_C;
      const shown = steady ? channel.trueC : channel.shownC + (random() - 0.5) * 0.1;
      const value = channel.plugged ? shown.toFixed(1) : 'OPEN';
      const line = `T ${boot}-${sequence} ${id} ${value} ${steady ? 'S' : 'M'}\n`;
      for (const client of clients) client.write(line);
    }
  }, TICK_MS);
  return {
    obey: (line) => {
      const match = /^(\w+) (SET|UNPLUG|PLUG)(?: (-?\d+(?:\.\d+)?))?$/.exec(line);
      const channel = channels.get(match?.[1] ?? '');
      if (!match || !channel) return;
      if (match[2] === 'SET') channel.trueC = Number(match[3] ?? '0');
      else channel.plugged = match[2] === 'PLUG';
    },
    stop: () => {
      clearInterval(timer);
      server.close();
      for (const client of clients) client.destroy();
    },
  };
}
