import { v7 as uuid } from 'uuid';
import {
  SHORTFALL_REASON,
  SHOP_ACCOUNTS,
  shortfallSentence,
  saidBy,
  type EntryMove,
  type Mark,
  type ReadingHow,
  type TransferHow,
} from '@zest/core';
import type { NewFacts } from '@zest/contract';
import { passTasting } from '../../batches/index.js';
import { consume } from '../../ledger/index.js';
import type { Db, Transaction } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql } from '../../platform/sql.js';

/** Who made an entry, when it happened and when it is written. */
export interface EntryHead {
  batchId: string;
  personId: string;
  /** Who sends it, where the person is only said to have made it. */
  sentById: string | null;
  /** The device it comes from had the maker's session when it was made. */
  proven: boolean;
  at: Date;
  /** The device's time could not be: `at` is when the server was told. */
  retimed: boolean;
  /** When the server was told of it. */
  receivedAt: Date;
  /** The lead has taken it into a finished batch. */
  approved: boolean;
  now: Date;
}

/** The number that the transaction gave to what it writes. A fact without one is refused, and all with it. */
const NUMBER = '@fact_n';
const NUMBERED = `n = (${NUMBER} := n + 1)`;

/** Forgets what an earlier transaction of this connection was given. */
function beginNumbering(tx: Transaction): void {
  sql(tx).defer(`SET ${NUMBER} = NULL`);
}

/**
 * Numbers an entry, as long as the batch is open and nothing but entries came since `frameN`; else what
 * follows it is refused as {@link UNNUMBERED}, with nothing written.
 */
export function numberEntry(tx: Transaction, batchId: string, frameN: number): void {
  beginNumbering(tx);
  sql(tx).defer(`UPDATE batch SET ${NUMBERED} WHERE id = :batchId AND frame_n = :frameN AND state = 'open'`, {
    batchId,
    frameN,
  });
}

/** What an entry takes out of a lot. */
export interface Taken {
  account: string;
  amount: number;
}

/**
 * {@link numberEntry}, and in the same statement what leaves its lot and what the batch had set aside of
 * it. It numbers nothing either where the lot has less than that.
 */
export function numberAndTake(tx: Transaction, batchId: string, frameN: number, taken: Taken): void {
  beginNumbering(tx);
  sql(tx).defer(
    `UPDATE batch b JOIN balance l ON l.account_id = :account
       LEFT JOIN reservation r ON r.batch_id = b.id AND r.account_id = l.account_id
     SET b.n = (${NUMBER} := b.n + 1), l.amount = l.amount - :amount,
       l.reserved = l.reserved - LEAST(:amount, COALESCE(r.amount, 0)),
       r.amount = r.amount - LEAST(r.amount, :amount), r.version = r.version + 1
     WHERE b.id = :batchId AND b.frame_n = :frameN AND b.state = 'open' AND l.amount >= :amount`,
    { ...taken, batchId, frameN },
  );
}

/** Numbers something said or ticked, whatever the state of its step, as long as the batch is open. */
export function numberMark(tx: Transaction, { batchId, approved }: EntryHead): void {
  beginNumbering(tx);
  sql(tx).defer(
    `UPDATE batch SET ${NUMBERED} WHERE id = :batchId AND (state = 'open' OR (state = 'closed' AND :approved))`,
    { batchId, approved },
  );
}

/**
 * Numbers an entry that came after its step was closed: it changes more than entries do. A finished batch takes
 * only what the lead has approved.
 */
export function numberLate(tx: Transaction, { batchId, approved }: EntryHead): void {
  beginNumbering(tx);
  sql(tx).defer(
    `UPDATE batch SET ${NUMBERED}, frame_n = n
     WHERE id = :batchId AND (state = 'open' OR (state = 'closed' AND :approved))`,
    { batchId, approved },
  );
}

/** A move with how it became known. */
export interface WrittenMove extends EntryMove {
  how: TransferHow;
  deviceId: string | null;
  readingId: string | null;
  /** Id of the shortfall that is booked with it, should its lot be short. */
  foundId: string;
}

/**
 * Writes moves without reading anything first: the ledger's rows, the balances of the lots they touch in
 * ascending id, and what a lot turns out to be short of as found. Nothing is sent before the next statement.
 *
 * @param counted accounts that may have a balance
 * @param taken the lot whose balance has been changed already
 * @returns whether a lot was short: known once it was sent
 */
export function writeMoves(
  tx: Transaction,
  head: EntryHead,
  moves: readonly WrittenMove[],
  { counted, taken }: MovesOn,
): Shortfall {
  const shortfall: Shortfall = { found: false };
  if (moves.length === 0) return shortfall;
  insertMoves(tx, head, moves);
  const open = (account: string) => counted(account) && account !== taken?.account;
  for (const [account, delta] of balanceChanges(moves)) {
    if (!open(account)) continue;
    sql(tx).defer('UPDATE balance SET amount = amount + :delta WHERE account_id = :account', {
      account,
      delta,
    });
  }
  for (const move of moves) {
    if (open(move.from)) writeShortfall(tx, head, move, shortfall);
  }
  return shortfall;
}

interface MovesOn {
  counted: (account: string) => boolean;
  taken: Taken | undefined;
}

/** Whether more was taken out of a lot than the books had, and that much was booked as found. */
export interface Shortfall {
  found: boolean;
}

function balanceChanges(moves: readonly WrittenMove[]): [string, number][] {
  const change = new Map<string, number>();
  for (const { from, to, amount } of moves) {
    change.set(from, (change.get(from) ?? 0) - amount);
    change.set(to, (change.get(to) ?? 0) + amount);
  }
  return [...change].filter(([, delta]) => delta !== 0).sort(([a], [b]) => (a < b ? -1 : 1));
}

const COLUMNS = `id, from_account, to_account, amount, at, recorded_at, batch_id, step_id, line_id, person_id, sent_by_id,
  device_id, reading_id, with_id, how, reverses_id, reason, load_no, proven, retimed, n`;

function insertMoves(tx: Transaction, head: EntryHead, moves: readonly WrittenMove[]): void {
  sql(tx).deferMany(
    `INSERT INTO transfer (${COLUMNS}) VALUES ?`,
    moves.map((m) => [
      m.id,
      m.from,
      m.to,
      m.amount,
      head.at,
      head.now,
      head.batchId,
      m.stepId,
      m.lineId,
      head.personId,
      head.sentById,
      m.deviceId,
      m.readingId,
      m.withId,
      m.how,
      null,
      m.reason,
      m.load,
      head.proven,
      head.retimed,
      { toSqlString: () => NUMBER },
    ]),
  );
}

/** Reality is not refused: what the books did not have is booked as found, and the lead is told. */
function writeShortfall(
  tx: Transaction,
  { batchId, personId, at, now }: EntryHead,
  move: WrittenMove,
  shortfall: Shortfall,
): void {
  const { foundId: id, from: account, stepId, id: causeId } = move;
  const params = { batchId, personId, at, now, id, account, stepId, causeId };
  sql(tx).defer(
    `INSERT INTO transfer (${COLUMNS})
     SELECT :id, IF(a.measure = 'mm', :foundMm, :foundMg), b.account_id, -b.amount, :at, :now, :batchId, :stepId, NULL,
       :personId, NULL, NULL, NULL, :causeId, 'derived', NULL, :reason, 0, FALSE, FALSE, ${NUMBER}
     FROM balance b JOIN account a ON a.id = b.account_id WHERE b.account_id = :account AND b.amount < 0`,
    {
      ...params,
      foundMg: SHOP_ACCOUNTS.found,
      foundMm: SHOP_ACCOUNTS.foundCasing,
      reason: SHORTFALL_REASON,
    },
    (touched) => {
      if (touched > 0) shortfall.found = true;
    },
  );
  const [beforeMg = '', after = ''] = shortfallSentence(AMOUNT, 'mg').split(String(AMOUNT));
  const [beforeMm = ''] = shortfallSentence(AMOUNT, 'mm').split(String(AMOUNT));
  sql(tx).defer(
    `INSERT INTO notice (id, batch_id, sentence, at)
     SELECT :noticeId, :batchId, CONCAT(IF(a.measure = 'mm', :beforeMm, :beforeMg), t.amount, :after), :now
     FROM transfer t JOIN account a ON a.id = t.to_account WHERE t.id = :id`,
    { ...params, noticeId: uuid(), beforeMg, beforeMm, after },
  );
  sql(tx).defer('UPDATE balance SET amount = 0 WHERE account_id = :account AND amount < 0', params);
}

/** Stands in the sentence for the amount that only the database knows. */
const AMOUNT = 987_654_321;

/** Uses what the batch had set aside of a lot. */
export function useReserved(tx: Transaction, batchId: string, move: EntryMove): void {
  consume(tx, batchId, move.from, move.amount);
}

export interface WrittenReading {
  id: string;
  stepId: string;
  kind: string;
  value: number;
  load: number;
  how: ReadingHow;
  deviceId: string | null;
  readingId: string | null;
  /** The weighing it was counted by. */
  transferId: string | null;
}

export function writeReading(tx: Transaction, head: EntryHead, reading: WrittenReading): void {
  sql(tx).defer(
    `INSERT INTO reading (id, batch_id, step_id, kind, value, load_no, at, recorded_at, person_id, sent_by_id,
       device_id, reading_id, how, transfer_id, proven, retimed, n)
     VALUES (:id, :batchId, :stepId, :kind, :value, :load, :at, :now, :personId, :sentById, :deviceId, :readingId, :how,
       :transferId, :proven, :retimed, ${NUMBER})`,
    { ...head, ...reading },
  );
  if (reading.kind === 'verdict' && reading.value === PASSED) passTasting(tx, head.batchId);
}

/** A tasting that was passed, as its reading says it. */
const PASSED = 1;

export interface WrittenMark {
  id: string;
  stepId: string | null;
  /** What it says, and nothing else. */
  said: Mark;
  secondPersonId: string | null;
}

export function writeMark(tx: Transaction, head: EntryHead, { said, ...mark }: WrittenMark): void {
  sql(tx).defer(
    `INSERT INTO bench_mark (id, batch_id, step_id, kind, said, at, recorded_at, person_id,
       sent_by_id, second_person_id, proven, retimed, n)
     VALUES (:id, :batchId, :stepId, :kind, :said, :at, :now, :personId, :sentById, :secondPersonId,
       :proven, :retimed, ${NUMBER})`,
    { ...head, ...mark, kind: said.kind, said: JSON.stringify(saidBy(said)) },
  );
}

/**
 * Tells the screens of an entry with the facts it made and their number. Where a lot turned out short there
 * are more facts than that, so that only the number is told and the screens ask.
 */
export function announceEntry(
  tx: Transaction,
  { batchId, now }: EntryHead,
  facts: NewFacts,
  foundIds: readonly string[],
): void {
  const bare = { topic: 'batch', batchId };
  const params = { now, full: numbered({ ...bare, facts }) };
  if (foundIds.length === 0) {
    sql(tx).defer(
      `INSERT INTO live_event (at, payload) VALUES (:now, CONCAT(:full, ${NUMBER}, '}'))`,
      params,
    );
    return;
  }
  sql(tx).defer(
    `INSERT INTO live_event (at, payload) VALUES (:now, CONCAT(
       IF(EXISTS (SELECT 1 FROM transfer t WHERE t.id IN (:foundIds)), :bare, :full), ${NUMBER}, '}'))`,
    { ...params, bare: numbered(bare), foundIds: [...foundIds] },
  );
}

/** An event as JSON up to the value of its `n`. */
function numbered(event: object): string {
  return `${JSON.stringify(event).slice(0, -1)},"n":`;
}

export interface KnownTransfer {
  from: string;
  to: string;
  amount: number;
  lineId: string | null;
  how: TransferHow;
}

export async function findTransfer(db: Db, id: string): Promise<KnownTransfer | undefined> {
  const [row] = await sql(db).rows<KnownTransfer>(
    'SELECT from_account AS `from`, to_account AS `to`, amount, line_id AS lineId, how FROM transfer WHERE id = :id',
    { id },
  );
  return row;
}

export interface KnownReading {
  stepId: string;
  kind: string;
  value: number;
  how: ReadingHow;
}

export async function findReading(db: Db, id: string): Promise<KnownReading | undefined> {
  const [row] = await sql(db).rows<KnownReading>(
    'SELECT step_id AS stepId, kind, value, how FROM reading WHERE id = :id',
    { id },
  );
  return row;
}

export async function findMark(
  db: Db,
  id: string,
): Promise<{ batchId: string; kind: string; said: unknown } | undefined> {
  const [row] = await sql(db).rows<{ batchId: string; kind: string; said: unknown }>(
    'SELECT batch_id AS batchId, kind, said FROM bench_mark WHERE id = :id',
    { id },
  );
  return row && { ...row, said: parsed(row.said) };
}
