import { apply, type BatchFacts, type ShopFacts } from '@zest/core';
import { ROUTES, type Change, type NewFacts } from '@zest/contract';
import { queryOptions, type QueryClient } from '@tanstack/react-query';
import { call } from './api.js';

/** A batch as this browser holds it. */
export interface HeldBatch {
  facts: BatchFacts;
  shop: ShopFacts;
}

/** The facts of one batch. They are folded where they are shown. */
export const batchFactsQuery = (id: string) =>
  queryOptions({
    queryKey: ['batch', id],
    queryFn: (): Promise<HeldBatch> => call(ROUTES.batchFacts, { params: { id } }),
  });

/** The facts with those that came up to `n`; they must be the next ones. */
export function withNews(facts: BatchFacts, n: number, news: NewFacts): BatchFacts {
  const { transfers = [], readings = [], marks = [] } = news;
  let next = facts;
  for (const transfer of transfers) next = apply(next, { kind: 'transfer', transfer });
  for (const reading of readings) next = apply(next, { kind: 'reading', reading });
  for (const mark of marks) next = apply(next, { kind: 'mark', mark });
  return { ...next, n };
}

/**
 * Takes what a live event tells of a batch that is held here: its facts where they are the next ones,
 * nothing where they are known already, and everything since where some were missed.
 */
export async function takeChange(
  client: QueryClient,
  change: Extract<Change, { topic: 'batch' }>,
): Promise<void> {
  const { queryKey } = batchFactsQuery(change.batchId);
  const held = client.getQueryData<HeldBatch>(queryKey);
  if (!held) return;
  const { n, facts: news } = change;
  if (n !== undefined && n <= held.facts.n) return;
  if (n === held.facts.n + 1 && news) {
    client.setQueryData<HeldBatch>(queryKey, { ...held, facts: withNews(held.facts, n, news) });
    return;
  }
  await catchUp(client, change.batchId);
}

/** Reads what came since the facts that are held here; the whole batch where more than entries changed. */
export async function catchUp(client: QueryClient, batchId: string): Promise<void> {
  const { queryKey } = batchFactsQuery(batchId);
  const held = client.getQueryData<HeldBatch>(queryKey);
  if (!held) {
    await client.invalidateQueries({ queryKey });
    return;
  }
  const params = { id: batchId, n: String(held.facts.n) };
  const { n, entries, whole } = await call(ROUTES.batchFactsAfter, { params });
  client.setQueryData<HeldBatch>(queryKey, (now) => {
    if (whole) return whole;
    if (!now || !entries || n <= now.facts.n) return now;
    return { ...now, facts: withNews(now.facts, n, entries) };
  });
}
