import type { BatchChanged, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { conflict, notFound } from '../../platform/problem.js';
import { addAcceptance } from '../store/batch.js';
import { commandOnBatch } from './on-batch.js';

/**
 * Takes responsibility for a weight outside its band. It holds for that weight only: another entry
 * on the line asks again. A cure above its limit cannot be accepted.
 */
export function acceptLine(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; lineId: string; reason: string },
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'accept', body, async ({ tx, now, view }) => {
    const line = view().lines.find((l) => l.id === body.lineId);
    if (!line) throw notFound('This line');
    if (line.weighedMg === 0) throw conflict('no-weight', `${line.name} has no weight to accept.`);
    if (line.cure && !line.cure.withinLimit) {
      throw conflict(
        'over-limit',
        `${line.name} is above its limit: take out or grow the batch; it cannot be accepted.`,
      );
    }
    await addAcceptance(tx, { ...body, weighedMg: line.weighedMg, personId: person.id, now });
  });
}
