import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EntryQueue, type EntryStore, type Sent } from '../src/bench/queue/entry-queue.js';
import type { Entry, KeptEntry } from '../src/bench/queue/entry.js';

/** A device whose memory outlives the queue that works on it. */
function device() {
  const kept = new Map<number, KeptEntry>();
  const store: EntryStore = {
    all: () => Promise.resolve([...kept.values()].reverse()),
    put: (entry) => {
      kept.set(entry.seq, structuredClone(entry));
      return Promise.resolve();
    },
    remove: (seq) => {
      kept.delete(seq);
      return Promise.resolve();
    },
  };
  return { kept, store };
}

const entry = (id: string): Entry => ({
  kind: 'weighing',
  label: id,
  body: { id, lineId: 'line', massMg: 1000 },
});
const idOf = (k: KeptEntry) => k.entry.body.id;

describe('the entries of a device', () => {
  it('are sent once and in order, whatever the line does and however often the tablet restarts', async () => {
    const act = fc.constantFrom('record', 'send', 'restart', 'line down', 'line up');
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 40 }), async (acts) => {
        const { kept, store } = device();
        let up = true;
        const taken: string[] = [];
        const send = (k: KeptEntry): Promise<Sent> => {
          if (!up) return Promise.resolve({ kind: 'away' });
          taken.push(idOf(k));
          return Promise.resolve({ kind: 'taken' });
        };
        let queue = new EntryQueue(store, send);
        const made: string[] = [];
        for (const what of acts) {
          if (what === 'record') {
            made.push(`e${made.length}`);
            const confirmed = await queue.record('batch', entry(made[made.length - 1]!), 'bram');
            expect(confirmed).toBe(up);
          } else if (what === 'restart') queue = new EntryQueue(store, send);
          else if (what === 'send') await queue.sendAll();
          else up = what === 'line up';
        }
        up = true;
        await queue.sendAll();
        expect(taken).toEqual(made);
        expect(kept.size).toBe(0);
        expect(queue.entries).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  it('say that they were made without network when they could not be sent at once', async () => {
    const { store } = device();
    const sent: boolean[] = [];
    let up = false;
    const queue = new EntryQueue(store, (k) => {
      if (!up) return Promise.resolve({ kind: 'away' });
      sent.push(k.offline);
      return Promise.resolve({ kind: 'taken' });
    });
    await queue.record('batch', entry('first'), 'bram');
    await queue.record('batch', entry('second'), 'bram');
    expect(queue.entries.map((k) => k.offline)).toEqual([true, true]);
    up = true;
    await queue.record('batch', entry('third'), 'bram');
    expect(sent).toEqual([true, true, false]);
  });

  it('that are refused stay with their sentence until somebody has seen it, and do not hold up the others', async () => {
    const { kept, store } = device();
    const queue = new EntryQueue(store, (k) =>
      Promise.resolve(
        idOf(k) === 'bad' ? { kind: 'refused', sentence: 'The step is closed.' } : { kind: 'taken' },
      ),
    );
    expect(await queue.record('batch', entry('bad'), 'bram')).toBe(false);
    expect(await queue.record('batch', entry('good'), 'bram')).toBe(true);
    expect(queue.entries.map((k) => k.refused)).toEqual(['The step is closed.']);
    await queue.dismiss(queue.entries[0]!.seq);
    expect(kept.size).toBe(0);
  });

  it('tell who listens when something changes', async () => {
    const { store } = device();
    const queue = new EntryQueue(store, () => Promise.resolve({ kind: 'taken' }));
    let heard = 0;
    const stop = queue.listen(() => (heard += 1));
    await queue.record('batch', entry('a'), 'bram');
    expect(heard).toBeGreaterThanOrEqual(2);
    stop();
    const before = heard;
    await queue.record('batch', entry('b'), 'bram');
    expect(heard).toBe(before);
  });
});
