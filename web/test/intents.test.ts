import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beginIntent, endIntent, type IntentStore } from '../src/data/intents.js';

function memory(): IntentStore {
  const kept = new Map<string, string>();
  return {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
  };
}

describe('the id of an intent', () => {
  it('is the same over errors, reloads and second presses, another after success or any change', () => {
    const press = fc.record({
      what: fc.constantFrom('lost', 'done'),
      massMg: fc.integer({ min: 1, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(press, { maxLength: 30 }), (presses) => {
        const store = memory();
        const done = new Set<string>();
        let open: { id: string; massMg: number } | undefined;
        for (const { what, massMg } of presses) {
          const intent = beginIntent(store, '/lots/1/sell', { massMg }, 0);
          expect(done.has(intent.id)).toBe(false);
          if (open) expect(intent.id === open.id).toBe(open.massMg === massMg);
          open = { id: intent.id, massMg };
          if (what === 'lost') continue;
          endIntent(store, intent);
          done.add(intent.id);
          open = undefined;
        }
      }),
    );
  });

  it('belongs to its address, and is forgotten after a day', () => {
    const store = memory();
    const first = beginIntent(store, '/lots/1/sell', { massMg: 1 }, 0);
    expect(beginIntent(store, '/lots/2/sell', { massMg: 1 }, 0).id).not.toBe(first.id);
    expect(beginIntent(store, '/lots/1/sell', { massMg: 1 }, 3_600_000).id).toBe(first.id);
    expect(beginIntent(store, '/lots/1/sell', { massMg: 1 }, 90_000_000).id).not.toBe(first.id);
  });

  it('survives a kept text that is none of ours', () => {
    const store = memory();
    store.setItem('zest-intent /x', '{');
    expect(beginIntent(store, '/x', {}, 0).id).toMatch(/^[0-9a-f-]{36}$/);
  });
});
