import { QueryClient } from '@tanstack/react-query';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { TransferFact } from '@zest/core';
import { A_SHOP, aBatch } from '../../core/test/a-batch.js';
import { batchFactsQuery, takeChange, withNews, type HeldBatch } from '../src/data/batch-facts.js';

const batch = () =>
  aBatch([
    { key: 'meats', kind: 'weigh-meat' },
    { key: 'mix', kind: 'mix' },
  ]);
const weight = (id: string): TransferFact => ({
  id,
  from: 'lot Lean',
  to: 'place mix',
  amount: 1000,
  at: A_SHOP.now,
  stepId: 'meats',
  lineId: 'line Lean',
  person: 'Bram',
  deviceId: null,
  withId: null,
  how: 'typed',
  reversesId: null,
  reason: null,
  load: 0,
});

describe('facts of a batch that is held by a browser', () => {
  const { queryKey } = batchFactsQuery('batch');
  let client: QueryClient;
  const held = () => client.getQueryData<HeldBatch>(queryKey)!;
  const asked: string[] = [];
  beforeEach(() => {
    client = new QueryClient();
    client.setQueryData(queryKey, { facts: batch(), shop: A_SHOP });
    asked.length = 0;
    vi.stubGlobal('fetch', (url: string) => {
      asked.push(url);
      const entries = { transfers: [weight('a'), weight('b')] };
      return Promise.resolve(Response.json({ n: 2, entries, whole: null }));
    });
  });
  afterEach(() => vi.unstubAllGlobals());

  it('takes the next ones from the event itself, and asks nothing', async () => {
    await takeChange(client, { topic: 'batch', batchId: 'batch', n: 1, facts: { transfers: [weight('a')] } });
    expect(held().facts.n).toBe(1);
    expect(held().facts.transfers.map((t) => t.id)).toEqual(['a']);
    expect(asked).toEqual([]);
  });

  it('takes nothing that it has', async () => {
    const one = { topic: 'batch', batchId: 'batch', n: 1, facts: { transfers: [weight('a')] } } as const;
    await takeChange(client, { ...one, facts: { transfers: [...one.facts.transfers] } });
    await takeChange(client, { ...one, facts: { transfers: [...one.facts.transfers] } });
    expect(held().facts.transfers).toHaveLength(1);
    expect(asked).toEqual([]);
  });

  it('asks for all since its own number where one was missed', async () => {
    await takeChange(client, { topic: 'batch', batchId: 'batch', n: 2, facts: { transfers: [weight('b')] } });
    expect(asked).toEqual(['/api/v1/batches/batch/facts/after/0']);
    expect(held().facts.n).toBe(2);
    expect(held().facts.transfers.map((t) => t.id)).toEqual(['a', 'b']);
  });

  it('asks for nothing of a batch that nobody looks at', async () => {
    await takeChange(client, { topic: 'batch', batchId: 'another', n: 7 });
    expect(asked).toEqual([]);
  });

  it('counts a fact once, whichever way it came', () => {
    const once = withNews(batch(), 1, { transfers: [weight('a')] });
    expect(withNews(once, 2, { transfers: [weight('a'), weight('b')] }).transfers).toHaveLength(2);
  });
});
