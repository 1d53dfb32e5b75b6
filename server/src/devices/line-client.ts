import net from 'node:net';
import { CONTROL_PORT_OFFSET } from './specs.js';

const RECONNECT_MS = 500;

/** A connection to a device that sends lines; it is opened again half a second after it was lost. */
export class LineClient {
  readonly #port: number;
  readonly #onLine: (text: string) => void;
  readonly #onLost: () => void;
  #socket: net.Socket | undefined;
  #retry: NodeJS.Timeout | undefined;
  #closed = false;
  connected = false;

  constructor(port: number, onLine: (text: string) => void, onLost: () => void) {
    this.#port = port;
    this.#onLine = onLine;
    this.#onLost = onLost;
    this.#connect();
  }

  /** Sends a line; false when the device is away. */
  send(text: string): boolean {
    return this.connected && this.#socket !== undefined && (this.#socket.write(`${text}\n`), true);
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#retry);
    this.#socket?.destroy();
  }

  #connect(): void {
    if (this.#closed) return;
    const socket = net.connect(this.#port, '127.0.0.1');
    this.#socket = socket;
    let rest = '';
    socket.setEncoding('ascii');
    socket.on('connect', () => {
      this.connected = true;
    });
    socket.on('data', (chunk: string) => {
      const parts = (rest + chunk).split('\n');
      rest = (parts.pop() ?? '').slice(0, 200);
      for (const part of parts) this.#onLine(part.trim());
    });
    socket.on('error', () => socket.destroy());
    socket.on('close', () => {
      if (this.connected) this.#onLost();
      this.connected = false;
      if (!this.#closed) this.#retry = setTimeout(() => this.#connect(), RECONNECT_MS);
    });
  }
}

/** Sends one line to the control port of the simulated devices. */
export function playLine(basePort: number, text: string): boolean {
  const socket = net.connect(basePort + CONTROL_PORT_OFFSET, '127.0.0.1');
  socket.on('error', () => socket.destroy());
  socket.end(`${text}\n`);
  return true;
}
