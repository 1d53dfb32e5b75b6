import {
  MEAT_DIVISION_MG,
  mixPerMeat,
  minutesToMixIn,
  mixAgain,
  taste,
  weighMoreIngredients,
  weighMoreMeat,
  type BatchFacts,
  type ShopFacts,
} from '@zest/core';
import type { BatchChanged, MethodStep, Person, LineView, TasteCorrection } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { kg } from '../../platform/words.js';
import { changeOfBatch, lastLinePosition, mustHavePlace, mustStandAt } from './on-batch.js';
import { lotObjection } from './meat-guards.js';
import { addLine } from '../store/lines.js';
import { findMeatLots, type MeatLot } from '../store/lots.js';
import { correctionNo, grindFirst, insertCorrection } from './insert-steps.js';

/**
 * Corrects the taste of what is left of the mix, as steps before the current one: more of a line, or,
 * where there is too much, plain meat with every other line topped up for it, cure first; then mixing
 * again. The tasting made before is void by that.
 * @throws HttpProblem 409 when nothing is left to correct, 422 where stock or limit forbid it
 */
export async function correctTaste(
  app: AppContext,
  person: Person,
  batchId: string,
  body: TasteCorrection,
): Promise<BatchChanged> {
  return changeOfBatch(
    app,
    person,
    batchId,
    'correct-taste',
    { ...body },
    async ({ tx, now, facts, shop, view }) => {
      const sheet = view();
      const line = sheet.lines.find((l) => l.id === body.lineId);
      if (!line || line.kind !== 'ingredient') throw notFound('This line of an ingredient');
      if (line.cure) {
        throw invalid([
          { path: 'lineId', message: 'Cure is not a matter of taste; it is not corrected here.' },
        ]);
      }
      const place = mustHavePlace(facts, body.stepId);
      const remainingMg = sheet.ribbon.find((r) => r.accountId === place)?.balanceMg ?? 0;
      if (remainingMg <= 0) throw conflict('nothing-left', 'Nothing of the mix is left to correct.');
      const perMeat = mixPerMeat(facts.batch.recipe.lines.map((l) => l.dose));
      const others = sheet.lines.filter(
        (l) => l.kind === 'ingredient' && l.name !== line.name && l.weighedMg > 0,
      );
      const answer = taste({
        remainingMixKg: remainingMg / 1e6,
        mixPerMeatKg: perMeat,
        fromGPerKg: doseAsMade(sheet.lines, line.name, sheet.meatBasis.massMg),
        toGPerKg: body.toGPerKg,
        lines: cureFirst(others).map((l) => ({
          name: l.id,
          gPerKgMeat: (l.weighedMg / sheet.meatBasis.massMg) * 1000,
        })),
      });
      if (answer.addMeatKg === undefined && (answer.addG ?? 0) * 1000 < 1) {
        throw conflict('no-change', 'That is the dose as it was made; nothing would change.');
      }
      const meat =
        answer.addMeatKg === undefined
          ? undefined
          : await mustFindMeat(tx, facts, body, shop, answer.addMeatKg);
      const n = correctionNo(facts, 'taste');
      const grind = meat ? grindFirst(facts, place, [meat.lot.form], `taste-grind-${n}`) : [];
      const steps = [...grind, ...correctionSteps(n, meat, facts)];
      const added = await insertCorrection(
        tx,
        facts,
        mustStandAt(facts, body.stepId).position,
        'taste',
        steps,
      );
      const [meatStepId = '', seasonStepId = ''] = added.slice(grind.length);
      let position = lastLinePosition(facts) + 1;
      if (meat) {
        await addLine(tx, {
          batchId,
          stepId: meatStepId,
          position: position++,
          kind: 'meat',
          name: meat.lot.name,
          lotId: meat.lot.id,
          lotAccountId: meat.lot.accountId,
          placeAccountId: place,
          plannedMg: meat.massMg,
          document: null,
          fat: { pct: meat.lot.fatPct, sd: meat.lot.fatSd },
        });
      }
      const due = meat
        ? answer.topUps.map((t) => ({ id: t.name, massMg: Math.round(t.addG * 1000) }))
        : [{ id: line.id, massMg: Math.round((answer.addG ?? 0) * 1000) }];
      for (const { id, massMg } of due) {
        const row = facts.lines.find((l) => l.id === id);
        if (!row || massMg < 1) continue;
        await addLine(tx, {
          ...row,
          batchId,
          stepId: meat ? seasonStepId : meatStepId,
          seasonsStepId: meat ? meatStepId : null,
          position: position++,
          placeAccountId: place,
          plannedMg: massMg,
        });
      }
      announce(tx, now, { topic: 'lots' });
    },
  );
}

/** What really went in of an ingredient, over the meat. */
function doseAsMade(lines: readonly LineView[], name: string, meatMg: number): number {
  const weighed = lines
    .filter((l) => l.kind === 'ingredient' && l.name === name)
    .reduce((sum, l) => sum + l.weighedMg, 0);
  return (weighed / meatMg) * 1000;
}

function cureFirst(lines: readonly LineView[]): LineView[] {
  return [...lines].sort((a, b) => Number(b.isCure) - Number(a.isCure));
}

async function mustFindMeat(
  tx: Transaction,
  facts: BatchFacts,
  body: TasteCorrection,
  shop: ShopFacts,
  addKg: number,
): Promise<{ lot: MeatLot; massMg: number }> {
  const massMg = Math.max(MEAT_DIVISION_MG, Math.round((addKg * 1e6) / MEAT_DIVISION_MG) * MEAT_DIVISION_MG);
  const [lot] = body.lotId ? await findMeatLots(tx, [body.lotId]) : [];
  if (!lot) {
    throw invalid([
      {
        path: 'lotId',
        message: `It takes ${kg(massMg)} of plain meat to thin it out: say from which lot.`,
      },
    ]);
  }
  const objection = lotObjection(lot, facts.batch.owner, shop);
  if (objection) throw invalid([{ path: 'lotId', message: `${lot.name} ${lot.code} ${objection}` }]);
  if (!(await reserve(tx, facts.batch.id, lot.accountId, massMg))) {
    throw invalid([
      {
        path: 'lotId',
        message: `${lot.name} ${lot.code} has only ${kg(lot.freeMg)} free; ${kg(massMg)} is needed.`,
      },
    ]);
  }
  return { lot, massMg };
}

/** The meat, its seasoning, and mixing again as long as the method mixes at least, which the gate asks for. */
function correctionSteps(n: number, meat: { lot: MeatLot } | undefined, { steps }: BatchFacts): MethodStep[] {
  const method = steps.map((s) => s.document);
  const topUp = weighMoreIngredients({
    key: `taste-weigh-${n}`,
    title: meat ? 'Top up for the plain meat' : 'Weigh what was too little',
    instruction: meat
      ? 'Cure first, then salt and spice, for the meat that thins it out. Then chill and mix.'
      : 'For what is left of the mix. Spread it over, chill if it has warmed, then mix.',
  });
  const plain: MethodStep[] = meat
    ? [
        weighMoreMeat({
          key: `taste-meat-${n}`,
          title: 'Weigh the plain meat',
          instruction: `Weigh ${meat.lot.name} ${meat.lot.code} in, cold.`,
        }),
      ]
    : [];
  return [...plain, topUp, mixAgain(`taste-mix-${n}`, method, minutesToMixIn(method))];
}
