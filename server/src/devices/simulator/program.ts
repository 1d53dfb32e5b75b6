import net from 'node:net';
import { SCALES } from '@zest/core';
import { CONTROL_PORT_OFFSET, SCALE_PORT_OFFSET, THERMOMETER_PORT_OFFSET } from './ports.js';
import { listen } from './listen.js';
import { SimulatedScale, TICK_MS } from './scale.js';
import { startThermometer, type SimulatedThermometer } from './thermometer.js';

interface Port {
  server: net.Server;
  scale: SimulatedScale;
  clients: Set<net.Socket>;
  port: number;
  decimals: number;
  sequence: number;
}

/**
 * The scale program: one TCP port a scale that streams its display and takes `TARE`, and a control
 * port that takes `<scale> PUT|ADD <grams>`, `<scale> UNPLUG`, `<scale> PLUG` and the same for a probe:
 * `probe <channel> SET <°C>`. The thermometer streams its channels on a port of its own.
 * @param pace how many times faster than life the scales settle
 * @returns a function that stops it
 */
export async function startScaleProgram(basePort: number, seed: number, pace = 1): Promise<() => void> {
  const boot = Date.now().toString(36);
  const random = seededRandom(seed);
  const ports = new Map<string, Port>();
  for (const spec of SCALES) {
    const scale = new SimulatedScale(
      { capacityG: spec.capacityMg / 1000, divisionG: spec.divisionMg / 1000, pace },
      random,
    );
    const clients = new Set<net.Socket>();
    const server = net.createServer((socket) => {
      clients.add(socket);
      socket.setEncoding('ascii');
      socket.on('data', (text: string) => {
        if (text.includes('TARE')) scale.tare();
      });
      socket.on('error', () => socket.destroy());
      socket.on('close', () => clients.delete(socket));
    });
    const port = basePort + SCALE_PORT_OFFSET[spec.id];
    await listen(server, port);
    const decimals = Math.max(0, Math.round(-Math.log10(spec.divisionMg / 1000)));
    ports.set(spec.id, { server, scale, clients, port, decimals, sequence: 0 });
  }
  const thermometer = await startThermometer(basePort + THERMOMETER_PORT_OFFSET, random);
  const control = net.createServer((socket) => {
    let rest = '';
    socket.setEncoding('ascii');
    socket.on('error', () => socket.destroy());
    socket.on('data', (text: string) => {
      const lines = (rest + text).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) obey(ports, thermometer, line.trim());
    });
  });
  await listen(control, basePort + CONTROL_PORT_OFFSET);
  const timer = setInterval(() => tickAll(ports, boot), TICK_MS);
  return () => {
    clearInterval(timer);
    control.close();
    thermometer.stop();
    for (const port of ports.values()) unplug(port);
  };
}

function tickAll(ports: ReadonlyMap<string, Port>, boot: string): void {
  for (const port of ports.values()) {
    const shown = port.scale.tick();
    port.sequence += 1;
    const sequence = `${boot}-${port.sequence}`;
    const line = shown.overload
      ? `OL ${sequence}\n`
      : `W ${sequence} ${shown.netG.toFixed(port.decimals)} ${shown.stable ? 'S' : 'M'}\n`;
    for (const client of port.clients) client.write(line);
  }
}

function obey(ports: ReadonlyMap<string, Port>, thermometer: SimulatedThermometer, line: string): void {
  if (line.startsWith('probe ')) {
    thermometer.obey(line.slice('probe '.length));
    return;
  }
  const match = /^(\w+) (PUT|ADD|UNPLUG|PLUG)(?: (-?\d+(?:\.\d+)?))?$/.exec(line);
  const port = ports.get(match?.[1] ?? '');
  if (!match || !port) return;
  const grams = Number(match[3] ?? '0');
  if (match[2] === 'PUT') port.scale.put(grams);
  if (match[2] === 'ADD') port.scale.add(grams);
  if (match[2] === 'UNPLUG') unplug(port);
  if (match[2] === 'PLUG' && !port.server.listening) port.server.listen(port.port, '127.0.0.1');
}

function unplug(port: Port): void {
  port.server.close();
  for (const client of port.clients) client.destroy();
}

/** A small linear congruential generator: the same seed makes the same noise. */
function seededRandom(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
