import type { ProbeId, ProbeReadingMessage } from '@zest/contract';
import { Believed } from './believed.js';
import type { ProbeFitting } from './fitting.js';
import { PROBE_FORMATS } from './formats/index.js';
import { playLine } from './simulator/control.js';
import { Heard } from './heard.js';
import { Steadiness } from './steadiness.js';
import { PROBES, type ProbeAction, type ThermometerDriver } from './thermometer.js';
import { Wires, refitted } from './wires.js';
import type { Wire } from './wire.js';

/** A temperature is shown in tenths. */
const WITHIN_C = 0.049;

interface Wired {
  fitting: ProbeFitting;
  wire: Wire;
  steadiness: Steadiness;
  isOpen: boolean;
  /** Hears no more. */
  leave: () => void;
}

/** Reads the shop's probes over their wires, each in its own format, and finds them again when one was away. */
export class WiredProbes implements ThermometerDriver {
  readonly #nowMs: () => number;
  readonly #believed: Believed<ProbeId>;
  readonly #controlPort: number | undefined;
  readonly #listeners: ((reading: ProbeReadingMessage) => void)[] = [];
  readonly #boot: string;
  readonly #wires = new Wires();
  #probes: ReadonlyMap<ProbeId, Wired> = new Map();
  readonly #heard = new Heard<ProbeId>();
  #count = 0;

  /** @param controlPort of the simulated thermometer, where it is such */
  constructor(fittings: readonly ProbeFitting[], nowMs: () => number = Date.now, controlPort?: number) {
    this.#nowMs = nowMs;
    this.#boot = nowMs().toString(36);
    this.#believed = new Believed(nowMs);
    this.#controlPort = controlPort;
    this.fit(fittings);
  }

  /** Reads these from now on; what is as it was keeps its line. */
  fit(fittings: readonly ProbeFitting[]): void {
    this.#probes = refitted(
      {
        wires: this.#wires,
        before: this.#probes,
        wire: (f) => this.#wire(f),
        gone: (was) => this.#lost(was),
      },
      fittings,
    );
  }

  list() {
    return PROBES.map((probe) => {
      const wired = this.#probes.get(probe.id);
      const isHeard = this.#heard.has(probe.id);
      if (!wired) return { ...probe, connected: isHeard };
      const { name } = wired.fitting;
      return { id: probe.id, name, connected: (wired.wire.connected && wired.isOpen) || isHeard };
    });
  }

  /** Takes what a probe shows that hangs at another application; false where it hangs here as well. */
  hear(reading: ProbeReadingMessage): boolean {
    const { probeId: id, connected, tempC, steady } = reading;
    const wired = this.#probes.get(id);
    if (wired?.wire.connected && wired.isOpen) return false;
    this.#heard.set(id, connected);
    if (connected) this.#believed.remember(reading.id, id, tempC, steady);
    return true;
  }

  believes(readingId: string, tempC: number): boolean {
    return this.#believed.believes(readingId, tempC, WITHIN_C);
  }

  deviceOf(readingId: string): ProbeId | undefined {
    return this.#believed.deviceOf(readingId);
  }

  onReading(listener: (reading: ProbeReadingMessage) => void): void {
    this.#listeners.push(listener);
  }

  play(id: ProbeId, action: ProbeAction): boolean {
    if (this.#controlPort === undefined) return false;
    const value = action.action === 'set' ? ` ${action.tempC.toFixed(1)}` : '';
    return playLine(this.#controlPort, `probe ${id} ${action.action.toUpperCase()}${value}`);
  }

  close(): void {
    for (const wired of this.#probes.values()) wired.leave();
    this.#wires.keepOnly([]);
  }

  #wire(fitting: ProbeFitting): Wired {
    const wire = this.#wires.to(fitting.wiring);
    const wired: Wired = {
      fitting,
      wire,
      steadiness: Steadiness.ofProbe(),
      isOpen: false,
      leave: () => undefined,
    };
    wired.leave = wire.add({ onLine: (line) => this.#read(wired, line), onLost: () => this.#lost(wired) });
    return wired;
  }

  #read(wired: Wired, line: string): void {
    const { id, format, channel } = wired.fitting;
    const shows = PROBE_FORMATS[format].read(line);
    if (!shows || shows.channel !== channel) return;
    if (shows.tempC === null) {
      this.#lost(wired);
      return;
    }
    this.#count += 1;
    const readingId = `probe-${id}-${shows.sequence ?? `${this.#boot}-${this.#count}`}`;
    const seenSteady = wired.steadiness.see(shows.tempC, this.#nowMs());
    const steady = shows.steady ?? seenSteady;
    wired.isOpen = true;
    this.#believed.remember(readingId, id, shows.tempC, steady);
    this.#tell({ probeId: id, id: readingId, tempC: shows.tempC, steady, connected: true });
  }

  #lost(wired: Wired): void {
    wired.steadiness.forget();
    if (!wired.isOpen) return;
    wired.isOpen = false;
    this.#tell({ probeId: wired.fitting.id, id: '', tempC: 0, steady: false, connected: false });
  }

  #tell(reading: ProbeReadingMessage): void {
    for (const listener of this.#listeners) listener(reading);
  }
}
