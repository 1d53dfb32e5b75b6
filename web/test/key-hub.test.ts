import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BURST_MS, KeyHub } from '../src/ui/key-hub.js';

/** Plays keys with their gaps and settles where a hand would have paused. */
function play(keys: readonly { key: string; gapMs: number; repeat?: boolean }[]) {
  const acted: string[] = [];
  const scanned: string[] = [];
  const hub = new KeyHub(
    (key) => acted.push(key),
    (code) => scanned.push(code),
  );
  let at = 1000;
  for (const { key, gapMs, repeat = false } of keys) {
    if (gapMs >= BURST_MS) hub.flush();
    at += gapMs;
    hub.press(key, at, repeat);
  }
  hub.flush();
  return { acted, scanned };
}

describe('keys', () => {
  it('typed by a hand each act', () => {
    expect(play([...'u1z'].map((key) => ({ key, gapMs: 120 }))).acted).toEqual(['u', '1', 'z']);
  });

  it('of a scanner act on nothing, whatever letters the code holds', () => {
    const code = fc.array(fc.constantFrom(...'utz?/0123456789 '), { minLength: 4, maxLength: 30 });
    fc.assert(
      fc.property(code, fc.integer({ min: 0, max: BURST_MS - 1 }), (keys, gapMs) => {
        const { acted, scanned } = play(keys.map((key) => ({ key, gapMs })));
        expect(acted).toEqual([]);
        expect(scanned).toEqual([keys.join('')]);
      }),
    );
  });

  it('up to three in quick succession are still a hand', () => {
    expect(play([...'250'].map((key) => ({ key, gapMs: 10 }))).acted).toEqual(['2', '5', '0']);
  });

  it('of the pedal ignore repeats and a second press within 400 ms', () => {
    const pedal = (gapMs: number, repeat = false) => ({ key: ' ', gapMs, repeat });
    expect(play([pedal(500), pedal(300), pedal(90, true), pedal(200)]).acted).toEqual([' ', ' ']);
    expect(play([pedal(500), pedal(100, true), pedal(100, true)]).acted).toEqual([' ']);
  });
});
