import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { stepOf } from '../src/records/condition.js';
import { openTestShop, type TestShop } from './shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop('condition');
});
afterAll(() => shop.close());

describe('how the computer is', () => {
  it('is measured for the lead and the owner, and nobody else', async () => {
    for (const who of ['Ines', 'Mr Feld']) {
      const answer = await (await shop.signIn(who)).get('/health/detail');
      expect(answer.status).toBe(200);
      const { measured } = answer.body as { measured: Record<string, never> };
      expect(measured).toMatchObject({
        disk: { freeBytes: expect.any(Number) as number },
        memory: { freeBytes: expect.any(Number) as number },
        certificateDays: null,
      });
      expect(Math.abs(measured['databaseAheadMs'] as unknown as number)).toBeLessThan(2000);
    }
    for (const who of ['Bram', 'Inspector'])
      expect((await (await shop.signIn(who)).get('/health/detail')).status).toBe(403);
  });

  it('tells a clock that was set from time that passed', () => {
    const began = { atMs: 1_000_000, ticksMs: 500 };
    expect(stepOf({ atMs: 1_060_000, ticksMs: 60_500 }, began)).toBe(0);
    expect(stepOf({ atMs: 1_060_000 - 7_200_000, ticksMs: 60_500 }, began)).toBe(-7_200_000);
    expect(stepOf({ atMs: 1_060_000 + 300_000, ticksMs: 60_500 }, began)).toBe(300_000);
  });
});
