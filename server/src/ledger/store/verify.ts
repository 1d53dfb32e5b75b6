import { sql } from '../../platform/sql.js';
import type { Db } from '../../platform/database.js';

export interface LedgerFault {
  account: string;
  name: string;
  problem: string;
}

/** Proves the table of balances equal to the sums of the ledger; answers every difference. */
export async function verifyLedger(db: Db): Promise<LedgerFault[]> {
  const amounts = await sql(db).rows<{ id: string; name: string; kept: number; summed: number }>(
    `SELECT a.id, a.name, b.amount AS kept,
       CAST(COALESCE((SELECT SUM(amount) FROM transfer WHERE to_account = a.id), 0)
          - COALESCE((SELECT SUM(amount) FROM transfer WHERE from_account = a.id), 0) AS SIGNED) AS summed
     FROM balance b JOIN account a ON a.id = b.account_id
     HAVING kept <> summed`,
  );
  const reserved = await sql(db).rows<{ id: string; name: string; kept: number; summed: number }>(
    `SELECT a.id, a.name, b.reserved AS kept,
       CAST(COALESCE((SELECT SUM(amount) FROM reservation WHERE account_id = a.id), 0) AS SIGNED) AS summed
     FROM balance b JOIN account a ON a.id = b.account_id
     HAVING kept <> summed`,
  );
  const mixed = await sql(db).rows<{ id: string; name: string }>(
    `SELECT t.id, f.name FROM transfer t
     JOIN account f ON f.id = t.from_account JOIN account g ON g.id = t.to_account
     WHERE f.measure <> g.measure`,
  );
  return [
    ...amounts.map((r) => ({
      account: r.id,
      name: r.name,
      problem: `balance says ${r.kept}, the ledger ${r.summed}`,
    })),
    ...reserved.map((r) => ({
      account: r.id,
      name: r.name,
      problem: `${r.kept} is set aside, batches hold ${r.summed}`,
    })),
    ...mixed.map((r) => ({ account: r.id, name: r.name, problem: 'a transfer joins two measures' })),
  ];
}
