import {
  fold,
  newObjections,
  objections,
  portionAt,
  type BatchFacts,
  type BatchView,
  type Objection,
  type ShopFacts,
  type StepFact,
} from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { numberFact } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { mustMaySign } from '../../people/index.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { mustLoad, shopFacts } from '../read.js';
import { addSignature, latestNumber, lockBatch } from '../store/batch.js';
import type { Covered } from './signing.js';

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

/**
 * A command that changes what is in a batch. The batch as it would be is judged by the same function whoever
 * calls: a new stop is refused, what is to be signed needs the lead's reason in the same command. Nothing
 * is written where it is refused.
 * @throws HttpProblem 422 naming every new objection, 403 for a signature that is not the lead's
 */
export function changeOfBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  kind: string,
  body: { id: string; signed?: Record<string, string> | undefined } & Record<string, unknown>,
  work: (on: OnBatch) => Promise<void>,
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, kind, body, async (on) => {
    await work(on);
    await mustObey(on, person, body.signed ?? {});
  });
}

async function mustObey(on: OnBatch, person: Person, signed: Record<string, string>): Promise<void> {
  const { tx, facts, shop } = on;
  const after = await mustLoad(tx, facts.batch.id);
  const fresh = newObjections(objections(facts, shop), objections(after, shop));
  const stops = fresh.filter((o) => o.level === 'stop');
  if (stops.length > 0) throw invalid(stops.map((o) => ({ path: o.guard, message: o.sentence })));
  if (fresh.length === 0) return;
  mustMaySignFor(person, fresh);
  const open = fresh.filter((o) => signed[o.guard] === undefined);
  if (open.length > 0) throw invalid(open.map((o) => ({ path: `signed.${o.guard}`, message: o.sentence })));
  signFor(on, person, fresh, (guard) => signed[guard] ?? '');
}

/** @throws HttpProblem 403 with what is to be signed, for anybody who may not */
export function mustMaySignFor(person: Person, objections: readonly Objection[]): void {
  mustMaySign(person, objections.map((o) => o.sentence).join(' '));
}

/** Writes the lead's signature for each, with a card. */
export function signFor(
  { tx, now, facts }: Pick<OnBatch, 'tx' | 'now' | 'facts'>,
  person: Person,
  signedFor: readonly Covered[],
  reasonFor: (guard: string) => string,
): void {
  const by = { batchId: facts.batch.id, personId: person.id, now };
  for (const { guard, sentence, about, amount } of signedFor) {
    const reason = reasonFor(guard);
    addSignature(tx, { ...by, guard, reason, sentence, about, amount });
    addNotice(tx, facts.batch.id, now, `${person.name} signed: ${sentence} “${reason}”`);
  }
}

/** What a command on a batch answers. */
export async function changed(app: AppContext, batchId: string): Promise<BatchChanged> {
  const n = await latestNumber(app.db, batchId);
  if (n === undefined) throw notFound('This batch');
  return { id: batchId, n };
}

/**
 * The step the batch stands at: the one that is named, where it is open, else the first that is not closed.
 * @throws HttpProblem 409 when the batch is not open
 */
export function mustStandAt({ batch, steps }: BatchFacts, stepId?: string): StepFact {
  const open = steps.filter((s) => s.closedAt === null);
  const current = open.find((s) => s.id === stepId) ?? open[0];
  if (batch.state !== 'open' || !current)
    throw conflict('batch-closed', `Batch ${batch.number} is ${batch.state}.`);
  return current;
}

/** Where the mass of the batch stands now: the first open step that holds mass, of the portion that is worked on. */
export function mustHavePlace(facts: BatchFacts, stepId?: string): string {
  const lane = portionAt(mustStandAt(facts, stepId).document);
  const place = facts.steps.find(
    (s) => s.closedAt === null && s.placeAccountId !== null && portionAt(s.document) === lane,
  )?.placeAccountId;
  if (!place) throw conflict('no-place', 'There is no step left that anything could go into.');
  return place;
}

export function lastLinePosition({ lines }: BatchFacts): number {
  return Math.max(0, ...lines.map((l) => l.position));
}
