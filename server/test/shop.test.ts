import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FIXED_ACCOUNTS } from '@zest/core';
import type { BatchSummary, OwnShop, TrimLot } from '@zest/contract';
import { shopFacts } from '../src/batches/read.js';
import { recentBatchIds } from '../src/batches/store/batch.js';
import { summariesOf } from '../src/batches/store/summaries.js';
import { connect, sql, type Sql } from '../src/platform/sql.js';
import { openSmallBatch, openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
beforeAll(async () => {
  shop = await openTestShop('shop');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
});
afterAll(() => shop.close());

describe('accounts of every shop', () => {
  it('are in the database as the written table has them, and no others are fixed', async () => {
    const rows = await sql(shop.app.db).rows<{ id: string; kind: string; measure: string; name: string }>(
      "SELECT id, kind, measure, name FROM account WHERE id LIKE '00000000-0000-7000-8000-%' ORDER BY id",
    );
    expect(rows).toEqual([...FIXED_ACCOUNTS].sort((a, b) => (a.id < b.id ? -1 : 1)));
    expect(new Set(FIXED_ACCOUNTS.map((a) => a.id)).size).toBe(FIXED_ACCOUNTS.length);
  });
});

describe('the time of the shop', () => {
  const setZone = async (hands: Hands, timeZone: string) =>
    hands.put('/shop', { ...((await hands.get('/shop')).body as OwnShop), timeZone });

  it('is a setting of the lead, and an unknown zone is refused by its field', async () => {
    expect((await setZone(bram, 'America/Los_Angeles')).status).toBe(403);
    const wrong = await setZone(ines, 'Quayside');
    expect(wrong.status).toBe(422);
    expect(wrong.body.errors).toMatchObject([
      { path: 'timeZone', message: 'A time zone reads like Europe/London.' },
    ]);
  });

  it('decides on which day a lot came and whether it is past its date', async () => {
    const received = async () =>
      new Set(((await ines.get('/lots')).body as TrimLot[]).map((l) => `${l.code} ${l.receivedOn}`));
    const before = await received();
    await setZone(ines, 'America/Los_Angeles');
    expect((await ines.get('/health')).body.timeZone).toBe('America/Los_Angeles');
    const there = await received();
    const day = (text: string) => Date.parse(text.slice(-10));
    expect([...there].some((text) => !before.has(text))).toBe(true);
    const dayOf = new Map([...before].map((text) => [text.split(' ')[0], day(text)]));
    for (const text of there) {
      const later = (day(text) - (dayOf.get(text.split(' ')[0]) ?? 0)) / 86_400_000;
      expect([-1, 0]).toContain(later);
    }
    await setZone(ines, 'Europe/London');
  });
});

describe('the list of batches', () => {
  /** Counts what is asked of the database while it is listed. */
  async function asked(): Promise<{ list: BatchSummary[]; questions: string[] }> {
    const questions: string[] = [];
    const real = sql(shop.app.db) as Sql;
    const counting: Sql = {
      ...real,
      rows: (text, params) => {
        questions.push(text);
        return real.rows(text, params);
      },
      several: (queries) => {
        questions.push(...queries.map((q) => q.sql));
        return real.several(queries);
      },
    };
    const db = connect({}, counting);
    const now = shop.app.now();
    const list = await summariesOf(db, await recentBatchIds(db, now), await shopFacts(db, now));
    return { list, questions };
  }
  const readsFacts = (questions: string[]) => questions.some((q) => /FROM transfer\b/.test(q));

  it('folds none that did not change, and shows the one that did', async () => {
    const batch = await openSmallBatch(ines, 400_000);
    await asked();
    const quiet = await asked();
    expect(readsFacts(quiet.questions)).toBe(false);
    const line = batch.lines[0]!;
    const body = { id: crypto.randomUUID(), lineId: line.id, massMg: line.dueMg };
    expect((await bram.post(`/batches/${batch.id}/weighings`, body)).status).toBe(200);
    const after = await asked();
    expect(readsFacts(after.questions)).toBe(true);
    expect(after.list.find((b) => b.id === batch.id)?.meatMg).toBe(line.dueMg);
    const again = await asked();
    expect(readsFacts(again.questions)).toBe(false);
    expect(again.list).toEqual(after.list);
  });
});
