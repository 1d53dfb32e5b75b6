import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 as uuid } from 'uuid';
import type { BatchSummary } from '@zest/contract';
import { forgetFrame, frameOf } from '../src/bench/store/frames.js';
import { openTestShop, type TestShop } from './shop.js';

let shop: TestShop;
let batchId = '';
beforeAll(async () => {
  shop = await openTestShop('frames');
  const ines = await shop.signIn('Ines');
  const all = (await ines.get('/batches')).body as BatchSummary[];
  batchId = all.find((b) => b.state === 'open' && b.product === 'Marsh Lamb Thin')!.id;
});
afterAll(() => shop.close());

const frame = () => frameOf(shop.app.db, batchId, shop.clock.now());

describe('what entries of a batch are checked by', () => {
  it('is read once for all who ask at once, as they do when a process has started', async () => {
    forgetFrame(batchId);
    const asked = await Promise.all(Array.from({ length: 12 }, frame));
    expect(new Set(asked).size).toBe(1);
    expect(await frame()).toBe(asked[0]);
  });

  it('is read anew by whoever asks after it was forgotten, and what was on its way is not kept', async () => {
    forgetFrame(batchId);
    const before = frame();
    forgetFrame(batchId);
    const after = frame();
    expect(await after).not.toBe(await before);
    expect(await frame()).toBe(await after);
  });

  it('is not read anew for an entry that comes again, nor for one that is refused', async () => {
    forgetFrame(batchId);
    const before = await frame();
    const bram = await shop.signIn('Bram');
    const step = before.facts.steps.find((s) => s.closedAt === null)!;
    const line = before.facts.lines.find((l) => l.stepId === step.id)!;
    const body = { id: uuid(), lineId: line.id, massMg: 20_000 };
    for (let sent = 0; sent < 3; sent += 1)
      expect((await bram.post(`/batches/${batchId}/weighings`, body)).status).toBe(200);
    const nowhere = { ...body, id: uuid(), lineId: uuid() };
    expect((await bram.post(`/batches/${batchId}/weighings`, nowhere)).status).toBe(404);
    expect(await frame()).toBe(before);
  });

  it('fails for all who wait for it, and is read again by the next', async () => {
    const nowhere = '00000000-0000-7000-8000-00000000dead';
    const ask = () => frameOf(shop.app.db, nowhere, shop.clock.now());
    const tries = await Promise.allSettled([ask(), ask()]);
    expect(tries.map((t) => t.status)).toEqual(['rejected', 'rejected']);
    await expect(ask()).rejects.toThrow('batch');
  });
});
