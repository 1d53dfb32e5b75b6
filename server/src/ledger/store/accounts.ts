import { sql } from '../../platform/sql.js';
import { LOSSES, type AccountKind, type LossReason, type Measure } from '@zest/core';
import type { Db } from '../../platform/database.js';

/** Account of a named loss, the same in every shop. */
export function lossAccount(reason: LossReason): string {
  return LOSSES[reason].account;
}

export interface NewAccount {
  id: string;
  kind: AccountKind;
  measure: Measure;
  name: string;
  batchId: string | null;
  stepId: string | null;
}

export async function addAccounts(tx: Db, accounts: readonly NewAccount[]): Promise<void> {
  await sql(tx).insertMany(
    'INSERT INTO account (id, kind, measure, name, batch_id, step_id) VALUES ?',
    accounts.map((a) => [a.id, a.kind, a.measure, a.name, a.batchId, a.stepId]),
  );
}

/** Gives lot accounts a row in the table of balances. */
export async function addBalanceRows(tx: Db, accountIds: readonly string[]): Promise<void> {
  await sql(tx).insertMany(
    'INSERT INTO balance (account_id, amount, reserved) VALUES ?',
    accountIds.map((id) => [id, 0, 0]),
  );
}
