import { bringsCure, isCure, knownFactor, timesDose } from '@zest/core';
import type { BatchChanged, Person, RecipeLine, SubstituteLine } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { mustFindIngredient, snapshot } from '../../recipes/index.js';
import { changeOfBatch, lastLinePosition } from './on-batch.js';
import { addLine } from '../store/lines.js';
import { findIngredientLots } from '../store/lots.js';
import { replaceRest } from './replace-rest.js';

/**
 * Another ingredient for the rest of a line: its dose times the factor, its strength, allergens and
 * name on the label those of the substitute. Cure is exchanged only for cure, by strength.
 * @throws HttpProblem 422 when the factor is not known and not given, or there is too little stock
 */
export async function substituteLine(
  app: AppContext,
  person: Person,
  batchId: string,
  body: SubstituteLine,
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'substitute', { ...body }, async ({ tx, now, facts, view }) => {
    const sheet = view();
    const line = sheet.lines.find((l) => l.id === body.lineId);
    const row = facts.lines.find((l) => l.id === body.lineId);
    if (!line || !row?.document) throw notFound('This line of an ingredient');
    const restMg = line.dueMg - line.weighedMg;
    if (restMg <= 0)
      throw conflict('line-full', `${line.name} is weighed; there is nothing left to replace.`);
    const to = await mustFindIngredient(tx, body.ingredientId);
    if (bringsCure(row) !== isCure(to.contents)) {
      throw invalid([
        {
          path: 'ingredientId',
          message: 'Cure is exchanged for cure only, and nothing else becomes cure at the bench.',
        },
      ]);
    }
    const from = await mustFindIngredient(tx, row.document.ingredientId);
    const factor = knownFactor(from, to) ?? body.factor;
    if (factor === undefined) {
      throw invalid([
        {
          path: 'factor',
          message: `How many grams of ${to.name} do the work of one gram of ${from.name}? It is not known.`,
        },
      ]);
    }
    const dueMg = Math.max(1, Math.round(restMg * factor));
    const lots = await findIngredientLots(tx, to.id);
    const lot = await firstWithRoom(
      lots,
      async (l) => l.isSupply || reserve(tx, batchId, l.accountId, dueMg),
    );
    if (!lot) {
      throw invalid([
        {
          path: 'ingredientId',
          message: `Not enough ${to.name}: ${Number((dueMg / 1000).toFixed(1))} g is needed and no lot has it free.`,
        },
      ]);
    }
    const document: RecipeLine = {
      ...row.document,
      ...snapshot(to),
      ingredientId: to.id,
      key: `${row.document.key}-sub`.slice(0, 40),
      dose: timesDose(row.document.dose, factor),
      insteadOf: { key: row.document.key, factor },
      note: `instead of ${line.name}, × ${Number(factor.toPrecision(4))}; ${body.reason}`.slice(0, 300),
    };
    await replaceRest(tx, facts, row, line, { personId: person.id, now, reason: body.reason });
    await addLine(tx, {
      ...row,
      batchId,
      position: lastLinePosition(facts) + 1,
      name: to.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      plannedMg: line.weighedMg > 0 ? dueMg : null,
      document,
    });
    announce(tx, now, { topic: 'lots' });
  });
}

async function firstWithRoom<T>(
  lots: readonly T[],
  has: (lot: T) => Promise<boolean>,
): Promise<T | undefined> {
  for (const lot of lots) if (await has(lot)) return lot;
  return undefined;
}
