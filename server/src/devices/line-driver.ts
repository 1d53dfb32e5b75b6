import type { ScaleReadingMessage } from '@zest/contract';
import { LineClient, playLine } from './line-client.js';
import { SCALES } from '@zest/core';
import { SCALE_PORT_OFFSET } from './specs.js';
import type { PlayAction, ScaleDriver, ScaleId } from './driver.js';
import { parseLine } from './protocol.js';

const BELIEVED_MS = 10_000;

interface Received {
  scaleId: ScaleId;
  massMg: number;
  stable: boolean;
  atMs: number;
}

/** Reads the shop's scales over their line protocol on loopback and reconnects when a plug was pulled. */
export class LineScaleDriver implements ScaleDriver {
  readonly #basePort: number;
  readonly #nowMs: () => number;
  readonly #lines = new Map<ScaleId, LineClient>();
  readonly #received = new Map<string, Received>();
  readonly #listeners: ((reading: ScaleReadingMessage) => void)[] = [];

  constructor(basePort: number, nowMs: () => number = Date.now) {
    this.#basePort = basePort;
    this.#nowMs = nowMs;
    for (const { id } of SCALES) {
      const line = new LineClient(
        basePort + SCALE_PORT_OFFSET[id],
        (text) => this.#read(id, text),
        () => this.#tell({ scaleId: id, id: '', netMg: 0, stable: false, overload: false, connected: false }),
      );
      this.#lines.set(id, line);
    }
  }

  list() {
    return SCALES.map((scale) => ({ ...scale, connected: this.#lines.get(scale.id)?.connected ?? false }));
  }

  tare(id: ScaleId): boolean {
    return this.#lines.get(id)?.send('TARE') ?? false;
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

  deviceOf(readingId: string): ScaleId | undefined {
    return this.#received.get(readingId)?.scaleId;
  }

  onReading(listener: (reading: ScaleReadingMessage) => void): void {
    this.#listeners.push(listener);
  }

  play(id: ScaleId, action: PlayAction): boolean {
    const grams = 'massMg' in action ? ` ${(action.massMg / 1000).toFixed(3)}` : '';
    return playLine(this.#basePort, `${id} ${action.action.toUpperCase()}${grams}`);
  }

  close(): void {
    for (const line of this.#lines.values()) line.close();
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
    this.#received.set(readingId, { scaleId: id, massMg: netMg, stable, atMs: this.#nowMs() });
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
