import { weighedApartMg } from '../cold-room/part.js';
import { basisMg, join, joinAll, ppmOf, resized, take, allergensOf, type Matter } from '../matter/index.js';

/**
 * What stands in a place or has come to an end: one mass where the place mixes, several where pieces lie beside each
 * other and what came first stays what it is.
 */
export class Heaps {
  readonly #mixes: boolean;
  #heaps: Matter[] = [];

  constructor(mixes: boolean) {
    this.#mixes = mixes;
  }

  get all(): readonly Matter[] {
    return this.#heaps;
  }

  get massMg(): number {
    return this.#heaps.reduce((sum, heap) => sum + heap.massMg, 0);
  }

  get together(): Matter {
    return joinAll(this.#heaps);
  }

  add(matter: Matter): void {
    const at = this.#mixes ? 0 : this.#heaps.findIndex((heap) => isAlike(heap, matter));
    const known = this.#heaps[at];
    if (known === undefined) this.#heaps.push(matter);
    else this.#heaps[at] = join(known, matter);
  }

  /** More of the same as stands here: what nobody can say more of. */
  swell(massMg: number): void {
    const held = this.massMg;
    if (held <= 0) return;
    const by = (held + massMg) / held;
    this.#heaps = this.#heaps.map((heap) => resized(heap, heap.massMg * by));
  }

  /** Every heap changed, such as dried; what is nothing is gone. */
  change(by: (heap: Matter) => Matter): void {
    this.#heaps = this.#heaps.map(by).filter((heap) => heap.massMg > 0);
  }

  /**
   * So much of every heap in proportion. More than stands here, within the error of its scales, is all of it; beyond
   * that nobody knows where it came from, and it counts as the same.
   */
  remove(massMg: number): Matter[] {
    const held = this.massMg;
    if (held <= 0) return [];
    if (massMg >= held - LEAST_MG) {
      const gone = this.#heaps.map((heap) => resized(heap, (heap.massMg / held) * massMg));
      this.#heaps = [];
      return gone;
    }
    const both = this.#heaps.map((heap) => take(heap, (heap.massMg / held) * massMg));
    this.#heaps = both.map(([, rest]) => rest);
    return both.map(([taken]) => taken);
  }
}

/** Less than this is what floating point leaves over, mg. */
const LEAST_MG = 0.5;

/** What a weight of so much may be off, so that more out than in is no riddle, mg. */
export const offMg = weighedApartMg;

/** Cure, heat and allergens by which two masses are told apart when they lie beside each other; cure within so much. */
const SAME_CURE = 0.01;

/** Whether two masses are the same to every door and on every label. */
export function isAlike(a: Matter, b: Matter): boolean {
  if (a.worst.heat !== b.worst.heat || a.worst.held !== b.worst.held) return false;
  const [x, y] = [nitriteOn(a), nitriteOn(b)];
  if (Math.abs(x - y) > SAME_CURE * Math.max(x, y)) return false;
  const [left, right] = [allergensOf(a), allergensOf(b)];
  return left.length === right.length && left.every((one) => right.includes(one));
}

/** Nitrite and nitrate on the meat; without meat, on all of it. */
function nitriteOn(matter: Matter): number {
  const basis = basisMg(matter, 'meat block') > 0 ? 'meat block' : 'product';
  return ppmOf(matter, 'nitrite', basis) + ppmOf(matter, 'nitrate', basis);
}
