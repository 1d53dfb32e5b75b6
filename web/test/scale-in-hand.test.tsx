// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { AutoTakeEvent } from '@zest/core';
import type { ScaleReadingMessage } from '@zest/contract';

/** The server's events, as the test sends them. */
const source = new EventTarget();
globalThis.EventSource = class {
  addEventListener(name: string, listener: EventListener) {
    source.addEventListener(name, listener);
  }
} as unknown as typeof EventSource;
const { useScale } = await import('../src/areas/bench/use-scale.js');

let n = 0;
let clock = 0;
const shows = (netMg: number, more: Partial<ScaleReadingMessage> = {}) =>
  act(() => {
    const data = { id: `r${(n += 1)}`, scaleId: 'bench', netMg, stable: true, connected: true, ...more };
    source.dispatchEvent(new MessageEvent('scale', { data: JSON.stringify(data) }));
  });
const still = (netMg: number) => {
  for (let i = 0; i < 4; i += 1) {
    clock += 600;
    shows(netMg);
  }
};

function scaleAt(band: { lowMg: number; highMg: number }) {
  performance.now = () => clock;
  const events: AutoTakeEvent[] = [];
  const { result } = renderHook(() => useScale('bench', 1000, band, (event) => events.push(event)));
  return { events, scale: () => result.current };
}

afterEach(() => {
  shows(0);
  cleanup();
});

describe('a scale with a hand at it', () => {
  const band = { lowMg: 495_000, highMg: 505_000 };

  it('takes what stands still in its band, once, and opens it again when it moves', () => {
    const { events, scale } = scaleAt(band);
    still(500_000);
    expect(events).toMatchObject([{ kind: 'take', massMg: 500_000 }]);
    expect(scale().taken).toBe(true);
    still(520_000);
    expect(events.map((e) => e.kind)).toEqual(['take', 'reopen']);
  });

  it('takes nothing after it stood below zero, until it has been at zero', () => {
    const { events, scale } = scaleAt(band);
    still(-300_000);
    expect(scale().offZero).toBe(true);
    still(500_000);
    expect([events, scale().offZero]).toEqual([[], true]);
    still(0);
    expect(scale().offZero).toBe(false);
    still(500_000);
    expect(events).toHaveLength(1);
  });

  it('takes no moving weight and none that is too heavy for it', () => {
    const { events } = scaleAt(band);
    for (let i = 0; i < 4; i += 1) {
      clock += 600;
      shows(500_000, { stable: false });
      shows(500_000, { overload: true });
    }
    expect(events).toEqual([]);
  });
});
