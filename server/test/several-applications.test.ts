import { mkdtemp } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ScaleReadingMessage } from '@zest/contract';
import { SCALES } from '@zest/core';
import { Relay, WiredProbes, WiredScales, sharedPrinter } from '../src/devices/index.js';
import type { LiveHub } from '../src/platform/live.js';
import { startScale } from './scale-on-network.js';
import { openTestShop, type TestShop } from './shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop('several');
});
afterAll(() => shop.close());

describe('a scale that hangs at another application', () => {
  it('is shown, believed and tared here; one that is heard no more counts as away', async () => {
    const heardHere: ScaleReadingMessage[] = [];
    const there = { scale: () => undefined, probe: () => undefined } as unknown as LiveHub;
    const here = { scale: (r: ScaleReadingMessage) => heardHere.push(r) } as unknown as LiveHub;
    const none = { scales: new WiredScales([]), probes: new WiredProbes([]) };
    const near = await startScale();
    const { id, name, capacityMg, divisionMg, tubMg } = SCALES.find((s) => s.id === 'bench')!;
    const wiring = { by: 'tcp', host: '127.0.0.1', port: near.port } as const;
    const fitting = { id, name, capacityMg, divisionMg, tubMg, wiring, format: 'plain', unit: 'g' } as const;
    const own = { scales: new WiredScales([fitting]), probes: new WiredProbes([]) };
    const common = { db: shop.app.db, now: () => new Date() };
    const sender = new Relay({ ...common, hub: there, ...own });
    const taker = new Relay({ ...common, hub: here, ...none, freshMs: 300 });
    const turns = async () => {
      await sender.turn();
      await taker.turn();
    };
    await near.isCalled();
    let before = 0;
    const saying = async (text: string, netMg: number) => {
      // A figure that stands still needs several readings.
      await expect
        .poll(async () => {
          near.say(text);
          await turns();
          return heardHere.slice(before).some((r) => r.netMg === netMg && r.stable);
        })
        .toBe(true);
      before = heardHere.length;
      return heardHere.at(-1)!;
    };
    const still = await saying('500.0 g\r\n', 500_000);
    expect(none.scales.believes(still.id, 500_000)).toBe(true);
    expect(none.scales.believes(still.id, 500_001)).toBe(false);
    expect(none.scales.list().find((s) => s.id === 'bench')?.connected).toBe(true);
    expect(none.scales.tare('bench')).toBe(true);
    await saying('500.0 g\r\n', 0);
    expect(none.scales.tare('floor')).toBe(false);
    // Nothing is said of a process that died: what it showed last is shown no more.
    await expect
      .poll(async () => {
        await taker.turn();
        return none.scales.list().find((s) => s.id === 'bench')?.connected;
      })
      .toBe(false);
    expect(heardHere.at(-1)).toMatchObject({ scaleId: 'bench', connected: false });
    near.close();
    own.scales.close();
  });

  it('and what is printed at one is found at the other', async () => {
    const [a, b] = [
      await mkdtemp(path.join(os.tmpdir(), 'spool-')),
      await mkdtemp(path.join(os.tmpdir(), 'spool-')),
    ];
    const printer = (folder: string) => sharedPrinter(folder, shop.app.db, () => new Date());
    const file = await printer(a).print('tub-B7-L0', Buffer.from('%PDF of a label'));
    expect((await printer(b).read(file))?.toString()).toBe('%PDF of a label');
    expect(await printer(b).read('tub-B8-L0.pdf')).toBeUndefined();
    expect(await printer(b).read('../secret.pdf')).toBeUndefined();
  });
});
