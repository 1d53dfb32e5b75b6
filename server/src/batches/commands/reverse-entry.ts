import { v7 as uuid } from 'uuid';
import {
  apply,
  counted,
  newObjections,
  objections,
  stepTitle,
  type BatchFacts,
  type BatchView,
  type TransferFact,
} from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { heldOf, holdAgain, postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { HttpProblem, conflict, notFound } from '../../platform/problem.js';
import { commandOnBatch } from './on-batch.js';
import { settle } from './settle.js';

/**
 * Takes a wrong entry back with a reason: the mirror transfer, the stock set aside again while its
 * step is open, as far as the batch is still due some of it, and everything that was computed from it computed again.
 * What was made together with it, as the mass of a casing with its metres or what its lot was short of, goes with it.
 */
export function reverseEntry(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; transferId: string; reason: string },
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'reverse', body, async ({ tx, now, facts, shop, view }) => {
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
    if (wrong.lineId !== null && isOpen) {
      const held = await heldOf(tx, batchId, wrong.from);
      const dueMg = stillDue(facts, view(), wrong) - held;
      if (dueMg > 0) await holdAgain(tx, batchId, wrong.from, Math.min(wrong.amount, dueMg));
    }
    const after = mirrors.reduce(
      (next, m) =>
        apply(next, { kind: 'transfer', transfer: { ...m, at: now.toISOString(), person: person.name } }),
      facts,
    );
    await settle(tx, after, now, person.id);
    // While its step is open it is weighed again.
    const fresh = isOpen ? [] : newObjections(objections(facts, shop), objections(after, shop));
    for (const { sentence } of fresh)
      addNotice(tx, batchId, now, `${person.name} took an entry back: ${sentence} “${body.reason}”`);
    if (wrong.lineId !== null) announce(tx, now, { topic: 'lots' });
  });
}

/** What a batch is due of the lot of an entry without it, mg: more is not set aside for it again. */
function stillDue(facts: BatchFacts, { lines }: BatchView, wrong: TransferFact): number {
  const mine = facts.lines.filter((l) => l.lotAccountId === wrong.from);
  const due = mine.reduce((sum, l) => sum + (l.plannedMg ?? lines.find((v) => v.id === l.id)?.dueMg ?? 0), 0);
  const ids = new Set(mine.map((l) => l.id));
  const weighed = counted(facts.transfers).filter((t) => t.id !== wrong.id && ids.has(t.lineId ?? ''));
  return due - weighed.reduce((sum, t) => sum + (t.from === wrong.from ? t.amount : -t.amount), 0);
}

function refuseWhatCannot(facts: BatchFacts, wrong: TransferFact, person: Person): void {
  if (wrong.reversesId) throw conflict('is-reversal', 'This entry is itself a taking back.');
  if (facts.transfers.some((t) => t.reversesId === wrong.id)) {
    throw conflict('already-reversed', 'This entry was already taken back.');
  }
  if (wrong.how === 'derived') {
    throw conflict('derived', 'This figure is computed; take back the weight it follows from.');
  }
  const step = facts.steps.find((s) => s.id === wrong.stepId);
  const isDone = facts.batch.state !== 'open' || (step !== undefined && step.closedAt !== null);
  if (isDone && person.role !== 'lead') {
    const what = facts.batch.state === 'open' && step ? stepTitle(step.document) : 'The batch';
    throw new HttpProblem(403, 'role', `${what} is closed; only the lead can correct it now.`);
  }
}
