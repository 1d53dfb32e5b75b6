import type { BatchChanged, Person, SayWork } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { hourMinor } from '../../platform/settings.js';
import { insertWork } from '../store/work.js';
import { commandOnBatch } from './on-batch.js';

/** What work a batch took, at what an hour costs now; of a finished batch it can still be said. */
export function sayWork(
  app: AppContext,
  person: Person,
  batchId: string,
  body: SayWork,
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'say-work', body, async ({ tx, now }) => {
    insertWork(tx, {
      id: body.id,
      batchId,
      stints: JSON.stringify(body.stints),
      minorPerHour: await hourMinor(tx),
      at: now,
      personId: person.id,
    });
  });
}
