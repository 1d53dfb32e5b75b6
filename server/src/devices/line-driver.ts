import net from 'node:net';
import type { ScaleReadingMessage } from '@zest/contract';
import { CONTROL_PORT_OFFSET, SCALE_PORT_OFFSET, SCALES } from './specs.js';
import type { PlayAction, ScaleDriver, ScaleId } from './driver.js';
import { parseLine } from './protocol.js';

const BELIEVED_MS = 10_000;
const RECONNECT_MS = 500;

interface Line {
  socket: net.Socket | undefined;
  connected: boolean;
  retry: NodeJS.Timeout | undefined;
}

interface Received {
  massMg: number;
  stable: boolean;
  atMs: number;
}

/** Reads the shop's scales over their line protocol on loopback and reconnects when a plug was pulled. */
export class LineScaleDriver implements ScaleDriver {
  readonly #basePort: number;
  readonly #nowMs: () => number;
  readonly #lines = new Map<ScaleId, Line>();
  readonly #received = new Map<string, Received>();
  readonly #listeners: ((reading: ScaleReadingMessage) => void)[] = [];
  #closed = false;

  constructor(basePort: number, nowMs: () => number = Date.now) {
    this.#basePort = basePort;
    this.#nowMs = nowMs;
    for (const { id } of SCALES) {
      this.#lines.set(id, { socket: undefined, connected: false, retry: undefined });
      this.#connect(id);
    }
  }

  list() {
    return SCALES.map((scale) => ({ ...scale, connected: this.#lines.get(scale.id)?.connected ?? false }));
  }

  tare(id: ScaleId): boolean {
    const line = this.#lines.get(id);
    return line?.connected === true && line.socket !== undefined && (line.socket.write('TARE\n'), true);
  }

  believes(readingId: string, massMg: number): boolean {
    const reading = this.#received.get(readingId);
    return (
      reading !== undefined &&
      reading.stable &&
      reading.massMg === massMg &&
      this.#nowMs() - reading.atMs < BELIEVED_MS
    );
  }

  onReading(listener: (reading: ScaleReadingMessage) => void): void {
    this.#listeners.push(listener);
  }

  play(id: ScaleId, action: PlayAction): boolean {
    const socket = net.connect(this.#basePort + CONTROL_PORT_OFFSET, '127.0.0.1');
    const grams = 'massMg' in action ? ` ${(action.massMg / 1000).toFixed(3)}` : '';
    socket.on('error', () => socket.destroy());
    socket.end(`${id} ${action.action.toUpperCase()}${grams}\n`);
    return true;
  }

  close(): void {
    this.#closed = true;
    for (const line of this.#lines.values()) {
      clearTimeout(line.retry);
      line.socket?.destroy();
    }
  }

  #connect(id: ScaleId): void {
    const line = this.#lines.get(id);
    if (this.#closed || !line) return;
    const socket = net.connect(this.#basePort + SCALE_PORT_OFFSET[id], '127.0.0.1');
    line.socket = socket;
    let rest = '';
    socket.setEncoding('ascii');
    socket.on('connect', () => {
      line.connected = true;
    });
    socket.on('data', (chunk: string) => {
      const parts = (rest + chunk).split('\n');
      rest = (parts.pop() ?? '').slice(0, 200);
      for (const part of parts) this.#read(id, part.trim());
    });
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      if (line.connected)
        this.#tell({ scaleId: id, id: '', netMg: 0, stable: false, overload: false, connected: false });
      line.connected = false;
      if (!this.#closed) line.retry = setTimeout(() => this.#connect(id), RECONNECT_MS);
    });
  }

  #read(id: ScaleId, text: string): void {
    const message = parseLine(text);
    if (!message) return;
    const readingId = `${id}-${message.sequence}`;
    if (message.kind === 'overload') {
      this.#tell({ scaleId: id, id: readingId, netMg: 0, stable: false, overload: true, connected: true });
      return;
    }
    const { netMg, stable } = message;
    this.#received.set(readingId, { massMg: netMg, stable, atMs: this.#nowMs() });
    this.#forget();
    this.#tell({ scaleId: id, id: readingId, netMg, stable, overload: false, connected: true });
  }

  #forget(): void {
    for (const [key, reading] of this.#received) {
      if (this.#nowMs() - reading.atMs < BELIEVED_MS) break;
      this.#received.delete(key);
    }
  }

  #tell(reading: ScaleReadingMessage): void {
    for (const listener of this.#listeners) listener(reading);
  }
}
