import type { Person, SheetStep } from '@zest/contract';
import { fillTokens } from '@zest/core';
import { releaseAll } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Transaction } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { HttpProblem, conflict, invalid, notFound, stale } from '../platform/problem.js';
import { commandOnBatch } from './command.js';
import { mustLoad } from './context.js';
import { sheetContext } from './sheet-context.js';
import { settleClosedSteps } from './settle.js';
import { buildSheet } from './sheet.js';

export interface CloseStep {
  id: string;
  version: number;
  override?: string | undefined;
  /** Asked for while the line was down. */
  offline?: boolean | undefined;
}

/**
 * Closes the current step when nothing is missing, or when the lead signs for it with a reason.
 * The last step closes the batch: what is unaccounted is written and stock set aside is freed.
 *
 * @throws HttpProblem 409 when another step is current or the step has changed, 422 with every
 *   missing thing, 403 when somebody other than the lead signs past one
 */
export async function closeStep(
  app: AppContext,
  person: Person,
  batchId: string,
  stepId: string,
  body: CloseStep,
): Promise<void> {
  await commandOnBatch(
    app,
    person,
    batchId,
    'close-step',
    { ...body, stepId },
    async ({ tx, now, record }) => {
      const sheet = buildSheet(record, await sheetContext(tx, now));
      const step = sheet.steps.find((s) => s.id === stepId);
      if (!step) throw notFound('This step');
      if (record.batch.state !== 'open')
        throw conflict('batch-closed', `Batch ${record.batch.number} is ${record.batch.state}.`);
      if (step.state === 'closed' && body.offline) return;
      if (step.state === 'closed')
        throw stale(`${step.title} was already closed by ${step.closedBy}.`, sheet);
      if (step.state === 'waiting') {
        const current = sheet.steps.find((s) => s.state === 'current');
        throw conflict(
          'out-of-order',
          `${step.title} is step ${step.position}; step ${current?.position}, ${current?.title}, comes first.`,
        );
      }
      if (body.offline && step.missing.length > 0) {
        await tellLead(tx, batchId, body.id, step, person, now);
        return;
      }
      if (step.version !== body.version && !body.offline)
        throw stale(`${step.title} has changed since you looked.`, sheet);
      if (step.missing.length > 0 && body.override === undefined) {
        throw invalid(
          step.missing.map((m) => ({
            path: m.what,
            message: fillTokens(m.sentence, {
              system: person.units,
              numberStyle: person.numberStyle ?? undefined,
            }),
          })),
        );
      }
      if (body.override !== undefined && person.role !== 'lead') {
        throw new HttpProblem(403, 'role', 'Only the lead can sign past what is missing.');
      }
      await tx.write(
        `UPDATE batch_step SET closed_at = :now, closed_by = :person, override_reason = :override, version = version + 1
       WHERE id = :stepId`,
        {
          now,
          person: person.id,
          override: step.missing.length > 0 ? (body.override ?? null) : null,
          stepId,
        },
      );
      const last = record.steps.every((s) => s.id === stepId || s.closedAt !== null);
      if (last) {
        await tx.write(
          "UPDATE batch SET state = 'closed', closed_at = :now, version = version + 1 WHERE id = :batchId",
          { now, batchId },
        );
        await releaseAll(tx, batchId);
      }
      await settleClosedSteps(tx, await mustLoad(tx, batchId), now, person.id, last);
      if (last) announce(tx, now, { topic: 'lots' });
    },
  );
}

/** A close that was asked for without network and cannot be: the step stays open, with one card for the lead. */
async function tellLead(
  tx: Transaction,
  batchId: string,
  id: string,
  step: SheetStep,
  person: Person,
  now: Date,
): Promise<void> {
  const missing = step.missing.map((m) => m.sentence).join(' ');
  await tx.write('INSERT INTO notice (id, batch_id, sentence, at) VALUES (:id, :batchId, :sentence, :now)', {
    id,
    batchId,
    sentence: `${person.name} closed ${step.title} without network, but it stays open: ${missing}`.slice(
      0,
      300,
    ),
    now,
  });
}
