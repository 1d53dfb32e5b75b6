import type { BatchChanged, Person, SecondCheck } from '@zest/contract';
import { changed, readBatch } from '../../batches/index.js';
import { mustMatchSecret, type From } from '../../people/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { recordMark } from './record-mark.js';

/**
 * A second person confirms the weight of the cure with a PIN of their own. It holds for that weight
 * only: another entry on the line asks again.
 * @throws HttpProblem 422 when it is the same person, 401 for a wrong PIN
 */
export async function confirmCure(
  app: AppContext,
  person: Person,
  batchId: string,
  body: SecondCheck,
  from: From,
): Promise<BatchChanged> {
  if (body.personId === person.id) {
    throw invalid([{ path: 'personId', message: 'The second person must be somebody else.' }]);
  }
  const { lines, entries } = await readBatch(app, batchId);
  const line = lines.find((l) => l.id === body.lineId);
  if (!line || !line.isCure) throw notFound('This line of cure');
  if (line.weighedMg === 0) throw conflict('no-weight', `${line.name} has no weight to confirm yet.`);
  const second = await mustMatchSecret(app, body.personId, body.secret, from);
  if (!second.confirms)
    throw invalid([{ path: 'personId', message: `${second.name} does not confirm cure in this shop.` }]);
  if (
    entries.some((e) => e.lineId === line.id && !e.reversed && [e.person, e.sentBy].includes(second.name))
  ) {
    throw invalid([
      {
        path: 'personId',
        message: `${second.name} weighed it, or sent it: the second person must be somebody else.`,
      },
    ]);
  }
  await recordMark(
    app,
    person,
    batchId,
    { id: body.id, stepId: line.stepId, kind: 'cure', lineId: line.id, massMg: line.weighedMg },
    second,
  );
  return changed(app, batchId);
}
