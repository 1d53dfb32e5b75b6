/** A simulated scale: load in grams, first-order settling, noise below its division, tare, overload. */
export class SimulatedScale {
  readonly #capacityG: number;
  readonly #divisionG: number;
  readonly #random: () => number;
  readonly #settling: number;
  readonly #stableTicks: number;
  #loadG = 0;
  #shownG = 0;
  #tareG = 0;
  #recent: number[] = [];

  /**
   * @param spec.pace how many times faster than life it settles
   * @param random uniform 0–1, given so that a script can repeat itself
   */
  constructor(spec: { capacityG: number; divisionG: number; pace?: number }, random: () => number) {
    const pace = Math.max(1, spec.pace ?? 1);
    this.#settling = 1 - (1 - SETTLING) ** pace;
    this.#stableTicks = Math.max(2, Math.ceil(STABLE_TICKS / pace));
    this.#capacityG = spec.capacityG;
    this.#divisionG = spec.divisionG;
    this.#random = random;
  }

  put(grams: number): void {
    this.#loadG = grams;
  }

  add(grams: number): void {
    this.#loadG += grams;
  }

  /** Sets what stands on the scale as zero. */
  tare(): void {
    this.#tareG = this.#round(this.#loadG);
    this.#shownG = this.#loadG;
    this.#recent = [];
  }

  /** Moves one tenth of a second on and answers what the display shows. */
  tick(): { overload: true } | { overload: false; netG: number; stable: boolean } {
    this.#shownG += (this.#loadG - this.#shownG) * this.#settling;
    if (Math.abs(this.#loadG - this.#shownG) < this.#divisionG / 4) this.#shownG = this.#loadG;
    if (this.#shownG > this.#capacityG) {
      this.#recent = [];
      return { overload: true };
    }
    const noise = (this.#random() - 0.5) * 0.4 * this.#divisionG;
    const netG = this.#round(this.#shownG + noise - this.#tareG);
    this.#recent = [...this.#recent, netG].slice(-this.#stableTicks);
    const spread = Math.max(...this.#recent) - Math.min(...this.#recent);
    const stable = this.#recent.length === this.#stableTicks && spread <= this.#divisionG * 1.001;
    return { overload: false, netG, stable };
  }

  #round(grams: number): number {
    return Math.round(grams / this.#divisionG) * this.#divisionG;
  }
}

export const TICK_MS = 100;
/** Part of the way to the load covered in one tick. */
const SETTLING = 0.45;
/** Eight ticks within one division: stable for 0.8 s. */
const STABLE_TICKS = 8;
