import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROUTES, type Route } from '@zest/contract';
import { benchHands, lineOf, type BenchHands } from './bench-hands.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('stored');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const reads = Object.values<Route>(ROUTES).filter((r) => r.method === 'GET' && !r.path.includes(':'));
const PARTS = ['summary', 'weighing', 'process', 'costs', 'facts', 'sheet.pdf'];

/** What does not answer, of everything that can be read of the shop and of one batch. */
async function silent(batchId: string): Promise<string[]> {
  const paths = [...reads.map((r) => r.path), ...PARTS.map((part) => `/batches/${batchId}/${part}`)];
  const found: string[] = [];
  for (const path of paths) {
    const { status } = await ines.get(path);
    if (status !== 200) found.push(`${path} ${status}`);
  }
  return found;
}

describe('what is stored, however odd, can be read', () => {
  it('a row that nobody wrote by any screen takes no list down', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    await shop.owner.query(
      `UPDATE $db.batch_line SET document = JSON_SET(document, '$.dose', JSON_OBJECT('gPerKgMeat', -5))
       WHERE batch_id = '${batch.id}' AND document IS NOT NULL`,
    );
    const list = await ines.get('/batches');
    expect(list.status).toBe(200);
    const row = (list.body as { id: string; trouble: string }[]).find((b) => b.id === batch.id)!;
    expect(row.trouble).toContain('cannot be worked out');
    expect((list.body as unknown[]).length).toBeGreaterThan(3);
    const sheet = await ines.get(`/batches/${batch.id}/weighing`);
    expect(sheet.status).toBe(500);
    expect(sheet.body.detail).toMatch(/reference [0-9a-f]{8}/);
    expect(sheet.body.errors).toBeUndefined();
  });

  it('a spice that outweighs all the meat many times', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    const mace = lineOf(batch, 'Mace');
    for (let n = 0; n < 6; n += 1) {
      const { status } = await hands.weigh(batch, mace, 100_000_000);
      expect(status).toBe(200);
    }
    expect(await silent(batch.id)).toEqual([]);
    const tooMuch = await hands.weigh(batch, mace, 578_000_000);
    expect(tooMuch.status).toBe(422);
    expect(JSON.stringify(tooMuch.body)).toContain('No scale here');
  });
});
