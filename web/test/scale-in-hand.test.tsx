// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { AutoTakeEvent } from '@zest/core';
import type { ScaleReadingMessage } from '@zest/contract';
import { standInServer } from './sent.js';

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

function scaleAt(band: { lowMg: number; highMg: number }, taresOn = false) {
  performance.now = () => clock;
  const events: AutoTakeEvent[] = [];
  const { result } = renderHook(() => useScale('bench', 1000, band, (event) => events.push(event), taresOn));
  return { events, scale: () => result.current };
}

afterEach(() => {
  shows(0);
  cleanup();
  vi.unstubAllGlobals();
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

  it('takes eight spices into one tub with no press between them: what stays on is tared away', () => {
    const server = standInServer();
    const { events } = scaleAt(band, true);
    for (let spice = 1; spice <= 8; spice += 1) {
      still(500_000);
      expect(server.sent).toHaveLength(spice - 1);
      still(500_000);
      expect(server.sent).toHaveLength(spice);
      still(0);
    }
    expect(events.map((e) => e.kind)).toEqual(new Array(8).fill('take'));
    expect(new Set(server.sent.map((s) => s.path))).toEqual(new Set(['/scales/bench/tare']));
  });

  it('notices a late trickle before it tares, and tares nothing where nothing more comes', () => {
    const server = standInServer();
    const { events } = scaleAt(band, true);
    still(500_000);
    still(512_000);
    expect(events.map((e) => e.kind)).toEqual(['take', 'reopen']);
    still(0);
    cleanup();
    scaleAt(band);
    still(500_000);
    still(500_000);
    expect(server.sent).toEqual([]);
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
