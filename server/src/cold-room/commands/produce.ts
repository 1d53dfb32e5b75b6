import { v7 as uuid } from 'uuid';
import { massToken, stepKind, type Standing } from '@zest/core';
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

/** What stands at a step of a batch; batches know. */
export type StandingOf = (
  tx: Transaction,
  of: { batchId: string; stepId: string },
) => Promise<Standing | undefined>;

/** A weight kept may be so much above what is reckoned to stand there: the error of the scales. */
const WEIGHED_PART = 0.005;
const WEIGHED_MG = 20_000;

/**
 * Surplus ground meat of a batch, rework, or a lot that was smoked or cooked becomes a lot of its own
 * with its own fat, salt, cure and age limit, and with its parentage. Out of a batch its salt, nitrite and heat
 * are what was weighed in and done there, whatever is said.
 *
 * @throws HttpProblem 422 for more than is there, another species, or a later day than its meat has
 */
export async function produceLot(
  app: AppContext,
  person: Person,
  body: ProduceLot,
  standingOf: StandingOf,
): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'produce-lot', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const trim = await findTrim(tx, body.trimId);
    if (!trim) throw invalid([{ path: 'trimId', message: "Choose one of the shop's trims." }]);
    const made =
      'batchId' in body.from ? await asItStands(tx, body, body.from, trim.species, standingOf) : body;
    if ('batchId' in body.from) await outOfBatch(tx, now, person, made, body.from);
    else await outOfLot(tx, now, person, body, body.from);
    addEvent(tx, {
      lotId: body.id,
      kind: 'produced',
      sentence: `${massToken(body.massMg)} ${trim.name}, ${made.heat}, ${made.fatPct} % fat, ${made.saltGPerKg} g salt and ${made.nitritePpm} mg nitrite per kg, use by ${body.useBy}.`,
      at: now,
      personId: person.id,
    });
    announce(tx, now, { topic: 'lots' });
  });
}

/** A lot out of a batch, with what is known of it. */
interface Kept extends ProduceLot {
  held?: boolean;
}

async function asItStands(
  tx: Transaction,
  body: ProduceLot,
  from: { batchId: string; stepId: string },
  species: string,
  standingOf: StandingOf,
): Promise<Kept> {
  const there = await standingOf(tx, from);
  if (!there) throw notFound('A step that holds meat');
  const most = there.balanceMg * (1 + WEIGHED_PART) + WEIGHED_MG;
  if (body.massMg > most) {
    const message = `Only ${massToken(there.balanceMg)} stand in this step.`;
    throw invalid([{ path: 'massMg', message }]);
  }
  if (there.species.length > 0 && !there.species.includes(species)) {
    const message = `What stands in this step is ${there.species.join(' and ')}, not ${species}.`;
    throw invalid([{ path: 'trimId', message }]);
  }
  if (there.useBy !== null && body.useBy > there.useBy) {
    const message = `Its meat is to be used by ${there.useBy}; what is kept of it no later.`;
    throw invalid([{ path: 'useBy', message }]);
  }
  return {
    ...body,
    heat: there.heat,
    saltGPerKg: Math.round(there.saltGPerKg * 100) / 100,
    nitritePpm: Math.round(there.nitritePpm * 10) / 10,
    held: there.held,
  };
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
  body: Kept,
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
    ...(body.held
      ? { status: 'hold' as const, holdReason: 'Meat of its batch is on hold.' }
      : { status: 'available' as const }),
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
