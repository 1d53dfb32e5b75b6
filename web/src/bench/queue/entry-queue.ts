import type { Entry, KeptEntry } from './entry.js';

/** Where entries lie on the device until the server has them. */
export interface EntryStore {
  all: () => Promise<KeptEntry[]>;
  put: (kept: KeptEntry) => Promise<void>;
  remove: (seq: number) => Promise<void>;
}

/** What became of sending one entry: taken, refused for good with a sentence, or not reached. */
export type Sent = { kind: 'taken' } | { kind: 'refused'; sentence: string } | { kind: 'away' };

/**
 * The entries of this device in the order in which they were made. Each is written down before it is
 * sent, sent once the ones before it are gone, and taken off the device only when the server has it or
 * somebody has seen that it was refused.
 */
export class EntryQueue {
  readonly #store: EntryStore;
  readonly #send: (kept: KeptEntry) => Promise<Sent>;
  readonly #listeners = new Set<() => void>();
  #entries: readonly KeptEntry[] = [];
  #loaded: Promise<void> | undefined;
  #sending: Promise<void> | undefined;
  #next = 1;

  constructor(store: EntryStore, send: (kept: KeptEntry) => Promise<Sent>) {
    this.#store = store;
    this.#send = send;
  }

  /** Everything on the device; the same array until something changes. */
  get entries(): readonly KeptEntry[] {
    return this.#entries;
  }

  listen(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => {
      this.#listeners.delete(listener);
    };
  }

  /** Reads what a tablet still has from before it was switched off. */
  load(): Promise<void> {
    this.#loaded ??= this.#store.all().then((kept) => {
      const before = [...kept].sort((a, b) => a.seq - b.seq);
      this.#next = Math.max(this.#next, ...before.map((k) => k.seq + 1));
      this.#change([...before, ...this.#entries]);
    });
    return this.#loaded;
  }

  /** Writes an entry down and sends it in its turn; true when the server has it. */
  async record(batchId: string, entry: Entry, madeBy: string): Promise<boolean> {
    await this.load();
    const kept: KeptEntry = { seq: this.#next, batchId, entry, madeBy, offline: false, refused: null };
    this.#next += 1;
    this.#change([...this.#entries, kept]);
    await this.#store.put(kept);
    await this.sendAll();
    if (this.#waiting().some((k) => k.seq === kept.seq)) await this.sendAll();
    return !this.#entries.some((k) => k.seq === kept.seq);
  }

  /** Sends what waits, in order, until one cannot be sent. */
  async sendAll(): Promise<void> {
    await this.load();
    this.#sending ??= this.#run().finally(() => {
      this.#sending = undefined;
    });
    await this.#sending;
  }

  /** Takes a refused entry off the device once somebody has seen it. */
  async dismiss(seq: number): Promise<void> {
    this.#change(this.#entries.filter((k) => k.seq !== seq));
    await this.#store.remove(seq);
  }

  async #run(): Promise<void> {
    for (let kept = this.#waiting()[0]; kept; kept = this.#waiting()[0]) {
      const sent = await this.#send(kept);
      if (sent.kind === 'taken') {
        await this.dismiss(kept.seq);
        continue;
      }
      if (sent.kind === 'away') {
        for (const late of this.#waiting()) await this.#replace({ ...late, offline: true });
        return;
      }
      await this.#replace({ ...kept, offline: true, refused: sent.sentence });
    }
  }

  async #replace(kept: KeptEntry): Promise<void> {
    this.#change(this.#entries.map((k) => (k.seq === kept.seq ? kept : k)));
    await this.#store.put(kept);
  }

  #waiting(): KeptEntry[] {
    return this.#entries.filter((k) => k.refused === null);
  }

  #change(entries: readonly KeptEntry[]): void {
    this.#entries = entries;
    for (const listener of this.#listeners) listener();
  }
}
