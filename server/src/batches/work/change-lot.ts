import type { ChangeLot, Person } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Sql } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { commandOnBatch } from '../command.js';
import { lotObjection } from '../open-guards.js';
import { addLine, findMeatLots } from '../open-store.js';
import { sheetContext } from '../sheet-context.js';
import { buildSheet } from '../sheet.js';
import { lastLinePosition } from './add-work.js';
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
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'change-lot', { ...body }, async ({ tx, now, record }) => {
    const sheet = buildSheet(record, await sheetContext(tx, now));
    const line = sheet.lines.find((l) => l.id === body.lineId);
    const row = record.lines.find((l) => l.id === body.lineId);
    if (!line || !row) throw notFound('This line');
    const restMg = line.dueMg - line.weighedMg;
    if (restMg <= 0) throw conflict('line-full', `${line.name} is weighed; there is nothing left to take.`);
    const lot = await findLot(tx, body.lotCode);
    if (!lot) {
      throw invalid([
        { path: 'lotCode', message: `No lot here is called “${body.lotCode}”. Scan its label.` },
      ]);
    }
    if (lot.id === row.lotId) return;
    const same = row.kind === 'meat' ? lot.kind === 'trim' : lot.ingredientId === row.document?.ingredientId;
    if (!same) {
      throw invalid([
        {
          path: 'lotCode',
          message: `Lot ${lot.code} is ${lot.name}, not ${line.name}. Use a substitution for another thing.`,
        },
      ]);
    }
    const [meat] = row.kind === 'meat' ? await findMeatLots(tx, [lot.id]) : [];
    const objection = meat ? lotObjection(meat, record.batch.owner, now) : heldWords(lot.status);
    if (objection) throw invalid([{ path: 'lotCode', message: `${lot.name} ${lot.code} ${objection}` }]);
    if (!lot.isSupply && !(await reserve(tx, batchId, lot.accountId, restMg))) {
      throw invalid([
        { path: 'lotCode', message: `Lot ${lot.code} has too little free for the rest of ${line.name}.` },
      ]);
    }
    await replaceRest(tx, record, row, line, {
      personId: person.id,
      now,
      reason: `The rest from lot ${lot.code}.`,
    });
    await addLine(tx, {
      ...row,
      name: lot.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      position: lastLinePosition(record) + 1,
      plannedMg: row.kind === 'meat' || line.weighedMg > 0 ? restMg : null,
      ...(meat ? { fat: { pct: meat.fatPct, sd: meat.fatSd } } : {}),
    });
    announce(tx, now, { topic: 'lots' });
  });
}

function heldWords(status: string): string | undefined {
  return status === 'available' ? undefined : `is on ${status}: the lead releases it.`;
}

interface FoundLot {
  id: string;
  code: string;
  name: string;
  kind: string;
  ingredientId: string | null;
  accountId: string;
  status: string;
  isSupply: boolean;
}

async function findLot(tx: Sql, code: string): Promise<FoundLot | undefined> {
  const [row] = await tx.rows<Omit<FoundLot, 'isSupply'> & { isSupply: number }>(
    `SELECT l.id, l.code, COALESCE(t.name, i.name) AS name, l.kind, l.ingredient_id AS ingredientId,
       l.account_id AS accountId, l.status, a.kind = 'gain' AS isSupply
     FROM lot l JOIN account a ON a.id = l.account_id LEFT JOIN trim_kind t ON t.id = l.trim_id
     LEFT JOIN ingredient i ON i.id = l.ingredient_id
     WHERE l.code = :code AND l.kind IN ('trim', 'ingredient')`,
    { code },
  );
  return row && { ...row, isSupply: row.isSupply === 1 };
}
