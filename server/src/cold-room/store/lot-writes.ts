import { sql } from '../../platform/sql.js';
import { v7 as uuid } from 'uuid';
import { lifeOf, mayNot, neverBetter, type LotDeed, type LotLife, type ParasiteRecord } from '@zest/core';
import { addAccounts, addBalanceRows, postTransfers, type NewTransfer } from '../../ledger/index.js';
import type { Db, Transaction } from '../../platform/database.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { kg } from '../../platform/words.js';
import {
  addLot,
  carriesOf,
  keptOf,
  lockLot,
  nextLotCode,
  parasitesOf,
  type LotRow,
  type NewLot,
} from './lots.js';

/** Makes a lot with its account and its row of stock, empty. */
export async function makeLot(tx: Db, lot: NewLot): Promise<void> {
  const measure = lot.kind === 'casing' ? 'mm' : 'mg';
  await addAccounts(tx, [
    { id: lot.accountId, kind: 'lot', measure, name: lot.code, batchId: null, stepId: null },
  ]);
  await addBalanceRows(tx, [lot.accountId]);
  await addLot(tx, lot);
}

/** Makes a lot and books what arrived from a supplier, a customer or opening stock into it. */
export async function stockLot(
  tx: Transaction,
  at: Date,
  personId: string | null,
  amount: number,
  source: string,
  lot: NewLot,
  how: 'scale' | 'typed' = 'typed',
): Promise<void> {
  await makeLot(tx, lot);
  await postTransfers(tx, at, [
    stockTransfer({ from: source, to: lot.accountId, amount, at, personId, how }),
  ]);
}

/** A movement of stock outside any batch. */
export function stockTransfer(
  move: Pick<NewTransfer, 'from' | 'to' | 'amount' | 'at' | 'personId'> & Partial<NewTransfer>,
): NewTransfer {
  return {
    id: uuid(),
    batchId: null,
    stepId: null,
    lineId: null,
    deviceId: null,
    how: 'typed',
    reversesId: null,
    reason: null,
    ...move,
  };
}

/**
 * A lot made out of another one, or of several: the same trim, owner, dates and history of cold unless said
 * otherwise, with its parentage written down, and never better than what it was made of. Nothing is booked into it yet.
 *
 * @param others what else is in it, all of each
 */
export async function childLot(
  tx: Transaction,
  parent: LotRow,
  massMg: number,
  change: Partial<NewLot> = {},
  others: readonly LotRow[] = [],
): Promise<NewLot> {
  const made = lifeOf([parent, ...others].map(lifeOfRow));
  const said: NewLot = {
    id: uuid(),
    accountId: uuid(),
    kind: 'trim',
    ofId: parent.trimId,
    code: await nextLotCode(tx, 'T'),
    supplier: parent.supplier,
    supplierLot: parent.supplierLot,
    owner: parent.owner,
    receivedAt: parent.receivedAt,
    priceMinor: parent.priceMinorPerKg,
    boughtMinor: parent.boughtMinorPerKg,
    fat: { pct: parent.fatPct, sd: parent.fatSd, knownBy: parent.fatKnownBy },
    tempC: parent.tempC,
    tempAt: parent.tempAtTime,
    state: parent.state,
    heat: parent.heat,
    form: parent.form,
    saltGPerKg: parent.saltGPerKg,
    nitritePpm: parent.nitritePpm,
    carries: carriesOf(parent),
    matter: keptOf(parent),
    weightKnown: parent.weightKnown,
    useBy: parent.useBy,
    ...datesOf([parent, ...others]),
    parasites: answeredBy([parent, ...others]),
    status: 'available',
    holdReason: null,
    boxMg: null,
    ...change,
  };
  const { holdReason = null, heat = parent.heat, useBy = parent.useBy } = said;
  const { outMs, outSinceMs, status, ...life } = neverBetter(
    { ...said, holdReason, heat, useBy, outMs: 0, outSinceMs: null },
    made,
  );
  const lot: NewLot = { ...said, ...life, status: status === 'available' ? status : 'hold' };
  await makeLot(tx, lot);
  await addParent(tx, { lotId: lot.id, parentLotId: parent.id, batchId: null, massMg });
  for (const { id, balanceMg } of others)
    await addParent(tx, { lotId: lot.id, parentLotId: id, batchId: null, massMg: balanceMg });
  sql(tx).defer('UPDATE lot SET out_since = :since, out_ms = :ms WHERE id = :id', {
    id: lot.id,
    since: outSinceMs === null ? null : new Date(outSinceMs),
    ms: outMs,
  });
  return lot;
}

/** The animal that was slaughtered first, and the meat that was frozen last. */
function datesOf(lots: readonly LotRow[]): Pick<NewLot, 'slaughteredOn' | 'frozenOn'> {
  const days = (of: 'slaughteredOn' | 'frozenOn') => lots.flatMap((lot) => lot[of] ?? []).sort();
  return { slaughteredOn: days('slaughteredOn')[0] ?? null, frozenOn: days('frozenOn').at(-1) ?? null };
}

/** What answers for the parasites of all that went in; nothing where of one of them nobody did. */
function answeredBy(lots: readonly LotRow[]): ParasiteRecord | null {
  const records = lots.map(parasitesOf);
  return records.every((r) => r !== null) ? (records[0] ?? null) : null;
}

function lifeOfRow({ status, holdReason, state, heat, useBy, outMs, outSince }: LotRow): LotLife {
  return { status, holdReason, state, heat, useBy, outMs, outSinceMs: outSince?.getTime() ?? null };
}

export async function addParent(
  tx: Db,
  parent: { lotId: string; parentLotId: string | null; batchId: string | null; massMg: number },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO lot_parent (id, lot_id, parent_lot_id, batch_id, mass_mg)
     VALUES (:id, :lotId, :parentLotId, :batchId, :massMg)`,
    { id: uuid(), ...parent },
  );
}

export type LotEventKind =
  | 'received'
  | 'checked'
  | 'held'
  | 'released'
  | 'rejected'
  | 'out'
  | 'in'
  | 'state'
  | 'prepared'
  | 'counted'
  | 'written off'
  | 'split'
  | 'merged'
  | 'produced'
  | 'sold'
  | 'returned'
  | 'test';

/** Writes down what happened to a lot; weights and temperatures in the sentence are tokens. */
export function addEvent(
  tx: Transaction,
  event: {
    lotId: string;
    kind: LotEventKind;
    sentence: string;
    at: Date;
    personId: string | null;
    document?: object;
  },
): void {
  sql(tx).defer(
    `INSERT INTO lot_event (id, lot_id, kind, sentence, document, at, person_id)
     VALUES (:id, :lotId, :kind, :sentence, :document, :at, :personId)`,
    {
      id: uuid(),
      lotId: event.lotId,
      kind: event.kind,
      sentence: event.sentence.slice(0, 400),
      document: event.document ? JSON.stringify(event.document) : null,
      at: event.at,
      personId: event.personId,
    },
  );
}

/** @throws HttpProblem 404 when there is no such lot of trim */
export async function mustLock(tx: Db, id: string): Promise<LotRow> {
  const lot = await lockLot(tx, id);
  if (!lot) throw notFound('This lot');
  return lot;
}

/** @throws HttpProblem 422 when less than the amount is free; plans and parting do not go beyond it */
export function mustBeFree(lot: LotRow, massMg: number, path = 'massMg'): void {
  const free = lot.balanceMg - lot.reservedMg;
  if (massMg <= free) return;
  throw invalid([
    {
      path,
      message: `${lot.trimName} ${lot.code} has ${kg(free)} free${lot.reservedMg > 0 ? ` (${kg(lot.reservedMg)} is set aside for batches)` : ''}; ${kg(massMg)} is too much.`,
    },
  ]);
}

/**
 * Whether something may be done to a lot as it is; every command of the cold room that takes of one asks.
 * @throws HttpProblem 409 with what stands against it
 */
export function mustAllow(deed: LotDeed, lot: LotRow, massMg?: number): void {
  const why = mayNot(deed, { ...lot, name: `${lot.trimName} ${lot.code}` }, massMg);
  if (why !== null) throw conflict(lot.status === 'rejected' ? 'rejected' : 'not-of-this-lot', why);
}

export async function setBaseFat(
  tx: Transaction,
  id: string,
  fat: { fatPct: number; fatSd: number },
  knownBy: string,
): Promise<void> {
  await sql(tx).write(
    `UPDATE lot SET fat_pct = :fatPct, fat_sd = :fatSd, fat_known_by = :knownBy, base_fat_pct = :fatPct,
       base_fat_sd = :fatSd, base_fat_known_by = :knownBy, version = version + 1 WHERE id = :id`,
    { id, ...fat, knownBy },
  );
}
