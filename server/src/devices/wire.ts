import net from 'node:net';
import { SerialPort, type SerialPortMock } from 'serialport';
import type { SerialFrame, Wiring } from '@zest/contract';
import { lookUpNearby } from './nearby.js';

/** A device that was lost is looked for again after so long. */
const RECONNECT_MS = 500;
/** Nothing is heard for so long on a line that should speak: it is lost. */
const SILENT_MS = 5000;
/** No line of a scale is longer. */
const LONGEST = 200;
/** A line ends with any of these. */
const ENDS = /[\r\n\u0003]+/;

/** Data bits, parity and stop bits. */
const FRAMES: Record<SerialFrame, { dataBits: 7 | 8; parity: 'none' | 'even' | 'odd'; stopBits: 1 }> = {
  '8N1': { dataBits: 8, parity: 'none', stopBits: 1 },
  '7E1': { dataBits: 7, parity: 'even', stopBits: 1 },
  '7O1': { dataBits: 7, parity: 'odd', stopBits: 1 },
};

/** What stands between a device and its lines: a network socket or a serial adapter. */
interface Port {
  write: (text: string) => void;
  destroy: () => void;
}

interface Heard {
  onOpen: () => void;
  onData: (text: string) => void;
  onClosed: () => void;
}

export interface Listener {
  onLine: (text: string) => void;
  onLost: () => void;
}

/** A connection to a device that sends lines, over TCP or a serial adapter; opened again after it was lost. */
export class Wire {
  readonly #wiring: Wiring;
  readonly #Serial: typeof SerialPort | typeof SerialPortMock;
  readonly #listeners = new Set<Listener>();
  #port: Port | undefined;
  #retry: NodeJS.Timeout | undefined;
  #silence: NodeJS.Timeout | undefined;
  #closed = false;
  connected = false;

  /** @param Serial what stands for a serial adapter */
  constructor(wiring: Wiring, Serial: typeof SerialPort | typeof SerialPortMock = SerialPort) {
    this.#wiring = wiring;
    this.#Serial = Serial;
    this.#open();
  }

  /** Hears every line from now on, until what it answers is called. */
  add(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Sends what is given as it is; false when the device is away. */
  send(text: string): boolean {
    if (!this.connected || !this.#port) return false;
    this.#port.write(text);
    return true;
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#retry);
    clearTimeout(this.#silence);
    this.#port?.destroy();
  }

  #open(): void {
    if (this.#closed) return;
    let rest = '';
    const heard: Heard = {
      onOpen: () => {
        this.connected = true;
        this.#waitForMore();
      },
      onData: (chunk) => {
        this.#waitForMore();
        const parts = (rest + chunk).split(ENDS);
        rest = (parts.pop() ?? '').slice(-LONGEST);
        for (const part of parts) if (part !== '') for (const l of this.#listeners) l.onLine(part);
      },
      onClosed: () => {
        clearTimeout(this.#silence);
        if (this.connected) for (const l of this.#listeners) l.onLost();
        this.connected = false;
        if (!this.#closed) this.#retry = setTimeout(() => this.#open(), RECONNECT_MS);
      },
    };
    this.#port =
      this.#wiring.by === 'tcp'
        ? openSocket(this.#wiring, heard)
        : openSerial(this.#Serial, this.#wiring, heard);
  }

  /** A serial adapter stays open when the scale behind it is switched off: then nothing comes any more. */
  #waitForMore(): void {
    clearTimeout(this.#silence);
    this.#silence = setTimeout(() => this.#port?.destroy(), SILENT_MS);
  }
}

function openSocket({ host, port }: Extract<Wiring, { by: 'tcp' }>, heard: Heard): Port {
  const socket = net.connect({ host, port, lookup: lookUpNearby });
  socket.setEncoding('latin1');
  socket.on('connect', heard.onOpen);
  socket.on('data', (chunk: string) => heard.onData(chunk));
  socket.on('error', () => socket.destroy());
  socket.on('close', heard.onClosed);
  return { write: (text) => void socket.write(text, 'latin1'), destroy: () => void socket.destroy() };
}

function openSerial(
  Serial: typeof SerialPort | typeof SerialPortMock,
  { path, baud, frame }: Extract<Wiring, { by: 'serial' }>,
  heard: Heard,
): Port {
  const serial = new Serial({ path, baudRate: baud, autoOpen: false, ...FRAMES[frame] });
  let isClosed = false;
  const closed = () => {
    if (isClosed) return;
    isClosed = true;
    heard.onClosed();
  };
  serial.on('data', (chunk: Buffer) => heard.onData(chunk.toString('latin1')));
  serial.on('error', closed);
  serial.on('close', closed);
  serial.open((error) => (error ? closed() : heard.onOpen()));
  return {
    write: (text) => void serial.write(text, 'latin1'),
    destroy: () => (serial.isOpen ? serial.close(() => closed()) : closed()),
  };
}
