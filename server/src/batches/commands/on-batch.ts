import { fold, type BatchFacts, type BatchView, type ShopFacts, type StepFact } from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { numberFact } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, notFound } from '../../platform/problem.js';
import { mustLoad, shopFacts } from '../read.js';
import { latestNumber, lockBatch } from '../store/batch.js';

export interface OnBatch {
  tx: Transaction;
  now: Date;
  /** The batch as it stands; other commands on it wait. */
  facts: BatchFacts;
  shop: ShopFacts;
  /** The same folded, once however often it is asked for. */
  view: () => BatchView;
}

/**
 * Carries out one command on one batch: once, alone, in one transaction, under the next number of its
 * facts, and tells the screens. The facts are loaded once.
 * @returns the number of the latest fact
 */
export async function commandOnBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  kind: string,
  body: { id: string } & Record<string, unknown>,
  work: (on: OnBatch) => Promise<void>,
): Promise<BatchChanged> {
  const now = app.now();
  const head = { id: body.id, kind, personId: person.id, at: now, request: { batchId, ...body } };
  await once(app.db, head, async (tx) => {
    await lockBatch(tx, batchId);
    const facts = await mustLoad(tx, batchId);
    const shop = await shopFacts(tx, now);
    let folded: BatchView | undefined;
    numberFact(tx, batchId);
    await work({ tx, now, facts, shop, view: () => (folded ??= fold(facts, shop)) });
    announce(tx, now, { topic: 'batch', batchId, n: facts.n + 1 });
  });
  void app.hub.poll();
  return changed(app, batchId);
}

/** What a command on a batch answers. */
export async function changed(app: AppContext, batchId: string): Promise<BatchChanged> {
  const n = await latestNumber(app.db, batchId);
  if (n === undefined) throw notFound('This batch');
  return { id: batchId, n };
}

/** The step the batch stands at: the first that is not closed. @throws HttpProblem 409 when it is not open */
export function mustStandAt({ batch, steps }: BatchFacts): StepFact {
  const current = steps.find((s) => s.closedAt === null);
  if (batch.state !== 'open' || !current)
    throw conflict('batch-closed', `Batch ${batch.number} is ${batch.state}.`);
  return current;
}

/** Where the mass of the batch stands now: the first open step that holds mass. */
export function mustHavePlace({ steps }: BatchFacts): string {
  const place = steps.find((s) => s.closedAt === null && s.placeAccountId !== null)?.placeAccountId;
  if (!place) throw conflict('no-place', 'There is no step left that anything could go into.');
  return place;
}

export function lastLinePosition({ lines }: BatchFacts): number {
  return Math.max(0, ...lines.map((l) => l.position));
}
