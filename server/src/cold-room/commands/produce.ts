import { v7 as uuid } from 'uuid';
import { massToken, stepKind } from '@zest/core';
import type { Person, ProduceLot } from '@zest/contract';
import { lossAccount, postTransfers, touchBatch } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import {
  addEvent,
  addParent,
  childLot,
  makeLot,
  mustLock,
  mustNotBeRejected,
  stockTransfer,
} from '../store/lot-writes.js';
import { nextLotCode, type NewLot } from '../store/lots.js';
import { findTrim } from '../store/trims.js';
import { placeOfStep, meatPrice } from '../store/batch-places.js';

/**
 * Surplus ground meat of a batch, rework, or a lot that was smoked or cooked becomes a lot of its own
 * with its own fat, salt, cure and age limit, and with its parentage.
 */
export async function produceLot(app: AppContext, person: Person, body: ProduceLot): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'produce-lot', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const trim = await findTrim(tx, body.trimId);
    if (!trim) throw invalid([{ path: 'trimId', message: "Choose one of the shop's trims." }]);
    if ('batchId' in body.from) await outOfBatch(tx, now, person, body, body.from);
    else await outOfLot(tx, now, person, body, body.from);
    addEvent(tx, {
      lotId: body.id,
      kind: 'produced',
      sentence: `${massToken(body.massMg)} ${trim.name}, ${body.heat}, ${body.fatPct} % fat, ${body.saltGPerKg} g salt and ${body.nitritePpm} mg nitrite per kg, use by ${body.useBy}.`,
      at: now,
      personId: person.id,
    });
    announce(tx, now, { topic: 'lots' });
  });
}

function figures(body: ProduceLot): Partial<NewLot> {
  return {
    id: body.id,
    ofId: body.trimId,
    fat: { pct: body.fatPct, sd: body.fatSd, knownBy: 'instrument' },
    tempC: body.tempC,
    heat: body.heat,
    saltGPerKg: body.saltGPerKg,
    nitritePpm: body.nitritePpm,
    useBy: body.useBy,
    weightKnown: 'weighed',
  };
}

async function outOfBatch(
  tx: Transaction,
  now: Date,
  person: Person,
  body: ProduceLot,
  from: { batchId: string; stepId: string },
): Promise<void> {
  const place = await placeOfStep(tx, from);
  if (!place) throw notFound('This step');
  if (place.state !== 'open' || place.accountId === null) {
    throw conflict(
      'no-place',
      'Nothing can be taken out of this step: it holds no meat, or its batch is not open.',
    );
  }
  const lot: NewLot = {
    id: body.id,
    accountId: uuid(),
    kind: 'trim',
    ofId: body.trimId,
    code: await nextLotCode(tx, 'T'),
    supplier: 'own making',
    owner: place.owner,
    receivedAt: now,
    priceMinor: await meatPrice(tx, from.batchId),
    fat: null,
    tempC: body.tempC,
    state: 'fresh',
    status: 'available',
    boxMg: null,
    form: stepKind(place.kind).traits.machine === 'grinder' ? 'ground' : 'mixed',
    ...figures(body),
  };
  touchBatch(tx, now, from.batchId);
  await makeLot(tx, lot);
  await addParent(tx, { lotId: lot.id, parentLotId: null, batchId: from.batchId, massMg: body.massMg });
  await postTransfers(tx, now, [
    stockTransfer({
      from: place.accountId,
      to: lot.accountId,
      amount: body.massMg,
      at: now,
      personId: person.id,
      batchId: from.batchId,
      stepId: from.stepId,
      reason: 'Kept as a lot of its own.',
    }),
  ]);
}

async function outOfLot(
  tx: Transaction,
  now: Date,
  person: Person,
  body: ProduceLot,
  from: { lotId: string; grossMg: number },
): Promise<void> {
  const source = await mustLock(tx, from.lotId);
  mustNotBeRejected(source);
  const lost = from.grossMg - body.massMg;
  if (lost < 0) {
    throw invalid([
      {
        path: 'massMg',
        message: 'More came out than went in. Weigh again; salt and water have lines of their own.',
      },
    ]);
  }
  const paid = source.priceMinorPerKg * from.grossMg;
  const made = await childLot(tx, source, from.grossMg, {
    ...figures(body),
    priceMinor: Math.round(paid / body.massMg),
  });
  const move = (to: string, amount: number) =>
    stockTransfer({ from: source.accountId, to, amount, at: now, personId: person.id, reason: body.heat });
  await postTransfers(tx, now, [
    move(made.accountId, body.massMg),
    ...(lost > 0 ? [move(lossAccount('evaporation'), lost)] : []),
  ]);
  addEvent(tx, {
    lotId: source.id,
    kind: 'prepared',
    sentence: `${massToken(from.grossMg)} became ${massToken(body.massMg)} ${body.heat} as ${made.code}.`,
    at: now,
    personId: person.id,
  });
}
