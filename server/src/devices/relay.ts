import { randomUUID } from 'node:crypto';
import type { ProbeReadingMessage, ScaleReadingMessage } from '@zest/contract';
import type { Db } from '../platform/database.js';
import type { LiveHub } from '../platform/live.js';
import { ask, askedElsewhere, show, shownElsewhere } from './store/relay.js';
import type { WiredProbes } from './wired-probes.js';
import type { ScaleId } from './driver.js';
import type { WiredScales } from './wired-scales.js';

/** How often readings are handed on. */
const EVERY_MS = 250;
/** A device that shows the same is told of again so often: it is still there. */
const SAME_MS = 1_000;
/** What was shown longer ago is shown no more. */
const FRESH_MS = 3_000;

type Message = ScaleReadingMessage | ProbeReadingMessage;

interface RelayOptions {
  db: Db;
  now: () => Date;
  hub: LiveHub;
  scales: WiredScales;
  probes: WiredProbes;
  /** For tests: sooner. */
  freshMs?: number;
}

/**
 * Hands the readings of devices on between applications over one database: a scale that hangs on one is shown, believed
 * and tared at the others.
 */
export class Relay {
  readonly #process = randomUUID();
  readonly #of: RelayOptions;
  /** The latest of each device of this process, and when it was handed on. */
  readonly #latest = new Map<string, { message: Message; toldMs: number; isNew: boolean }>();
  /** What was taken of others, by device and process, and when. */
  readonly #taken = new Map<string, { n: number; atMs: number; isShown: boolean }>();
  #answered: Set<string> | undefined;
  #n = 0;
  #timer: NodeJS.Timeout | undefined;
  #busy = false;

  constructor(options: RelayOptions) {
    this.#of = options;
    const { scales, probes } = options;
    scales.onReading((message) => this.#keep(`scale-${message.scaleId}`, message));
    probes.onReading((message) => this.#keep(`probe-${message.probeId}`, message));
    // While the database is away nobody can be asked; the scale shows that it was not tared.
    scales.askElsewhere = (id) => void this.#ask(id).catch(() => undefined);
  }

  start(): void {
    this.#timer = setInterval(() => void this.turn(), EVERY_MS);
  }

  stop(): void {
    clearInterval(this.#timer);
  }

  /** Tells what is new here and takes what is new elsewhere; while the database is away it is tried again. */
  async turn(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    try {
      await this.#tell();
      await this.#take();
      await this.#answer();
    } catch {
      // What is shown now is told next time.
    } finally {
      this.#busy = false;
    }
  }

  #keep(device: string, message: Message): void {
    const before = this.#latest.get(device);
    const isSame = before !== undefined && figures(before.message) === figures(message);
    this.#latest.set(device, {
      message,
      toldMs: before?.toldMs ?? 0,
      isNew: (before?.isNew ?? true) || !isSame,
    });
  }

  async #tell(): Promise<void> {
    const nowMs = performance.now();
    for (const [device, kept] of this.#latest) {
      // What shows the same is told of now and then; what hangs nowhere here, once.
      const isDue = kept.isNew || (kept.message.connected && nowMs - kept.toldMs >= SAME_MS);
      if (!isDue) continue;
      const { message } = kept;
      this.#n += 1;
      const { db, now } = this.#of;
      await show(db, { device, process: this.#process, n: this.#n, reading: message, at: now() });
      kept.toldMs = nowMs;
      kept.isNew = this.#latest.get(device)?.message !== message;
    }
  }

  async #take(): Promise<void> {
    const nowMs = performance.now();
    for (const { from, n, reading } of await shownElsewhere(this.#of.db, this.#process)) {
      const known = this.#taken.get(from);
      // What was there before is not known to be shown now: only what counts on is.
      if (known === undefined) this.#taken.set(from, { n, atMs: -Infinity, isShown: false });
      else if (known.n !== n) {
        this.#taken.set(from, { n, atMs: nowMs, isShown: reading.connected });
        this.#hear(reading);
      } else if (known.isShown && nowMs - known.atMs > (this.#of.freshMs ?? FRESH_MS)) {
        this.#taken.set(from, { ...known, isShown: false });
        this.#hear({ ...reading, connected: false });
      }
    }
  }

  /** A device that hangs here as well speaks for itself. */
  #hear(reading: Message): void {
    const { hub, scales, probes } = this.#of;
    if ('scaleId' in reading) {
      if (scales.hear(reading)) hub.scale(reading);
    } else if (probes.hear(reading)) hub.probe(reading);
  }

  async #ask(id: ScaleId): Promise<void> {
    const at = this.#of.now();
    await ask(this.#of.db, { id: randomUUID(), device: `scale-${id}`, process: this.#process, at });
  }

  async #answer(): Promise<void> {
    const asks = await askedElsewhere(this.#of.db, this.#process);
    const isFirst = this.#answered === undefined;
    const answered = this.#answered ?? new Set<string>();
    for (const { id, device } of asks) {
      // What was asked before this process was there is answered by nobody any more.
      if (!isFirst && !answered.has(id)) this.#of.scales.tareHere(device.replace(/^scale-/, '') as ScaleId);
      answered.add(id);
    }
    this.#answered = new Set(asks.map((a) => a.id));
  }
}

/** What of a message a screen shows, whichever reading it is. */
function figures(message: Message): string {
  const { id: _id, ...shown } = message;
  return JSON.stringify(shown);
}
