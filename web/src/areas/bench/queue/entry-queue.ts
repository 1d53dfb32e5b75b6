import type { Entry, KeptEntry } from './entry.js';
import type { Tabs } from './tabs.js';

/** Where entries lie on the device until the server has them; all tabs see the same. */
export interface EntryStore {
  all: () => Promise<KeptEntry[]>;
  put: (kept: KeptEntry) => Promise<void>;
  remove: (id: string) => Promise<void>;
}

/** Who made an entry, and when. */
export type Made = Required<Pick<KeptEntry, 'madeBy' | 'makerName' | 'madeAt'>>;

/** What became of sending one entry: taken, refused for good with a sentence, or not reached. */
export type Sent = { kind: 'taken' } | { kind: 'refused'; sentence: string } | { kind: 'away' };

/**
 * The entries of this device in the order in which they were made, whatever tab they were made in. Each
 * is written down under its own id before it is sent, sent by one tab at a time once the ones before it
 * are gone, and taken off the device only when the server has it or somebody has seen that it was refused.
 */
export class EntryQueue {
  readonly #store: EntryStore;
  readonly #send: (kept: KeptEntry) => Promise<Sent>;
  readonly #tabs: Tabs;
  readonly #listeners = new Set<() => void>();
  #entries: readonly KeptEntry[] = [];
  #loaded: Promise<void> | undefined;

  constructor(store: EntryStore, send: (kept: KeptEntry) => Promise<Sent>, tabs: Tabs) {
    this.#store = store;
    this.#send = send;
    this.#tabs = tabs;
    tabs.listen(() => void this.#read());
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
    this.#loaded ??= this.#read();
    return this.#loaded;
  }

  /** Writes an entry down and sends it in its turn; true when the server has it. */
  async record(batchId: string, entry: Entry, by: Made): Promise<boolean> {
    await this.load();
    const { id } = entry.body;
    const kept: KeptEntry = { id, batchId, entry, ...by, offline: false, refused: null };
    await this.#store.put(kept);
    await this.#changed();
    await this.sendAll();
    return !this.#entries.some((k) => k.id === id);
  }

  /** Sends what waits, in order, until one cannot be sent; while another tab does, waits for it. */
  async sendAll(): Promise<void> {
    await this.load();
    await this.#tabs.alone(() => this.#run());
  }

  /** Takes a refused entry off the device once somebody has seen it. */
  async dismiss(id: string): Promise<void> {
    await this.#store.remove(id);
    await this.#changed();
  }

  async #run(): Promise<void> {
    for (;;) {
      await this.#read();
      const kept = this.#waiting()[0];
      if (!kept) return;
      const sent = await this.#send(kept);
      if (sent.kind === 'away') {
        for (const late of this.#waiting()) {
          if (!late.offline) await this.#store.put({ ...late, offline: true });
        }
        await this.#changed();
        return;
      }
      if (sent.kind === 'taken') await this.#store.remove(kept.id);
      else await this.#store.put({ ...kept, offline: true, refused: sent.sentence });
      await this.#changed();
    }
  }

  #waiting(): KeptEntry[] {
    return this.#entries.filter((k) => k.refused === null);
  }

  async #changed(): Promise<void> {
    await this.#read();
    this.#tabs.tell();
  }

  async #read(): Promise<void> {
    const kept = await this.#store.all();
    this.#entries = kept.sort((a, b) => a.madeAt.localeCompare(b.madeAt) || (a.id < b.id ? -1 : 1));
    for (const listener of this.#listeners) listener();
  }
}
