import type { BatchChanged, Person, UndoSubstitution } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { changeOfBatch, lastLinePosition } from './on-batch.js';
import { addLine } from '../store/lines.js';
import { replaceRest } from './replace-rest.js';

/**
 * Takes a wrong substitution back: what is still due of the substitute is due of what is written again. What was
 * weighed of the substitute stays in the batch, and the rest is less by it.
 * @throws HttpProblem 422 when the lot of what is written has too little free
 */
export function undoSubstitution(
  app: AppContext,
  person: Person,
  batchId: string,
  body: UndoSubstitution,
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'undo-substitution', { ...body }, async (on) => {
    const { tx, now, facts, view } = on;
    const line = view().lines.find((l) => l.id === body.lineId);
    const row = facts.lines.find((l) => l.id === body.lineId);
    const insteadOf = row?.document?.insteadOf;
    if (!line || !row || !insteadOf) throw notFound('A substitution on this line');
    const written = facts.lines.find((l) => l.document?.key === insteadOf.key);
    if (!written?.document) throw notFound('What the substitute stands for');
    const restMg = line.dueMg - line.weighedMg;
    if (restMg <= 0)
      throw conflict('line-full', `${line.name} is weighed; there is nothing left to put back.`);
    const dueMg = Math.max(1, Math.round(restMg / insteadOf.factor));
    const isSupply = facts.accounts.find((a) => a.id === written.lotAccountId)?.balance === null;
    if (!isSupply && !(await reserve(tx, batchId, written.lotAccountId, dueMg))) {
      const message = `Lot ${written.lotCode} has too little ${written.name} free for the rest.`;
      throw invalid([{ path: 'lineId', message }]);
    }
    await replaceRest(tx, facts, row, line, { personId: person.id, now, reason: body.reason });
    const isWhole = line.weighedMg === 0 && written.plannedMg === 0;
    await addLine(tx, {
      ...written,
      batchId,
      position: lastLinePosition(facts) + 1,
      plannedMg: isWhole ? null : dueMg,
    });
    announce(tx, now, { topic: 'lots' });
  });
}
