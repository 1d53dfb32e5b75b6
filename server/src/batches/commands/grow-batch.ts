import {
  MEAT_DIVISION_MG,
  massToken,
  overPour,
  shareOut,
  weighStep,
  type BatchFacts,
  type LineFact,
} from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import type { Transaction } from '../../platform/database.js';
import { addLine } from '../store/lines.js';
import { findMeatLots, type MeatLot } from '../store/lots.js';
import { correctionNo, grindFirst, insertCorrection } from './insert-steps.js';
import { changeOfBatch, lastLinePosition } from './on-batch.js';

/**
 * Grows a batch until what was poured is right: more of every meat in the planned shares, set aside
 * now and due at the step where the over-pour happened; the other lines follow from the meat.
 * @throws HttpProblem 422 when a lot has too little free; then nothing changes
 */
export function growBatch(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; lineId: string; reason: string },
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'grow', body, async ({ tx, now, facts, view }) => {
    const sheet = view();
    const line = sheet.lines.find((l) => l.id === body.lineId);
    const row = facts.lines.find((l) => l.id === body.lineId);
    if (!line || !row) throw notFound('This line');
    if (line.kind !== 'ingredient' || line.weighedMg <= line.highMg) {
      throw conflict('not-over', `${line.name} is not over its due weight; there is nothing to grow for.`);
    }
    const answer = overPour({
      meatKg: sheet.meatBasis.massMg / 1e6,
      name: line.name,
      lines: sheet.lines
        .filter((l) => l.kind === 'ingredient')
        .map((l) => ({ name: l.name, dueG: l.dueMg / 1000, actualG: l.weighedMg / 1000 })),
    });
    const growMg = Math.ceil((answer.growMeatKg * 1e6) / MEAT_DIVISION_MG) * MEAT_DIVISION_MG;
    const weighs = weighStep(facts, 'meat');
    const meats = facts.lines.filter((l) => l.kind === 'meat' && l.stepId === weighs?.id);
    const parts = shareOut(
      growMg,
      meats.map((m) => m.plannedMg ?? 0),
      MEAT_DIVISION_MG,
    );
    const lots = await findMeatLots(
      tx,
      meats.flatMap((m) => (m.lotId === null ? [] : [m.lotId])),
    );
    await grindWhatGrows(tx, facts, row, lots);
    const lastPosition = lastLinePosition(facts);
    for (const [i, meat] of meats.entries()) {
      const plannedMg = parts[i] ?? 0;
      if (plannedMg === 0) continue;
      if (!(await reserve(tx, batchId, meat.lotAccountId, plannedMg))) {
        throw invalid([
          {
            path: 'lineId',
            message: `Growing needs ${(plannedMg / 1e6).toFixed(2)} kg more ${meat.name} ${meat.lotCode}, which is not free. Take out or accept instead.`,
          },
        ]);
      }
      await addLine(tx, {
        batchId,
        stepId: row.stepId,
        position: lastPosition + 1 + i,
        kind: 'meat',
        name: meat.name,
        lotId: meat.lotId,
        lotAccountId: meat.lotAccountId,
        placeAccountId: row.placeAccountId,
        plannedMg,
        document: null,
        fat: { pct: meat.fatPct ?? 0, sd: meat.fatSd ?? 0 },
      });
    }
    addNotice(
      tx,
      batchId,
      now,
      `Grown by ${massToken(growMg)} of meat, because ${line.name} was over its due weight: ${body.reason}`,
    );
    announce(tx, now, { topic: 'lots' });
  });
}

/** Behind its grind a batch grows by meat that is ground at a step of its own, before the one that it grows at. */
async function grindWhatGrows(
  tx: Transaction,
  facts: BatchFacts,
  { stepId, placeAccountId }: LineFact,
  lots: readonly MeatLot[],
): Promise<void> {
  const at = facts.steps.find((s) => s.id === stepId);
  const key = `grow-grind-${correctionNo(facts, 'grow')}`;
  const forms = lots.map((l) => l.form);
  const grind = placeAccountId === null ? [] : grindFirst(facts, placeAccountId, forms, key);
  if (at && grind.length > 0) await insertCorrection(tx, facts, at.position, 'grow', grind);
}
