import { v7 as uuid } from 'uuid';
import type { RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StockItem } from '@zest/contract';
import { loadFacts, passTasting } from '../src/batches/index.js';
import { benchHands, current, type BenchHands } from './bench-hands.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

// What a shop keeps counted, so that nobody counts through all its years, and what of its years is used up.

let shop: TestShop;
let ines: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('after_years');
  ines = await shop.signIn('Ines');
  hands = benchHands(shop, ines, await shop.signIn('Bram'));
});
afterAll(() => shop.close());

/** How often the version of each batch was passed in other batches: counted through, and as the facts say it. */
async function provenRuns() {
  const [rows] = (await shop.owner.query(
    `SELECT b.id, (SELECT COUNT(*) FROM $db.batch o WHERE o.recipe_version_id = b.recipe_version_id AND o.id <> b.id
       AND o.state = 'closed' AND o.passed) AS runs FROM $db.batch b ORDER BY b.id`,
  )) as unknown as [(RowDataPacket & { id: string; runs: number })[]];
  const facts = await loadFacts(
    shop.app.db,
    rows.map((row) => row.id),
  );
  const said = new Map(facts.map(({ batch }) => [batch.id, batch.provenRuns]));
  return {
    counted: rows.map((row) => [row.id, Number(row.runs)]),
    said: rows.map((row) => [row.id, said.get(row.id)]),
  };
}

describe('how often a version was passed', () => {
  it('is kept as it would be counted, for every batch that was played and closed', async () => {
    const { counted, said } = await provenRuns();
    expect(said).toEqual(counted);
    expect(counted.some(([, runs]) => Number(runs) > 1)).toBe(true);
  });

  it('counts a verdict that comes after the batch was closed, once, and none of a batch that is open', async () => {
    const [rows] = (await shop.owner.query(
      `SELECT id, state FROM $db.batch WHERE state IN ('open', 'closed', 'cancelled') ORDER BY id`,
    )) as unknown as [{ id: string; state: string }[]];
    for (const state of ['open', 'closed']) {
      const { id } = rows.find((row) => row.state === state)!;
      await shop.owner.query(
        `UPDATE $db.proven_version p JOIN $db.batch b USING (recipe_version_id) SET p.runs = p.runs - (b.state = 'closed' AND b.passed), b.passed = FALSE WHERE b.id = '${id}'`,
      );
      for (let twice = 0; twice < 2; twice += 1) {
        await shop.app.db.transaction(async (tx) => {
          passTasting(tx, id);
        });
        const { counted, said } = await provenRuns();
        expect(said).toEqual(counted);
      }
    }
  });
});

describe('a bag that is used up', () => {
  it('is not taken from again: a splash that nobody wrote comes out of one that has some', async () => {
    const item = { id: uuid(), name: 'Nigella', form: 'whole', role: 'seasoning', saltKind: 'not salt' };
    expect((await ines.post('/goods/ingredients', item)).status).toBe(200);
    const bag = async () => {
      const body = {
        id: uuid(),
        itemId: item.id,
        kind: 'ingredient',
        amount: 100_000,
        supplier: 'Quayside Spice',
      };
      return ((await ines.post('/goods', body)).body as StockItem).lots.at(-1)!.code;
    };
    let batch = await hands.upTo('stuff');
    const splash = async (massMg: number) => {
      batch = await hands.done(batch, 'extras', {
        stepId: current(batch).id,
        ingredientId: item.id,
        massMg,
        reason: 'added at the bench',
      });
      return batch.lines.filter((l) => l.name === 'Nigella').at(-1)?.lotCode;
    };
    const first = await bag();
    expect(await splash(100_000)).toBe(first);
    const second = await bag();
    expect(await splash(40_000)).toBe(second);
  });
});
