import type { ScaleReadingMessage } from '@zest/contract';
import { SCALES } from '@zest/core';
import { Believed } from './believed.js';
import type { PlayAction, ScaleDriver, ScaleId } from './driver.js';
import type { ScaleFitting } from './fitting.js';
import { SCALE_FORMATS } from './formats/index.js';
import { playLine } from './simulator/control.js';
import { Heard } from './heard.js';
import { Steadiness } from './steadiness.js';
import { Wires, refitted } from './wires.js';
import type { Wire } from './wire.js';

/** A scale that speaks only when it is asked is asked so often. */
const ASK_MS = 200;

interface Wired {
  fitting: ScaleFitting;
  wire: Wire;
  steadiness: Steadiness;
  /** What stood on it when it was tared, where the scale itself cannot. */
  tareMg: number;
  lastMg: number | undefined;
  isLastStill: boolean;
  /** Hears and asks no more. */
  leave: () => void;
}

/** Reads the shop's scales over their wires, each in its own format, and finds them again when a plug was pulled. */
export class WiredScales implements ScaleDriver {
  readonly #nowMs: () => number;
  readonly #believed: Believed<ScaleId>;
  readonly #controlPort: number | undefined;
  readonly #listeners: ((reading: ScaleReadingMessage) => void)[] = [];
  readonly #boot: string;
  readonly #wires = new Wires();
  #scales: ReadonlyMap<ScaleId, Wired> = new Map();
  readonly #heard = new Heard<ScaleId>();
  #count = 0;
  /** Asks another application, at which a scale hangs, to tare it. */
  askElsewhere: ((id: ScaleId) => void) | undefined;

  /** @param controlPort of the simulated scales, where they are such */
  constructor(fittings: readonly ScaleFitting[], nowMs: () => number = Date.now, controlPort?: number) {
    this.#nowMs = nowMs;
    this.#boot = nowMs().toString(36);
    this.#believed = new Believed(nowMs);
    this.#controlPort = controlPort;
    this.fit(fittings);
  }

  /** Weighs with these from now on; what is as it was keeps its line and what was tared. */
  fit(fittings: readonly ScaleFitting[]): void {
    this.#scales = refitted(
      {
        wires: this.#wires,
        before: this.#scales,
        wire: (f) => this.#wire(f),
        gone: (was) => this.#lost(was),
      },
      fittings,
    );
  }

  list() {
    return SCALES.map((usual) => {
      const wired = this.#scales.get(usual.id);
      if (!wired) return { ...usual, connected: this.#heard.has(usual.id) };
      const { id, name, capacityMg, divisionMg, tubMg } = wired.fitting;
      return {
        id,
        name,
        capacityMg,
        divisionMg,
        tubMg,
        connected: wired.wire.connected || this.#heard.has(id),
      };
    });
  }

  tare(id: ScaleId): boolean {
    if (this.#scales.get(id)?.wire.connected || !this.#heard.has(id) || !this.askElsewhere)
      return this.tareHere(id);
    this.askElsewhere(id);
    return true;
  }

  /** Takes what a scale shows that hangs at another application; false where it hangs here as well. */
  hear(reading: ScaleReadingMessage): boolean {
    const { scaleId: id, connected, overload, netMg, stable } = reading;
    if (this.#scales.get(id)?.wire.connected) return false;
    this.#heard.set(id, connected);
    if (connected && !overload) this.#believed.remember(reading.id, id, netMg, stable);
    return true;
  }

  /** Tares a scale that hangs here. */
  tareHere(id: ScaleId): boolean {
    const wired = this.#scales.get(id);
    if (!wired?.wire.connected) return false;
    const { tare } = SCALE_FORMATS[wired.fitting.format];
    if (tare !== undefined) return wired.wire.send(tare);
    if (wired.lastMg === undefined || !wired.isLastStill) return false;
    wired.tareMg += wired.lastMg;
    return true;
  }

  believes(readingId: string, massMg: number): boolean {
    return this.#believed.believes(readingId, massMg);
  }

  deviceOf(readingId: string): ScaleId | undefined {
    return this.#believed.deviceOf(readingId);
  }

  onReading(listener: (reading: ScaleReadingMessage) => void): void {
    this.#listeners.push(listener);
  }

  play(id: ScaleId, action: PlayAction): boolean {
    if (this.#controlPort === undefined) return false;
    const grams = 'massMg' in action ? ` ${(action.massMg / 1000).toFixed(3)}` : '';
    return playLine(this.#controlPort, `${id} ${action.action.toUpperCase()}${grams}`);
  }

  close(): void {
    for (const wired of this.#scales.values()) wired.leave();
    this.#wires.keepOnly([]);
  }

  #wire(fitting: ScaleFitting): Wired {
    const wire = this.#wires.to(fitting.wiring);
    const wired: Wired = {
      fitting,
      wire,
      steadiness: Steadiness.ofScale(fitting.divisionMg),
      tareMg: 0,
      lastMg: undefined,
      isLastStill: false,
      leave: () => undefined,
    };
    const deafen = wire.add({ onLine: (line) => this.#read(wired, line), onLost: () => this.#lost(wired) });
    const { ask } = SCALE_FORMATS[fitting.format];
    const asking = ask === undefined ? undefined : setInterval(() => wire.send(ask), ASK_MS);
    wired.leave = () => {
      clearInterval(asking);
      deafen();
    };
    return wired;
  }

  #read(wired: Wired, line: string): void {
    const { id, format, unit } = wired.fitting;
    const shows = SCALE_FORMATS[format].read(line, unit);
    if (!shows) return;
    this.#count += 1;
    const readingId = `${id}-${shows.sequence ?? `${this.#boot}-${this.#count}`}`;
    if (shows.kind === 'overload') {
      wired.steadiness.forget();
      wired.lastMg = undefined;
      this.#tell({ scaleId: id, id: readingId, netMg: 0, stable: false, overload: true, connected: true });
      return;
    }
    const seenStill = wired.steadiness.see(shows.netMg, this.#nowMs());
    const stable = shows.stable ?? seenStill;
    const netMg = shows.netMg - wired.tareMg;
    wired.lastMg = netMg;
    wired.isLastStill = stable;
    this.#believed.remember(readingId, id, netMg, stable);
    this.#tell({ scaleId: id, id: readingId, netMg, stable, overload: false, connected: true });
  }

  #lost(wired: Wired): void {
    wired.steadiness.forget();
    wired.tareMg = 0;
    wired.lastMg = undefined;
    const scaleId = wired.fitting.id;
    this.#tell({ scaleId, id: '', netMg: 0, stable: false, overload: false, connected: false });
  }

  #tell(reading: ScaleReadingMessage): void {
    for (const listener of this.#listeners) listener(reading);
  }
}
