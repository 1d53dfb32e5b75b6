import {
  massPerMeat,
  mixPerMeat,
  placeForMeat,
  traitsOf,
  weighMoreIngredients,
  weighMoreMeat,
  weighStep,
  type BatchFacts,
  type StepFact,
} from '@zest/core';
import type { BatchChanged, MethodStep, Person } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid } from '../../platform/problem.js';
import { changeOfBatch, lastLinePosition } from './on-batch.js';
import { lotObjection } from './meat-guards.js';
import { addLine } from '../store/lines.js';
import { findMeatLots } from '../store/lots.js';
import { correctionNo, grindFirst, insertCorrection } from './insert-steps.js';

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
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'correct-fat', { ...body }, async ({ tx, now, facts, shop }) => {
    const current = mustBeCorrectable(facts);
    const [lot] = await findMeatLots(tx, [body.lotId]);
    const open = facts.steps.filter((s) => s.closedAt === null);
    const place = placeForMeat(open, lot?.fatPct ?? null);
    if (!place) throw conflict('no-place', 'There is no step left that the meat could go into.');
    const objection = lot ? lotObjection(lot, facts.batch.owner, shop) : 'is not in the cold room.';
    if (!lot || objection) {
      throw invalid([
        { path: 'lotId', message: `${lot ? `${lot.name} ${lot.code}` : 'This lot'} ${objection}` },
      ]);
    }
    if (!(await reserve(tx, batchId, lot.accountId, body.massMg))) {
      throw invalid([
        {
          path: 'massMg',
          message: `${lot.name} ${lot.code} has only ${(lot.freeMg / 1e6).toFixed(2)} kg free.`,
        },
      ]);
    }
    const n = correctionNo(facts, 'fat');
    const seasoned = facts.lines.filter(
      (l) => l.kind === 'ingredient' && isClosed(facts, l.stepId) && l.plannedMg === null,
    );
    const grind = grindFirst(facts, place, [lot.form], `correction-grind-${n}`);
    const steps: MethodStep[] = [
      ...grind,
      weighMoreMeat({
        key: `correction-${n}`,
        title: 'Weigh the correction',
        instruction: `Weigh ${lot.name} ${lot.code} in. ${body.reason}`,
      }),
      ...(seasoned.length > 0
        ? [
            weighMoreIngredients({
              key: `season-${n}`,
              title: 'Season the correction',
              instruction:
                'Cure first, then salt and spice for the meat that was added. Mix again until it is even.',
            }),
          ]
        : []),
    ];
    const added = await insertCorrection(tx, facts, current.position, 'fat', steps);
    const [meatStepId = '', seasonStepId = ''] = added.slice(grind.length);
    const position = lastLinePosition(facts);
    await addLine(tx, {
      batchId,
      stepId: meatStepId,
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
    const perMeat = mixPerMeat(facts.batch.recipe.lines.map((l) => l.dose));
    for (const [i, line] of seasoned.entries()) {
      if (!line.document) continue;
      await addLine(tx, {
        ...line,
        batchId,
        stepId: seasonStepId,
        seasonsStepId: meatStepId,
        position: position + 2 + i,
        placeAccountId: place,
        plannedMg: Math.max(1, Math.round(massPerMeat(line.document.dose, perMeat) * body.massMg)),
      });
    }
    announce(tx, now, { topic: 'lots' });
  });
}

function mustBeCorrectable(facts: BatchFacts): StepFact {
  const current = facts.steps.find((s) => s.closedAt === null);
  if (facts.batch.state !== 'open' || !current) {
    throw conflict('batch-closed', `Batch ${facts.batch.number} is ${facts.batch.state}.`);
  }
  const weigh = weighStep(facts, 'meat');
  if (weigh && weigh.closedAt === null) {
    throw conflict('not-weighed', 'The meat is still being weighed in; change the blend instead.');
  }
  const mix = facts.steps.findLast((s) => traitsOf(s.document).machine === 'mixer');
  if (mix?.closedAt) {
    throw conflict(
      'mixed',
      'The mix has been closed. What is stuffed cannot be corrected; note it for the next batch.',
    );
  }
  return current;
}

function isClosed(facts: BatchFacts, stepId: string): boolean {
  return facts.steps.some((s) => s.id === stepId && s.closedAt !== null);
}
