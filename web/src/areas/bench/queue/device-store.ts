import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Entry, KeptEntry } from './entry.js';
import type { EntryStore } from './entry-queue.js';

const NAME = 'zest-bench';
/** Kept under a running number once, which two tabs could give twice. */
const BY_NUMBER = 'entries';
const BY_ID = 'entries-by-id';

interface NumberedEntry {
  seq: number;
  batchId: string;
  entry: Entry;
  madeBy: string;
  offline: boolean;
  refused: string | null;
}

interface Schema extends DBSchema {
  [BY_NUMBER]: { key: number; value: NumberedEntry };
  [BY_ID]: { key: string; value: KeptEntry };
}

/** The device's own database; what is in it survives a reload and a flat battery, and all tabs share it. */
export function deviceStore(): EntryStore {
  let opened: Promise<IDBPDatabase<Schema>> | undefined;
  const db = () =>
    (opened ??= openDB<Schema>(NAME, 2, {
      upgrade: async (database, from, _to, transaction) => {
        const byId = database.createObjectStore(BY_ID, { keyPath: 'id' });
        if (from < 1) return;
        for (const { seq: _seq, ...kept } of await transaction.objectStore(BY_NUMBER).getAll()) {
          const { body } = kept.entry;
          const madeAt = ('deviceTime' in body ? body.deviceTime : undefined) ?? new Date(0).toISOString();
          await byId.put({ ...kept, id: body.id, madeAt });
        }
        database.deleteObjectStore(BY_NUMBER);
      },
    }));
  return {
    all: async () => (await db()).getAll(BY_ID),
    put: async (kept) => {
      await (await db()).put(BY_ID, kept);
    },
    remove: async (id) => {
      await (await db()).delete(BY_ID, id);
    },
  };
}
