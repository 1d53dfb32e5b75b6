import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { openDB } from 'idb';
import { describe, expect, it, vi } from 'vitest';
import { deviceStore } from '../src/areas/bench/queue/device-store.js';
import { EntryQueue, type EntryStore, type Sent } from '../src/areas/bench/queue/entry-queue.js';
import type { Entry, KeptEntry } from '../src/areas/bench/queue/entry.js';
import { sendEntry } from '../src/areas/bench/queue/send-entry.js';
import type { Tabs } from '../src/areas/bench/queue/tabs.js';

/** A device whose memory outlives the queues that work on it, with the locks that its tabs share. */
function device() {
  const kept = new Map<string, KeptEntry>();
  const store: EntryStore = {
    all: () => Promise.resolve([...kept.values()].reverse()),
    put: (entry) => {
      kept.set(entry.id, structuredClone(entry));
      return Promise.resolve();
    },
    remove: (id) => {
      kept.delete(id);
      return Promise.resolve();
    },
  };
  return { kept, store, tab: tabsOfOneDevice() };
}

/** Tabs that wait for each other and hear of each other, as a browser's do. */
function tabsOfOneDevice(): () => Tabs {
  let turn: Promise<unknown> = Promise.resolve();
  const heard: { tab: number; listener: () => void }[] = [];
  let tabs = 0;
  return () => {
    const tab = (tabs += 1);
    return {
      alone: (work) => {
        const mine = turn.then(work);
        turn = mine.catch(() => undefined);
        return mine;
      },
      tell: () => heard.filter((h) => h.tab !== tab).forEach((h) => h.listener()),
      listen: (listener) => heard.push({ tab, listener }),
    };
  };
}

const entry = (id: string): Entry => ({
  kind: 'weighing',
  label: id,
  body: { id, lineId: 'line', massMg: 1000 },
});
let clock = 0;
const bram = () => ({ madeBy: 'bram', makerName: 'Bram', madeAt: new Date((clock += 1000)).toISOString() });
const takesAll = (): Promise<Sent> => Promise.resolve({ kind: 'taken' });

describe('the entries of a device', () => {
  it('are sent once and in order, whatever the line does, the tablet restarts, or the tab they are made in', async () => {
    const act = fc.constantFrom('one', 'other', 'send', 'restart', 'line down', 'line up');
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 40 }), async (acts) => {
        const { kept, store, tab } = device();
        let up = true;
        const taken: string[] = [];
        const send = (k: KeptEntry): Promise<Sent> => {
          if (!up) return Promise.resolve({ kind: 'away' });
          taken.push(k.id);
          return Promise.resolve({ kind: 'taken' });
        };
        let one = new EntryQueue(store, send, tab());
        const other = new EntryQueue(store, send, tab());
        const made: string[] = [];
        for (const what of acts) {
          if (what === 'one' || what === 'other') {
            made.push(`e${made.length}`);
            const queue = what === 'one' ? one : other;
            expect(await queue.record('batch', entry(made[made.length - 1]!), bram())).toBe(up);
          } else if (what === 'restart') one = new EntryQueue(store, send, tab());
          else if (what === 'send') await Promise.all([one.sendAll(), other.sendAll()]);
          else up = what === 'line up';
        }
        up = true;
        await Promise.all([one.sendAll(), other.sendAll()]);
        expect(taken).toEqual(made);
        expect(kept.size).toBe(0);
        expect([...one.entries, ...other.entries]).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  it('say that they were made without network when they could not be sent at once', async () => {
    const { store, tab } = device();
    const sent: boolean[] = [];
    let up = false;
    const send = (k: KeptEntry): Promise<Sent> => {
      if (!up) return Promise.resolve({ kind: 'away' });
      sent.push(k.offline);
      return Promise.resolve({ kind: 'taken' });
    };
    const queue = new EntryQueue(store, send, tab());
    await queue.record('batch', entry('first'), bram());
    await queue.record('batch', entry('second'), bram());
    expect(queue.entries.map((k) => k.offline)).toEqual([true, true]);
    up = true;
    await queue.record('batch', entry('third'), bram());
    expect(sent).toEqual([true, true, false]);
  });

  it('that are refused stay with their sentence until somebody has seen it, and do not hold up the others', async () => {
    const { kept, store, tab } = device();
    const refuses = (k: KeptEntry): Promise<Sent> =>
      k.id === 'bad' ? Promise.resolve({ kind: 'refused', sentence: 'The step is closed.' }) : takesAll();
    const queue = new EntryQueue(store, refuses, tab());
    expect(await queue.record('batch', entry('bad'), bram())).toBe(false);
    expect(await queue.record('batch', entry('good'), bram())).toBe(true);
    expect(queue.entries.map((k) => k.refused)).toEqual(['The step is closed.']);
    await queue.dismiss('bad');
    expect(kept.size).toBe(0);
  });

  it('tell who listens when something changes, in every tab', async () => {
    const { store, tab } = device();
    const queue = new EntryQueue(store, () => Promise.resolve({ kind: 'away' }), tab());
    const other = new EntryQueue(store, takesAll, tab());
    await other.load();
    let heard = 0;
    const stop = queue.listen(() => (heard += 1));
    await queue.record('batch', entry('a'), bram());
    expect(heard).toBeGreaterThanOrEqual(2);
    stop();
    const before = heard;
    await queue.record('batch', entry('b'), bram());
    expect(heard).toBe(before);
    await Promise.resolve();
    expect(other.entries.map((k) => k.id)).toEqual(['a', 'b']);
  });
});

describe('the memory of a device', () => {
  it('carries over what waited under a running number, and keeps entries of two tabs apart', async () => {
    const old = await openDB('zest-bench', 1, {
      upgrade: (db) => {
        db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true });
      },
    });
    const body = { id: 'kept', lineId: 'line', massMg: 5, deviceTime: '2026-03-16T07:00:00.000Z' };
    const first = { kind: 'weighing', label: 'Salt', body };
    await old.put('entries', {
      seq: 1,
      batchId: 'b',
      entry: first,
      madeBy: 'oda',
      offline: true,
      refused: null,
    });
    old.close();

    const one = new EntryQueue(deviceStore(), () => Promise.resolve({ kind: 'away' }), tabsOfOneDevice()());
    await one.load();
    expect(one.entries).toMatchObject([{ id: 'kept', madeAt: '2026-03-16T07:00:00.000Z', madeBy: 'oda' }]);
    const tab = tabsOfOneDevice();
    const queues = [1, 2].map(
      () => new EntryQueue(deviceStore(), () => Promise.resolve({ kind: 'away' }), tab()),
    );
    const later = { madeBy: 'bram', makerName: 'Bram', madeAt: '2026-03-16T08:00:00.000Z' };
    await Promise.all(queues.map((queue, i) => queue.record('b', entry(`tab ${i}`), later)));
    await one.sendAll();
    expect(one.entries.map((k) => k.id)).toEqual(['kept', 'tab 0', 'tab 1']);
  });
});

describe('an entry that came after its batch was finished', () => {
  it('is told to the hand as waiting for the lead, and stays until it was seen', async () => {
    vi.stubGlobal('fetch', () =>
      Promise.resolve(
        new Response(
          JSON.stringify({
            id: '0198c0de-0000-7000-8000-000000000101',
            how: 'typed',
            found: false,
            waits: true,
          }),
          { headers: { 'Content-Type': 'application/json' } },
        ),
      ),
    );
    const sent = await sendEntry({
      id: 'a',
      batchId: '0198c0de-0000-7000-8000-000000000102',
      entry: {
        kind: 'weighing',
        label: 'Salt',
        body: {
          id: '0198c0de-0000-7000-8000-000000000101',
          lineId: '0198c0de-0000-7000-8000-000000000103',
          massMg: 5,
        },
      },
      madeBy: 'b',
      madeAt: '2026-03-16T08:00:00.000Z',
      offline: true,
      refused: null,
    });
    vi.unstubAllGlobals();
    expect(sent).toEqual({ kind: 'refused', sentence: expect.stringContaining('waits for the lead') });
  });
});
