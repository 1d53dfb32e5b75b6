import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, current, type BenchHands } from './bench-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('held');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());
const text = (answer: { body: unknown }) => JSON.stringify(answer.body);

describe('what comes out of a step', () => {
  it('is not more than it holds: weighed again, or found by the lead, with a card', async () => {
    const batch = await hands.upTo('stuff');
    const stuff = current(batch);
    const most = stuff.balanceMg;

    const take = (massMg: number, more: object = {}, who = bram, id = uuid()) =>
      who.post(`/batches/${batch.id}/out`, { id, stepId: stuff.id, to: 'next', massMg, ...more });
    const over = await take(most + 300_000);
    expect([over.status, over.body.errors?.[0]?.path]).toEqual([422, 'massMg']);
    expect(text(over)).toContain('Tare, and weigh again');
    const byHand = await take(most + 300_000, { found: 'it was heavier' });
    expect(byHand.status).toBe(403);
    expect((await sheetOf(ines, batch.id)).entries).toHaveLength(batch.entries.length);
    const rest = await take(most - 200_000);
    expect(rest.status).toBe(200);
    const twice = await take(most - 200_000);
    expect(twice.status).toBe(422);
    const id = uuid();
    const found = await take(500_000, { found: 'Rework went in' }, ines, id);
    expect(found.status).toBe(200);
    expect((await take(500_000, { found: 'Rework went in' }, ines, id)).status).toBe(200);
    const after = await sheetOf(ines, batch.id);
    expect(after.steps.find((s) => s.id === stuff.id)!.balanceMg).toBe(0);
    expect(after.unaccountedMg).toBe(batch.unaccountedMg);
    expect(await hands.cards()).toContain('booked it as found: “Rework went in”');
  });

  it('is within the error of the scales without a word, and stands where it waited without network', async () => {
    const batch = await hands.upTo('stuff');
    const stuff = current(batch);
    const take = (massMg: number, more: object = {}) =>
      bram.post(`/batches/${batch.id}/out`, { id: uuid(), stepId: stuff.id, to: 'next', massMg, ...more });
    expect((await take(stuff.balanceMg + 10_000)).status).toBe(200);
    // A device that was there all the time did not wait, whatever it says.
    expect((await take(800_000, { offline: true })).status).toBe(422);
    shop.clock.minutes(2);
    expect((await take(800_000, { offline: true })).status).toBe(200);
    expect(await hands.cards()).toContain('weighed without network. Look what it was.');
  });
});

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});
