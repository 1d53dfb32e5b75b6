import { v7 as uuid } from 'uuid';
import { apply, type BatchFacts, type TransferFact } from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { holdAgain, postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { HttpProblem, conflict, notFound } from '../../platform/problem.js';
import { commandOnBatch } from './on-batch.js';
import { settle } from './settle.js';

/**
 * Takes a wrong entry back with a reason: the mirror transfer, the stock set aside again while its
 * step is open, and everything that was computed from it computed again. What was made together with
 * it, as the mass of a casing with its metres, goes with it.
 */
export function reverseEntry(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; transferId: string; reason: string },
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'reverse', body, async ({ tx, now, facts }) => {
    const wrong = facts.transfers.find((t) => t.id === body.transferId);
    if (!wrong) throw notFound('This entry');
    refuseWhatCannot(facts, wrong, person);
    const mirrors = [wrong, ...facts.transfers.filter((t) => t.withId === wrong.id)].map((t) => ({
      id: uuid(),
      from: t.to,
      to: t.from,
      amount: t.amount,
      stepId: t.stepId,
      lineId: t.lineId,
      deviceId: null,
      withId: null,
      how: 'typed' as const,
      reversesId: t.id,
      reason: body.reason,
      load: t.load,
    }));
    await postTransfers(
      tx,
      now,
      mirrors.map((m) => ({ ...m, at: now, batchId, personId: person.id })),
    );
    const isOpen = facts.steps.some((s) => s.id === wrong.stepId && s.closedAt === null);
    if (wrong.lineId !== null && isOpen) await holdAgain(tx, batchId, wrong.from, wrong.amount);
    const after = mirrors.reduce(
      (next, m) =>
        apply(next, { kind: 'transfer', transfer: { ...m, at: now.toISOString(), person: person.name } }),
      facts,
    );
    await settle(tx, after, now, person.id);
    if (wrong.lineId !== null) announce(tx, now, { topic: 'lots' });
  });
}

function refuseWhatCannot(facts: BatchFacts, wrong: TransferFact, person: Person): void {
  if (wrong.reversesId) throw conflict('is-reversal', 'This entry is itself a taking back.');
  if (facts.transfers.some((t) => t.reversesId === wrong.id)) {
    throw conflict('already-reversed', 'This entry was already taken back.');
  }
  if (wrong.how === 'derived') {
    throw conflict('derived', 'This figure is computed; take back the weight it follows from.');
  }
  if (facts.batch.state !== 'open' && person.role !== 'lead') {
    throw new HttpProblem(403, 'role', 'The batch is closed; only the lead can correct it now.');
  }
}
