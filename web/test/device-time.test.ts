// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ROUTES } from '@zest/contract';
import { call } from '../src/data/api.js';
import { deviceNow, learnTime } from '../src/data/device-time.js';

/** A server whose clock is off from this device’s by so many milliseconds. */
function serverAt(offMs: number) {
  vi.stubGlobal('fetch', () =>
    Promise.resolve(new Response('{}', { headers: { date: new Date(Date.now() + offMs).toUTCString() } })),
  );
}
const off = () => deviceNow() - Date.now();

beforeEach(() => learnTime(new Date().toUTCString()));
afterEach(() => {
  vi.unstubAllGlobals();
});

describe('the time of entries that wait on a device', () => {
  it('is the server’s where this clock is wrong, as an answer to a command tells it', async () => {
    serverAt(-3_600_000);
    await call(ROUTES.setBenchRules, { body: { cureSecondCheck: false } });
    expect(off()).toBeLessThan(-3_598_000);
    serverAt(0);
    await call(ROUTES.setBenchRules, { body: { cureSecondCheck: false } });
    expect(Math.abs(off())).toBeLessThan(50);
  });

  it('is not set back by an answer that the device kept from earlier', async () => {
    serverAt(-600_000);
    await call(ROUTES.listGoods);
    expect(Math.abs(off())).toBeLessThan(50);
  });

  it('takes a few seconds for the network’s, and what is no time for none', () => {
    learnTime(new Date(Date.now() + 3000).toUTCString());
    expect(Math.abs(off())).toBeLessThan(50);
    learnTime('yesterday');
    learnTime(null);
    expect(Math.abs(off())).toBeLessThan(50);
  });
});
