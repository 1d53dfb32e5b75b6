import type { BatchChanged, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { notFound } from '../../platform/problem.js';
import { addSeen } from '../../platform/notices.js';
import { commandOnBatch } from './on-batch.js';

/** Somebody has seen a card: it no longer stands in front, and keeps who saw it. The first who did stays. */
export function seeNotice(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; noticeId: string },
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'see-notice', body, ({ tx, now, facts }) => {
    if (!facts.notices.some((n) => n.id === body.noticeId)) throw notFound('This card of the batch');
    addSeen(tx, { id: body.noticeId, personId: person.id, at: now });
    return Promise.resolve();
  });
}
