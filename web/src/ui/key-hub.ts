/** Keys closer together than this come from a scanner, not from a hand. */
export const BURST_MS = 40;
/** From this many such keys on, it is a scan. */
const BURST_KEYS = 4;
/** A second press of the pedal within this time is the same press. */
const PEDAL_MS = 400;

interface Held {
  key: string;
  atMs: number;
}

/**
 * Parts single-key shortcuts from a scanner's burst. Keys are held for a moment; when the burst
 * ends, a long one is a scan and a short one is given out key by key. `Space` has the pedal's
 * rules: no repeats, and no second press within 400 ms.
 */
export class KeyHub {
  readonly #onKey: (key: string) => void;
  readonly #onScan: (code: string) => void;
  #held: Held[] = [];
  #lastPedalMs = -Infinity;

  constructor(onKey: (key: string) => void, onScan: (code: string) => void) {
    this.#onKey = onKey;
    this.#onScan = onScan;
  }

  /** Takes a key as it comes; call {@link flush} once more than 40 ms have passed without another. */
  press(key: string, atMs: number, repeat: boolean): void {
    if (repeat) return;
    const last = this.#held[this.#held.length - 1];
    if (last && atMs - last.atMs >= BURST_MS) this.flush();
    this.#held.push({ key, atMs });
  }

  flush(): void {
    const held = this.#held;
    this.#held = [];
    const text = held.filter((h) => h.key.length === 1);
    if (text.length >= BURST_KEYS) {
      this.#onScan(text.map((h) => h.key).join(''));
      return;
    }
    for (const { key, atMs } of held) {
      if (key === ' ') {
        if (atMs - this.#lastPedalMs < PEDAL_MS) continue;
        this.#lastPedalMs = atMs;
      }
      this.#onKey(key);
    }
  }
}
