import type { BatchChanged, ChangeLot, Person } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { changeOfBatch, lastLinePosition } from './on-batch.js';
import { lotObjection } from './meat-guards.js';
import { addLine } from '../store/lines.js';
import { findLotByCode, findMeatLots } from '../store/lots.js';
import { replaceRest } from './replace-rest.js';

/**
 * Takes the rest of a line from another lot of the same trim or ingredient. What is weighed stays with
 * its lot; what was set aside of the old one is free again.
 * @throws HttpProblem 422 when the lot is another thing, is held, or has too little
 */
export async function changeLot(
  app: AppContext,
  person: Person,
  batchId: string,
  body: ChangeLot,
): Promise<BatchChanged> {
  return changeOfBatch(
    app,
    person,
    batchId,
    'change-lot',
    { ...body },
    async ({ tx, now, facts, shop, view }) => {
      const sheet = view();
      const line = sheet.lines.find((l) => l.id === body.lineId);
      const row = facts.lines.find((l) => l.id === body.lineId);
      if (!line || !row) throw notFound('This line');
      const restMg = line.dueMg - line.weighedMg;
      if (restMg <= 0) throw conflict('line-full', `${line.name} is weighed; there is nothing left to take.`);
      const lot = await findLotByCode(tx, body.lotCode);
      if (!lot) {
        throw invalid([
          { path: 'lotCode', message: `No lot here is called “${body.lotCode}”. Scan its label.` },
        ]);
      }
      if (lot.id === row.lotId) return;
      const same =
        row.kind === 'meat' ? lot.kind === 'trim' : lot.ingredientId === row.document?.ingredientId;
      if (!same) {
        throw invalid([
          {
            path: 'lotCode',
            message: `Lot ${lot.code} is ${lot.name}, not ${line.name}. Use a substitution for another thing.`,
          },
        ]);
      }
      const [meat] = row.kind === 'meat' ? await findMeatLots(tx, [lot.id]) : [];
      const objection = meat ? lotObjection(meat, facts.batch.owner, shop) : heldWords(lot.status);
      if (objection) throw invalid([{ path: 'lotCode', message: `${lot.name} ${lot.code} ${objection}` }]);
      if (!lot.isSupply && !(await reserve(tx, batchId, lot.accountId, restMg))) {
        throw invalid([
          { path: 'lotCode', message: `Lot ${lot.code} has too little free for the rest of ${line.name}.` },
        ]);
      }
      await replaceRest(tx, facts, row, line, {
        personId: person.id,
        now,
        reason: `The rest from lot ${lot.code}.`,
      });
      await addLine(tx, {
        ...row,
        batchId,
        name: lot.name,
        lotId: lot.id,
        lotAccountId: lot.accountId,
        position: lastLinePosition(facts) + 1,
        plannedMg: row.kind === 'meat' || line.weighedMg > 0 ? restMg : null,
        ...(meat ? { fat: { pct: meat.fatPct, sd: meat.fatSd } } : {}),
      });
      announce(tx, now, { topic: 'lots' });
    },
  );
}

function heldWords(status: string): string | undefined {
  return status === 'available' ? undefined : `is on ${status}: the lead releases it.`;
}
