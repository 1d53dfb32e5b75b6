import { readingKind, stepTitle, type ReadingFact } from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { addNotice } from '../../platform/notices.js';
import { HttpProblem, conflict, notFound } from '../../platform/problem.js';
import { unpassTasting } from '../store/proven.js';
import { addReadingBack } from '../store/readings-back.js';
import { commandOnBatch } from './on-batch.js';

/**
 * Takes a wrong reading back with a reason, as a weight is: it stays written and counts no more. Once its step is closed
 * only the lead does. What was counted by a weight goes with the weight.
 * @throws HttpProblem 404 for no such reading, 409 for what a weight counted, 403 for a hand at a closed step
 */
export function takeBackReading(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; readingId: string; reason: string },
): Promise<BatchChanged> {
  const { readingId, reason } = body;
  return commandOnBatch(app, person, batchId, 'reading-back', body, ({ tx, now, facts }) => {
    const wrong = facts.readings.find((r) => r.id === readingId);
    if (!wrong) throw notFound('This reading of the batch');
    if (wrong.transferId !== null)
      throw conflict('counted', 'It was counted by a weight: take that back, and this goes with it.');
    const step = facts.steps.find((s) => s.id === wrong.stepId);
    const title = step ? stepTitle(step.document) : 'The batch';
    if ((facts.batch.state !== 'open' || step?.closedAt !== null) && person.role !== 'lead')
      throw new HttpProblem(403, 'role', `${title} is closed; only the lead can correct it now.`);
    addReadingBack(tx, { readingId, batchId, personId: person.id, at: now, reason });
    if (isPassing(wrong) && !facts.readings.some((r) => r !== wrong && isPassing(r)))
      unpassTasting(tx, batchId);
    const words = readingKind(wrong.kind).words(wrong.value);
    addNotice(
      tx,
      batchId,
      now,
      `${person.name} took back ${words} of ${wrong.person} at ${title}: “${reason}”`,
    );
    return Promise.resolve();
  });
}

function isPassing({ kind, value }: ReadingFact): boolean {
  return kind === 'verdict' && value === 1;
}
