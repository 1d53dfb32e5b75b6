import type { HeatState } from '../../cold-room/arrival.js';
import { weighedApartMg } from '../../cold-room/part.js';
import { allergensOf, joinAll, type Matter } from '../../matter/index.js';
import { warmer } from '../../matter/matter.js';
import { Pile } from '../../matter/pile.js';

/** So much of a pile, heated first where its record says so. */
export interface Slice {
  of: Pile;
  massMg: number;
  heat: HeatState | null;
}

/**
 * What stands in a place or has come to an end: one mass where the place mixes, several where pieces lie beside each
 * other and what came first stays what it is.
 */
export class Heaps {
  readonly #mixes: boolean;
  #heaps: Pile[] = [];
  /** Where more of the very same lies already. */
  readonly #known = new Map<Pile, { version: number; heat: HeatState | null; heap: Pile }>();

  constructor(mixes: boolean) {
    this.#mixes = mixes;
  }

  get all(): Matter[] {
    return this.#heaps.map((heap) => heap.asMatter());
  }

  get massMg(): number {
    return this.#heaps.reduce((sum, heap) => sum + heap.massMg, 0);
  }

  get together(): Matter {
    return joinAll(this.all);
  }

  add({ of, massMg, heat }: Slice): void {
    const heap = this.#heapFor(of, heat);
    heap.add(of, massMg, heat);
    this.#known.set(of, { version: of.version, heat, heap });
  }

  #heapFor(of: Pile, heat: HeatState | null): Pile {
    const known = this.#known.get(of);
    if (known && known.version === of.version && known.heat === heat) return known.heap;
    const alike = this.#mixes ? this.#heaps[0] : this.#heaps.find((one) => isAlike(one, of, heat));
    if (alike) return alike;
    const heap = new Pile();
    this.#heaps.push(heap);
    return heap;
  }

  #setTo(heaps: Pile[]): void {
    this.#heaps = heaps;
    this.#known.clear();
  }

  /** More of the same as stands here: what nobody can say more of. */
  swell(massMg: number): void {
    const held = this.massMg;
    if (held > 0) for (const heap of this.#heaps) heap.scale((held + massMg) / held);
  }

  /** Every heap changed, such as dried; what is nothing is gone. */
  change(by: (heap: Matter) => Matter): void {
    this.#setTo(
      this.all
        .map(by)
        .filter((heap) => heap.massMg > 0)
        .map((heap) => Pile.of(heap)),
    );
  }

  /**
   * So much of every heap in proportion, told to whoever takes it. More than stands here, within the error of its scales,
   * is all of it; beyond that nobody knows where it came from, and it counts as the same.
   */
  remove(massMg: number, heat: HeatState | null, taken: (slice: Slice) => void): void {
    const held = this.massMg;
    if (held <= 0) return;
    for (const of of this.#heaps) taken({ of, massMg: (of.massMg / held) * massMg, heat });
    if (massMg >= held - LEAST_MG) this.#setTo([]);
    else for (const heap of this.#heaps) heap.scale((held - massMg) / held);
  }
}

/** Less than this is what floating point leaves over, mg. */
const LEAST_MG = 0.5;

/** What a weight of so much may be off, so that more out than in is no riddle, mg. */
export const offMg = weighedApartMg;

/** Cure, heat and allergens by which two masses are told apart when they lie beside each other; cure within so much. */
const SAME_CURE = 0.01;

/** Whether what comes is the same as what lies here, to every door and on every label. */
function isAlike(heap: Pile, other: Pile, heat: HeatState | null): boolean {
  const came = heat ? warmer(other.worst.heat, heat) : other.worst.heat;
  if (heap.worst.heat !== came || heap.worst.held !== other.worst.held) return false;
  const [x, y] = [cureOf(heap), cureOf(other)];
  if (Math.abs(x - y) > SAME_CURE * Math.max(x, y)) return false;
  if (isOfSameLots(heap, other)) return true;
  const [left, right] = [allergensOf(heap.asMatter()), allergensOf(other.asMatter())];
  return left.length === right.length && left.every((one) => right.includes(one));
}

function isOfSameLots({ lots: a }: Pile, { lots: b }: Pile): boolean {
  if (a.size !== b.size) return false;
  for (const id of a.keys()) if (!b.has(id)) return false;
  return true;
}

function cureOf(pile: Pile): number {
  return pile.onMeat('nitrite') + pile.onMeat('nitrate');
}
