import type { Wiring } from '@zest/contract';
import { Wire } from './wire.js';

/** The wires that are in use: devices behind one adapter share it. */
export class Wires {
  readonly #wires = new Map<string, Wire>();

  /** The wire to a place, opened when it is first asked for. */
  to(wiring: Wiring): Wire {
    const key = JSON.stringify(wiring);
    const known = this.#wires.get(key) ?? new Wire(wiring);
    this.#wires.set(key, known);
    return known;
  }

  /** Closes those to places where nothing hangs any more. */
  keepOnly(used: readonly Wiring[]): void {
    const keys = new Set(used.map((wiring) => JSON.stringify(wiring)));
    for (const [key, wire] of this.#wires) {
      if (keys.has(key)) continue;
      wire.close();
      this.#wires.delete(key);
    }
  }
}

/**
 * What hangs on the wires after a change: what is fitted as it was stays as it is, with its line and its tare;
 * everything else is wired anew, and what is there no more is told of.
 */
export function refitted<
  Id,
  Fitting extends { id: Id; wiring: Wiring },
  Wired extends { fitting: Fitting; leave: () => void },
>(
  { wires, before, wire, gone }: Refitting<Id, Fitting, Wired>,
  fittings: readonly Fitting[],
): ReadonlyMap<Id, Wired> {
  const after = new Map(
    fittings.map((fitting) => {
      const was = before.get(fitting.id);
      const isSame = was !== undefined && JSON.stringify(was.fitting) === JSON.stringify(fitting);
      return [fitting.id, isSame ? was : wire(fitting)];
    }),
  );
  for (const was of before.values()) {
    if (after.get(was.fitting.id) === was) continue;
    was.leave();
    if (!after.has(was.fitting.id)) gone(was);
  }
  wires.keepOnly(fittings.map((f) => f.wiring));
  return after;
}

interface Refitting<Id, Fitting, Wired> {
  wires: Wires;
  before: ReadonlyMap<Id, Wired>;
  wire: (fitting: Fitting) => Wired;
  gone: (was: Wired) => void;
}
