import { sql } from '../../platform/sql.js';
import { v7 as uuid } from 'uuid';
import { SHORTFALL_REASON, SHOP_ACCOUNTS, inputError, type TransferHow } from '@zest/core';
import type { Transaction } from '../../platform/database.js';
import { numberOf } from './numbers.js';

export interface NewTransfer {
  id: string;
  from: string;
  to: string;
  /** Whole number above 0 in the measure of both accounts. */
  amount: number;
  at: Date;
  batchId: string | null;
  stepId: string | null;
  lineId: string | null;
  personId: string | null;
  /** The scale that showed it, and which of its readings was believed. */
  deviceId: string | null;
  readingId?: string | null;
  /** The entry it is made together with. */
  withId?: string | null;
  how: TransferHow;
  reversesId: string | null;
  reason: string | null;
}

/** Balance of a lot, locked by the transaction. */
interface StockRow {
  id: string;
  amount: number;
  measure: 'mg' | 'mm' | 'pc';
}

/**
 * Writes transfers and moves the balances of the lots they touch, in the caller's transaction.
 *
 * Reality is not refused: where a lot is short, the shortfall is booked as found in the same
 * transaction. Rows of balances are locked in ascending id before anything is inserted.
 * @returns the shortfalls that were booked, by lot account
 */
export async function postTransfers(
  tx: Transaction,
  now: Date,
  transfers: readonly NewTransfer[],
): Promise<Map<string, number>> {
  for (const t of transfers) {
    if (!Number.isSafeInteger(t.amount) || t.amount <= 0) {
      throw inputError('amount', 'An amount must be a whole number above 0.');
    }
  }
  const stock = await lockStock(tx, transfers);
  const change = netChange(transfers);
  const found = shortfalls(stock, change);
  const extra = [...found].map(([account, amount]) => foundTransfer(transfers, stock, account, amount));
  insertTransfers(tx, now, [...extra, ...transfers]);
  for (const row of stock) {
    const delta = (change.get(row.id) ?? 0) + (found.get(row.id) ?? 0);
    if (delta === 0) continue;
    sql(tx).defer('UPDATE balance SET amount = amount + :delta WHERE account_id = :id', {
      id: row.id,
      delta,
    });
  }
  return found;
}

/** Locks the stock of some transfers in ascending id, and reads it. */
function lockStock(tx: Transaction, transfers: readonly NewTransfer[]): Promise<StockRow[]> {
  return sql(tx).rows<StockRow>(
    `SELECT b.account_id AS id, b.amount, a.measure
     FROM balance b JOIN account a ON a.id = b.account_id
     WHERE b.account_id IN (:accounts) ORDER BY b.account_id FOR UPDATE`,
    { accounts: [...new Set(transfers.flatMap((t) => [t.from, t.to]))].sort() },
  );
}

function netChange(transfers: readonly NewTransfer[]): Map<string, number> {
  const change = new Map<string, number>();
  for (const t of transfers) {
    change.set(t.from, (change.get(t.from) ?? 0) - t.amount);
    change.set(t.to, (change.get(t.to) ?? 0) + t.amount);
  }
  return change;
}

function shortfalls(stock: readonly StockRow[], change: ReadonlyMap<string, number>): Map<string, number> {
  const found = new Map<string, number>();
  for (const row of stock) {
    const delta = change.get(row.id) ?? 0;
    if (delta < 0 && row.amount + delta < 0) found.set(row.id, -(row.amount + delta));
  }
  return found;
}

function foundTransfer(
  transfers: readonly NewTransfer[],
  stock: readonly StockRow[],
  account: string,
  amount: number,
): NewTransfer {
  const cause = transfers.find((t) => t.from === account);
  if (!cause) throw new Error('A shortfall without a cause cannot be booked.');
  const measure = stock.find((row) => row.id === account)?.measure;
  return {
    ...cause,
    id: uuid(),
    from: measure === 'mm' ? SHOP_ACCOUNTS.foundCasing : SHOP_ACCOUNTS.found,
    to: account,
    amount,
    how: 'derived',
    lineId: null,
    deviceId: null,
    readingId: null,
    withId: cause.id,
    reversesId: null,
    reason: SHORTFALL_REASON,
  };
}

/** Writes the rows; those of a batch carry the number of the fact that is being made. */
function insertTransfers(tx: Transaction, now: Date, transfers: readonly NewTransfer[]): void {
  sql(tx).deferMany(
    `INSERT INTO transfer (id, from_account, to_account, amount, at, recorded_at, batch_id, step_id, line_id,
       person_id, device_id, reading_id, with_id, how, reverses_id, reason, n) VALUES ?`,
    transfers.map((t) => [
      t.id,
      t.from,
      t.to,
      t.amount,
      t.at,
      now,
      t.batchId,
      t.stepId,
      t.lineId,
      t.personId,
      t.deviceId,
      t.readingId ?? null,
      t.withId ?? null,
      t.how,
      t.reversesId,
      t.reason,
      numberOf(t.batchId),
    ]),
  );
}
