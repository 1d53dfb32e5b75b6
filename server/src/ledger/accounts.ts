import { LOSS_REASONS, type AccountKind, type LossReason, type Measure } from '@zest/core';
import type { Sql } from '../platform/database.js';

const fixed = (n: number) => `00000000-0000-7000-8000-0000000000${String(n).padStart(2, '0')}`;

/** Accounts that every shop has; made by the migrations. */
export const SHOP = {
  found: fixed(1),
  scaleDifference: fixed(2),
  casingMass: fixed(3),
  openingStock: fixed(4),
  suppliers: fixed(5),
  casingSuppliers: fixed(6),
  foundCasing: fixed(7),
  takeUp: fixed(8),
  customers: fixed(9),
  unaccounted: fixed(10),
  casingWrittenOff: fixed(30),
  casingMissing: fixed(31),
} as const;

/** Account of a named loss; the migrations make them in the order of the list of reasons. */
export function lossAccount(reason: LossReason): string {
  return fixed(11 + LOSS_REASONS.indexOf(reason));
}

export interface NewAccount {
  id: string;
  kind: AccountKind;
  measure: Measure;
  name: string;
  batchId: string | null;
  stepId: string | null;
}

export async function addAccounts(tx: Sql, accounts: readonly NewAccount[]): Promise<void> {
  await tx.insertMany(
    'INSERT INTO account (id, kind, measure, name, batch_id, step_id) VALUES ?',
    accounts.map((a) => [a.id, a.kind, a.measure, a.name, a.batchId, a.stepId]),
  );
}

/** Gives lot accounts a row in the table of balances. */
export async function addBalanceRows(tx: Sql, accountIds: readonly string[]): Promise<void> {
  await tx.insertMany(
    'INSERT INTO balance (account_id, amount, reserved) VALUES ?',
    accountIds.map((id) => [id, 0, 0]),
  );
}
