/** A weight that stays within one division for so long stands still. */
const SCALE_STILL_MS = 800;
/** A temperature that moves by less than this for so long is steady. */
const PROBE_STILL_MS = 5000;
const PROBE_STILL_C = 0.2;

/** Sees from the figures themselves whether a device stands still, where it does not say so. */
export class Steadiness {
  readonly #within: number;
  readonly #forMs: number;
  #anchor: { value: number; sinceMs: number } | undefined;

  constructor(within: number, forMs: number) {
    this.#within = within;
    this.#forMs = forMs;
  }

  static ofScale(divisionMg: number): Steadiness {
    return new Steadiness(divisionMg, SCALE_STILL_MS);
  }

  static ofProbe(): Steadiness {
    return new Steadiness(PROBE_STILL_C, PROBE_STILL_MS);
  }

  /** Whether the device, which shows this figure now, has stood still for long enough. */
  see(value: number, nowMs: number): boolean {
    if (!this.#anchor || Math.abs(value - this.#anchor.value) > this.#within) {
      this.#anchor = { value, sinceMs: nowMs };
      return false;
    }
    return nowMs - this.#anchor.sinceMs >= this.#forMs;
  }

  forget(): void {
    this.#anchor = undefined;
  }
}
