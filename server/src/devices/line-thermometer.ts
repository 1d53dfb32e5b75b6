import type { ProbeReadingMessage } from '@zest/contract';
import { LineClient, playLine } from './line-client.js';
import { parseProbeLine } from './protocol.js';
import { THERMOMETER_PORT_OFFSET } from './specs.js';
import { PROBES, type ProbeAction, type ProbeId, type ThermometerDriver } from './thermometer.js';

const BELIEVED_MS = 10_000;

interface Received {
  probeId: ProbeId;
  tempC: number;
  steady: boolean;
  atMs: number;
}

/** Reads the four channels of the thermometer over its line protocol and reconnects when it was away. */
export class LineThermometer implements ThermometerDriver {
  readonly #basePort: number;
  readonly #nowMs: () => number;
  readonly #client: LineClient;
  readonly #open = new Map<ProbeId, boolean>();
  readonly #received = new Map<string, Received>();
  readonly #listeners: ((reading: ProbeReadingMessage) => void)[] = [];

  constructor(basePort: number, nowMs: () => number = Date.now) {
    this.#basePort = basePort;
    this.#nowMs = nowMs;
    this.#client = new LineClient(
      basePort + THERMOMETER_PORT_OFFSET,
      (text) => this.#read(text),
      () => {
        for (const { id } of PROBES) this.#lost(id, '');
      },
    );
  }

  list() {
    return PROBES.map((probe) => ({
      ...probe,
      connected: this.#client.connected && (this.#open.get(probe.id) ?? false),
    }));
  }

  believes(readingId: string, tempC: number): boolean {
    const reading = this.#received.get(readingId);
    return (
      reading !== undefined &&
      reading.steady &&
      Math.abs(reading.tempC - tempC) < 0.05 &&
      this.#nowMs() - reading.atMs < BELIEVED_MS
    );
  }

  deviceOf(readingId: string): ProbeId | undefined {
    return this.#received.get(readingId)?.probeId;
  }

  onReading(listener: (reading: ProbeReadingMessage) => void): void {
    this.#listeners.push(listener);
  }

  play(id: ProbeId, action: ProbeAction): boolean {
    const value = action.action === 'set' ? ` ${action.tempC.toFixed(1)}` : '';
    return playLine(this.#basePort, `probe ${id} ${action.action.toUpperCase()}${value}`);
  }

  close(): void {
    this.#client.close();
  }

  #read(text: string): void {
    const message = parseProbeLine(text);
    const probe = PROBES.find((p) => p.id === message?.channel);
    if (!message || !probe) return;
    const id = `probe-${probe.id}-${message.sequence}`;
    if (message.tempC === null) {
      this.#lost(probe.id, id);
      return;
    }
    this.#open.set(probe.id, true);
    this.#received.set(id, {
      probeId: probe.id,
      tempC: message.tempC,
      steady: message.steady,
      atMs: this.#nowMs(),
    });
    for (const [key, reading] of this.#received) {
      if (this.#nowMs() - reading.atMs < BELIEVED_MS) break;
      this.#received.delete(key);
    }
    this.#tell({ probeId: probe.id, id, tempC: message.tempC, steady: message.steady, connected: true });
  }

  #lost(probeId: ProbeId, id: string): void {
    if (this.#open.get(probeId) === false) return;
    this.#open.set(probeId, false);
    this.#tell({ probeId, id, tempC: 0, steady: false, connected: false });
  }

  #tell(reading: ProbeReadingMessage): void {
    for (const listener of this.#listeners) listener(reading);
  }
}
