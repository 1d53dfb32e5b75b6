import { doseFraction, mixPerMeat } from '@zest/core';
import type { MethodStep, Person } from '@zest/contract';
import { reserve } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Transaction } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { conflict, invalid } from '../platform/problem.js';
import { commandOnBatch } from './command.js';
import { guardIssues, lotObjection } from './open-guards.js';
import { addLine, findMeatLots } from './open-store.js';
import { placeForMeat } from './places.js';
import { insertBefore } from './work/add-work.js';
import type { BatchRecord, StepRow } from './record.js';

interface Correction {
  id: string;
  lotId: string;
  massMg: number;
  reason: string;
}

/**
 * Corrects the fat of a batch with more of one lot, as steps of its own before the current one: the
 * meat, and – where the others are already weighed in – the salt, cure and spice that go with it.
 * @throws HttpProblem 409 before the meat is weighed or after the mix has moved on
 */
export async function correctBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  body: Correction,
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'correct-fat', { ...body }, async ({ tx, now, record }) => {
    const current = mustBeCorrectable(record);
    const [lot] = await findMeatLots(tx, [body.lotId]);
    const open = record.steps.filter((s) => s.closedAt === null);
    const place = placeForMeat(open, lot?.fatPct ?? null);
    if (!place) throw conflict('no-place', 'There is no step left that the meat could go into.');
    const objection = lot ? lotObjection(lot, record.batch.owner, now) : 'is not in the cold room.';
    if (!lot || objection) {
      throw invalid([
        { path: 'lotId', message: `${lot ? `${lot.name} ${lot.code}` : 'This lot'} ${objection}` },
      ]);
    }
    await mustPassGuards(tx, record, body, now);
    if (!(await reserve(tx, batchId, lot.accountId, body.massMg))) {
      throw invalid([
        {
          path: 'massMg',
          message: `${lot.name} ${lot.code} has only ${(lot.freeMg / 1e6).toFixed(2)} kg free.`,
        },
      ]);
    }
    const n = record.steps.filter((s) => s.document.key.startsWith('correction-')).length + 1;
    const seasoned = record.lines.filter(
      (l) => l.kind === 'dry' && isClosed(record, l.stepId) && l.plannedMg === null,
    );
    const steps: MethodStep[] = [
      {
        key: `correction-${n}`,
        kind: 'weigh-meat',
        title: 'Weigh the correction',
        say: `Grind ${lot.name} ${lot.code} through the same plate, then weigh it in. ${body.reason}`,
      },
      ...(seasoned.length > 0
        ? [
            {
              key: `season-${n}`,
              kind: 'weigh-dry' as const,
              title: 'Season the correction',
              say: 'Cure first, then salt and spice for the meat that was added. Mix again until it is even.',
            },
          ]
        : []),
    ];
    const added = await insertBefore(tx, batchId, current.position, steps);
    const position = Math.max(...record.lines.map((l) => l.position));
    await addLine(tx, {
      batchId,
      stepId: added[0] ?? '',
      position: position + 1,
      kind: 'meat',
      name: lot.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      placeAccountId: place,
      plannedMg: body.massMg,
      document: null,
      fat: { pct: lot.fatPct, sd: lot.fatSd },
    });
    const perMeat = mixPerMeat(record.batch.recipe.lines.map((l) => l.dose));
    for (const [i, line] of seasoned.entries()) {
      if (!line.document) continue;
      const { basis, fraction } = doseFraction(line.document.dose);
      await addLine(tx, {
        ...line,
        stepId: added[1] ?? '',
        position: position + 2 + i,
        placeAccountId: place,
        plannedMg: Math.max(1, Math.round(fraction * body.massMg * (basis === 'meat' ? 1 : perMeat))),
      });
    }
    announce(tx, now, { topic: 'lots' });
  });
}

/** What held at opening holds for the batch with the correction in it. */
async function mustPassGuards(
  tx: Transaction,
  record: BatchRecord,
  body: Correction,
  now: Date,
): Promise<void> {
  const uses = [
    ...record.lines
      .filter((l) => l.kind === 'meat')
      .map((l) => ({ lotId: l.lotId, massMg: l.plannedMg ?? 0 })),
    { lotId: body.lotId, massMg: body.massMg },
  ];
  const lots = await findMeatLots(tx, [...new Set(uses.map((u) => u.lotId))]);
  const issues = guardIssues(
    { uses, signed: record.batch.signed },
    new Map(lots.map((l) => [l.id, l])),
    record.batch.recipe,
    now,
  );
  if (issues.length > 0) throw invalid(issues.map((i) => ({ path: 'lotId', message: i.message })));
}

function mustBeCorrectable(record: BatchRecord): StepRow {
  const current = record.steps.find((s) => s.closedAt === null);
  if (record.batch.state !== 'open' || !current) {
    throw conflict('batch-closed', `Batch ${record.batch.number} is ${record.batch.state}.`);
  }
  const weigh = record.steps.find((s) => s.document.kind === 'weigh-meat');
  if (weigh && weigh.closedAt === null) {
    throw conflict('not-weighed', 'The meat is still being weighed in; change the blend instead.');
  }
  const mix = record.steps.filter((s) => s.document.kind === 'mix').pop();
  if (mix?.closedAt) {
    throw conflict(
      'mixed',
      'The mix has been closed. What is stuffed cannot be corrected; note it for the next batch.',
    );
  }
  return current;
}

function isClosed(record: BatchRecord, stepId: string): boolean {
  return record.steps.some((s) => s.id === stepId && s.closedAt !== null);
}
