import { openDB, type IDBPDatabase } from 'idb';
import type { KeptEntry } from './entry.js';
import type { EntryStore } from './entry-queue.js';

const NAME = 'zest-bench';
const ENTRIES = 'entries';

/** The device's own database; what is in it survives a reload and a flat battery. */
export function deviceStore(): EntryStore {
  let opened: Promise<IDBPDatabase> | undefined;
  const db = () =>
    (opened ??= openDB(NAME, 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore(ENTRIES, { keyPath: 'seq' });
      },
    }));
  return {
    all: async () => (await (await db()).getAll(ENTRIES)) as KeptEntry[],
    put: async (kept) => {
      await (await db()).put(ENTRIES, kept);
    },
    remove: async (seq) => {
      await (await db()).delete(ENTRIES, seq);
    },
  };
}
