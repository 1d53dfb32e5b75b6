import { v7 as uuid } from 'uuid';
import { blocking, checkRecipe } from '@zest/core';
import { methodStep, type ChangeMethod, type MethodStep, type Person } from '@zest/contract';
import { addAccounts, postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Transaction } from '../../platform/database.js';
import { conflict, invalid } from '../../platform/problem.js';
import { chosenBook } from '../../platform/settings.js';
import { readLibrary, signedAt } from '../../recipes/index.js';
import { commandOnBatch } from '../command.js';
import { massFigures } from '../figures.js';
import type { BatchRecord, StepRow } from '../record.js';
import { insertBefore, mustStandAt } from './add-work.js';
import { addNotice } from './notice.js';

/**
 * Changes the rest of an open batch's method: steps that stay, by key, take the new parameters; new
 * ones are put between; those left out are closed with the reason. Every guard of the recipe is asked
 * again with the new method – fresh that is smoked after all asks for its cure.
 * @throws HttpProblem 422 with every guard that stops it or nobody has signed
 */
export async function changeMethod(
  app: AppContext,
  person: Person,
  batchId: string,
  body: ChangeMethod,
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'change-method', { ...body }, async ({ tx, now, record }) => {
    const current = mustStandAt(record);
    const steps = body.steps.map((s) => methodStep.parse(s));
    const open = record.steps.filter((s) => s.closedAt === null);
    const kept = new Map(
      open.flatMap((s) => (steps.some((n) => n.key === s.document.key) ? [[s.document.key, s]] : [])),
    );
    const leftOut = open.filter((s) => !kept.has(s.document.key));
    mustBeFree(record, leftOut);
    const version = await recipeVersionOf(tx, batchId);
    await mustObey(tx, record, steps, {
      ...(await signedAt(tx, version)),
      ...record.batch.signed,
      ...body.signed,
    });
    await leaveOut(tx, leftOut, person, body.reason, now);
    await arrange(tx, record, current, steps, kept);
    await bringMassForward(tx, batchId, now, person);
    await addNotice(tx, batchId, now, `${person.name} changed the method: ${body.reason}`);
  });
}

/** A step that has begun, or that an unweighed line goes into, cannot be left out. */
function mustBeFree(record: BatchRecord, leftOut: readonly StepRow[]): void {
  const figures = massFigures(record);
  for (const step of leftOut) {
    const begun =
      record.readings.some((r) => r.stepId === step.id) || figures.live.some((t) => t.stepId === step.id);
    if (begun) {
      throw invalid([{ path: 'steps', message: `${step.document.title} has begun; it cannot be left out.` }]);
    }
    const line = record.lines.find(
      (l) =>
        (l.stepId === step.id || l.placeAccountId === step.placeAccountId) &&
        l.plannedMg !== 0 &&
        !figures.live.some((t) => t.lineId === l.id),
    );
    if (line) {
      throw invalid([
        {
          path: 'steps',
          message: `${line.name} is weighed at or goes into ${step.document.title}; that step stays.`,
        },
      ]);
    }
  }
}

async function mustObey(
  tx: Transaction,
  record: BatchRecord,
  steps: readonly MethodStep[],
  signed: Record<string, string>,
): Promise<void> {
  const closed = record.steps.filter((s) => s.closedAt !== null && !s.leftOut).map((s) => s.document);
  const { findings } = checkRecipe({
    name: record.batch.recipeName,
    document: { ...record.batch.recipe, steps: [...closed, ...steps] },
    library: await readLibrary(tx),
    book: await chosenBook(tx),
  });
  const held = blocking(
    findings.filter(
      (f) =>
        f.guard === 'method' ||
        f.guard.startsWith('cure') ||
        f.guard.startsWith('state') ||
        f.path.startsWith('steps'),
    ),
    signed,
  );
  if (held.length === 0) return;
  throw invalid(
    held.map((f) => ({ path: f.level === 'sign' ? `signed.${f.guard}` : 'steps', message: f.sentence })),
  );
}

async function leaveOut(
  tx: Transaction,
  steps: readonly StepRow[],
  person: Person,
  reason: string,
  now: Date,
): Promise<void> {
  for (const step of steps) {
    await tx.write(
      `UPDATE batch_step SET left_out = TRUE, closed_at = :now, closed_by = :person, override_reason = :reason,
         version = version + 1 WHERE id = :id`,
      { id: step.id, now, person: person.id, reason },
    );
  }
}

/** Puts the rest of the method into the order asked for, behind everything that is closed. */
async function arrange(
  tx: Transaction,
  record: BatchRecord,
  current: StepRow,
  steps: readonly MethodStep[],
  kept: ReadonlyMap<string, StepRow>,
): Promise<void> {
  const { id: batchId } = record.batch;
  let position = Math.max(current.position, ...record.steps.map((s) => s.position)) + 1;
  for (const step of steps) {
    const row = kept.get(step.key);
    if (row) {
      await tx.write(
        'UPDATE batch_step SET position = :position, document = :document, version = version + 1 WHERE id = :id',
        { id: row.id, position, document: JSON.stringify(step) },
      );
    } else {
      const [id] = await insertBefore(tx, batchId, position, [step], true);
      if (step.kind === 'stuff' && id) {
        await addAccounts(tx, [
          { id: uuid(), kind: 'place', measure: 'mm', name: `casing at ${step.title}`, batchId, stepId: id },
        ]);
      }
    }
    position += 1;
  }
}

/** Mass that had already moved on to a later step comes back to the one that now stands before it. */
async function bringMassForward(tx: Transaction, batchId: string, now: Date, person: Person): Promise<void> {
  const places = await tx.rows<{ stepId: string; place: string; heldMg: number }>(
    `SELECT s.id AS stepId, s.place_account_id AS place,
       CAST(COALESCE((SELECT SUM(t.amount) FROM transfer t WHERE t.to_account = s.place_account_id), 0)
         - COALESCE((SELECT SUM(t.amount) FROM transfer t WHERE t.from_account = s.place_account_id), 0) AS SIGNED) AS heldMg
     FROM batch_step s WHERE s.batch_id = :batchId AND s.place_account_id IS NOT NULL
       AND (s.closed_at IS NULL OR s.left_out) ORDER BY s.left_out, s.position`,
    { batchId },
  );
  const first = places[0];
  if (!first) throw conflict('no-place', 'The rest of the method has no step that holds the meat.');
  const moved = places.slice(1).flatMap((p) =>
    p.heldMg > 0
      ? [
          {
            id: uuid(),
            from: p.place,
            to: first.place,
            amount: p.heldMg,
            at: now,
            batchId,
            stepId: first.stepId,
            lineId: null,
            personId: person.id,
            deviceId: null,
            how: 'derived' as const,
            reversesId: null,
            reason: 'The method was changed.',
          },
        ]
      : [],
  );
  if (moved.length > 0) await postTransfers(tx, now, moved);
}

async function recipeVersionOf(tx: Transaction, batchId: string): Promise<string> {
  const [row] = await tx.rows<{ id: string }>(
    'SELECT recipe_version_id AS id FROM batch WHERE id = :batchId',
    { batchId },
  );
  return row?.id ?? '';
}
