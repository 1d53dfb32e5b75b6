import {
  UNCURED,
  closing,
  fillTokens,
  fold,
  stopsOf,
  uncuredSentence,
  type BatchFacts,
  type Objection,
  type StepView,
} from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { releaseAll } from '../../ledger/index.js';
import { mustMaySign } from '../../people/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { conflict, invalid, notFound, stale } from '../../platform/problem.js';
import { addSignature, endBatch, touchRelated } from '../store/batch.js';
import { countClosed } from '../store/proven.js';
import { closeStepRow } from '../store/steps.js';
import { commandOnBatch, type OnBatch } from './on-batch.js';
import { settle } from './settle.js';

export interface CloseStep {
  id: string;
  version: number;
  override?: string | undefined;
  /** Asked for while the line was down. */
  offline?: boolean | undefined;
}

/**
 * Closes a step that is open when nothing is missing, or when the lead signs for it with a reason.
 * The last step closes the batch: what is unaccounted is written and stock set aside is freed.
 *
 * @throws HttpProblem 409 when it is not its turn or it has changed, 422 with every missing thing, 403
 *   when somebody other than the lead signs past one
 */
export function closeStep(
  app: AppContext,
  person: Person,
  batchId: string,
  stepId: string,
  body: CloseStep,
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'close-step', { ...body, stepId }, async (on) => {
    const step = on.view().steps.find((s) => s.id === stepId);
    if (!step) throw notFound('This step');
    if (!mayClose(on, step, body)) return;
    if (body.offline && step.missing.length > 0) {
      const missing = step.missing.map((m) => m.sentence).join(' ');
      const sentence = `${person.name} closed ${step.title} without network, but it stays open: ${missing}`;
      addNotice(on.tx, batchId, on.now, sentence);
      return;
    }
    mustBeComplete(person, step, body);
    await close(on, person, step, step.missing.length > 0 ? (body.override ?? null) : null);
  });
}

/** Whether there is anything to close; a step closed by somebody else while the line was down is. */
function mayClose({ facts: { batch }, view }: OnBatch, step: StepView, body: CloseStep): boolean {
  if (batch.state !== 'open') throw conflict('batch-closed', `Batch ${batch.number} is ${batch.state}.`);
  if (step.state === 'closed') {
    if (body.offline) return false;
    throw stale(`${step.title} was already closed by ${step.closedBy}.`, view());
  }
  const earlier = step.missing.find((m) => m.what === 'earlier');
  if (step.state === 'waiting' || earlier) {
    const first = view().steps.find((s) => s.state === 'open');
    throw conflict(
      'out-of-order',
      `${step.title} is step ${step.position}; step ${first?.position}, ${first?.title}, comes first.`,
    );
  }
  if (step.version !== body.version && !body.offline)
    throw stale(`${step.title} has changed since you looked.`, view());
  return true;
}

function mustBeComplete(person: Person, step: StepView, body: CloseStep): void {
  if (step.missing.length > 0 && body.override === undefined) {
    const words = { system: person.units, numberStyle: person.numberStyle ?? undefined };
    throw invalid(step.missing.map((m) => ({ path: m.what, message: fillTokens(m.sentence, words) })));
  }
  const final = step.missing.filter((m) => m.final);
  if (final.length > 0) throw invalid(final.map((m) => ({ path: m.what, message: m.sentence })));
  if (body.override !== undefined) mustMaySign(person, `${step.title} is not complete.`);
}

/** What nobody may accept is not closed past. */
function mustNotStop(stops: readonly Objection[]): void {
  if (stops.length > 0) throw invalid(stops.map((o) => ({ path: o.guard, message: o.sentence })));
}

/**
 * The lead closes past the cure: only then the word given there is a signature for going on without it.
 * @returns what is signed for then
 */
function becomesUncured({ view, shop }: OnBatch, next: BatchFacts): string | undefined {
  if (view().uncured) return undefined;
  const { uncured, cure } = fold(next, shop);
  return uncured ? uncuredSentence(cure) : undefined;
}

/** Writes the closing and everything that follows from it. */
async function close(on: OnBatch, person: Person, step: StepView, reason: string | null): Promise<void> {
  const { tx, now, facts } = on;
  const { id: stepId } = step;
  await closeStepRow(tx, { id: stepId, now, personId: person.id, reason, leftOut: false });
  const at = now.toISOString();
  const next = closing(facts, { stepId, at, by: person.name, overrideReason: reason });
  mustNotStop(stopsOf(next, on.shop));
  await leaveOutEmpty(on, person, next);
  const uncured = reason === null ? undefined : becomesUncured(on, next);
  if (reason !== null && uncured !== undefined) {
    const by = { batchId: facts.batch.id, personId: person.id, now };
    addSignature(tx, { ...by, guard: UNCURED, reason, sentence: uncured });
  }
  if (next.batch.state === 'closed') {
    await endBatch(tx, facts.batch.id, 'closed', now);
    countClosed(tx, facts.batch.id);
    await releaseAll(tx, facts.batch.id);
    touchRelated(tx, facts.batch.id);
    announce(tx, now, { topic: 'lots' });
  }
  await settle(tx, next, now, person.id);
}

/** Steps that nothing will come to any more are written as left out. */
async function leaveOutEmpty({ tx, now, facts }: OnBatch, person: Person, next: BatchFacts): Promise<void> {
  const before = new Map(facts.steps.map((s) => [s.id, s]));
  for (const { id, leftOut, overrideReason } of next.steps) {
    if (leftOut && before.get(id)?.leftOut === false)
      await closeStepRow(tx, { id, now, personId: person.id, reason: overrideReason, leftOut: true });
  }
}
