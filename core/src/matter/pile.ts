import type { HeatState } from '../cold-room/arrival.js';
import { NOTHING, together, warmer, worstOf, type Matter, type Origin, type Worst } from './matter.js';
import { NO_PARTS, PART_NAMES, type PartName } from './parts.js';

interface Noted {
  version: number;
  heat: HeatState | null;
  /** As it was when it came; null while no more of it has. */
  as: Pile | null;
  moreMg: number;
}

/**
 * A matter that grows and shrinks while thousands of entries are replayed: the same sums as {@link join} and
 * {@link take}, made in place. What it is is asked with {@link Pile.asMatter}; nobody outside a replay sees one.
 *
 * Figures are kept for a scale that shrinks when some of it leaves, so that leaving costs nothing.
 */
export class Pile {
  #scale = 1;
  #massMg = 0;
  readonly #origin = new Map<string, Origin>();
  readonly #parts: Record<PartName, number> = { ...NO_PARTS };
  readonly #doubts = new Map<string, number>();
  #costMinor = 0;
  readonly #unpriced = new Set<string>();
  #worst: Worst = NOTHING.worst;
  #meatMg = 0;
  /** How often something was put in: while that stays, so does what it is made of. */
  #version = 0;
  /** What was put in before, with how much more of the very same has come since and is not reckoned in yet. */
  readonly #noted = new Map<Pile, Noted>();
  #notedMg = 0;

  static of(matter: Matter): Pile {
    const pile = new Pile();
    pile.#massMg = matter.massMg;
    for (const [id, { massMg, is }] of matter.origin) {
      pile.#origin.set(id, { massMg, is });
      if (is.kind === 'meat') pile.#meatMg += massMg;
    }
    for (const name of PART_NAMES) pile.#parts[name] = matter.parts[name];
    for (const [id, mg] of matter.doubts) pile.#doubts.set(id, mg);
    pile.#costMinor = matter.costMinor;
    for (const id of matter.unpriced) pile.#unpriced.add(id);
    pile.#worst = matter.worst;
    return pile;
  }

  get massMg(): number {
    return (this.#massMg + this.#notedMg) * this.#scale;
  }

  get version(): number {
    return this.#version;
  }

  get worst(): Worst {
    return this.#worst;
  }

  /** Lots that are in it. */
  get lots(): ReadonlyMap<string, unknown> {
    return this.#origin;
  }

  /** A part over the meat; over all of it where there is none. */
  onMeat(part: PartName): number {
    this.#reckon();
    const on = this.#meatMg > 0 ? this.#meatMg : this.#massMg;
    return on > 0 ? this.#parts[part] / on : 0;
  }

  /**
   * So much of another on top, heated first where that is said. More of the very same is only noted until somebody asks:
   * of a thousand tubs out of one mix, two are reckoned.
   */
  add(other: Pile, massMg: number, heat: HeatState | null = null): void {
    if (this.#massMg <= 0 && this.#origin.size === 0) this.#scale = 1;
    this.#version += 1;
    const ownMg = massMg / this.#scale;
    const noted = this.#noted.get(other);
    if (noted?.version === other.#version && noted.heat === heat) {
      noted.as ??= Pile.of(other.asMatter());
      noted.moreMg += ownMg;
      this.#notedMg += ownMg;
      return;
    }
    if (noted) this.#reckon();
    this.#mix(other, ownMg, heat);
    this.#noted.set(other, { version: other.#version, heat, as: null, moreMg: 0 });
  }

  /** What was only noted, reckoned in. */
  #reckon(): void {
    if (this.#notedMg === 0) return;
    this.#notedMg = 0;
    for (const noted of this.#noted.values()) {
      if (noted.as) this.#mix(noted.as, noted.moreMg, noted.heat);
      noted.moreMg = 0;
    }
  }

  #mix(other: Pile, massMg: number, heat: HeatState | null): void {
    other.#reckon();
    const by = other.#massMg === 0 ? 0 : massMg / other.#massMg;
    for (const [id, { massMg: mg, is }] of other.#origin) {
      const known = this.#origin.get(id);
      if (!known) this.#origin.set(id, { massMg: mg * by, is });
      else if (known.is === is) known.massMg += mg * by;
      else this.#origin.set(id, together(known, { massMg: mg * by, is }));
    }
    for (const name of PART_NAMES) this.#parts[name] += other.#parts[name] * by;
    for (const [id, mg] of other.#doubts) this.#doubts.set(id, (this.#doubts.get(id) ?? 0) + mg * by);
    this.#costMinor += other.#costMinor * by;
    for (const id of other.#unpriced) this.#unpriced.add(id);
    const came = heat ? { ...other.#worst, heat: warmer(other.#worst.heat, heat) } : other.#worst;
    this.#worst = this.#massMg === 0 ? came : worstOf(this.#worst, came);
    this.#massMg += massMg;
    this.#meatMg += other.#meatMg * by;
  }

  /** So many times of it stand here from now on. */
  scale(by: number): void {
    this.#scale *= by;
  }

  /** What it is now, or what so much of it would be. */
  asMatter(massMg = this.massMg): Matter {
    this.#reckon();
    const by = this.#massMg === 0 ? 0 : massMg / this.#massMg;
    const origin = new Map<string, Origin>();
    for (const [id, { massMg: mg, is }] of this.#origin) origin.set(id, { massMg: mg * by, is });
    const doubts = new Map<string, number>();
    for (const [id, mg] of this.#doubts) doubts.set(id, mg * by);
    const parts = { ...NO_PARTS };
    for (const name of PART_NAMES) parts[name] = this.#parts[name] * by;
    return {
      massMg,
      origin,
      parts,
      doubts,
      costMinor: this.#costMinor * by,
      unpriced: new Set(this.#unpriced),
      worst: this.#worst,
    };
  }
}
