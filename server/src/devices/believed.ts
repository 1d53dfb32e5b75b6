/** A figure that a device showed longer ago is not believed any more. */
const BELIEVED_MS = 10_000;

interface Shown<Id> {
  deviceId: Id;
  value: number;
  isStill: boolean;
  atMs: number;
}

/** What devices showed in the last seconds: only that is believed of an entry that names a reading. */
export class Believed<Id extends string> {
  readonly #nowMs: () => number;
  readonly #shown = new Map<string, Shown<Id>>();

  constructor(nowMs: () => number) {
    this.#nowMs = nowMs;
  }

  remember(readingId: string, deviceId: Id, value: number, isStill: boolean): void {
    this.#shown.set(readingId, { deviceId, value, isStill, atMs: this.#nowMs() });
    for (const [key, { atMs }] of this.#shown) {
      if (this.#nowMs() - atMs < BELIEVED_MS) break;
      this.#shown.delete(key);
    }
  }

  /** Whether the reading is fresh, stood still, and showed this figure, but for less than `within`. */
  believes(readingId: string, value: number, within = 0): boolean {
    const shown = this.#shown.get(readingId);
    return (
      shown !== undefined &&
      shown.isStill &&
      Math.abs(shown.value - value) <= within &&
      this.#nowMs() - shown.atMs < BELIEVED_MS
    );
  }

  /** Whose reading it is, as long as it is remembered. */
  deviceOf(readingId: string): Id | undefined {
    return this.#shown.get(readingId)?.deviceId;
  }
}
