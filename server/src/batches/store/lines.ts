import { v7 as uuid } from 'uuid';
import type { RecipeLine } from '@zest/contract';
import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

export interface NewLine {
  batchId: string;
  stepId: string;
  position: number;
  kind: 'meat' | 'ingredient';
  name: string;
  lotId: string;
  lotAccountId: string;
  placeAccountId: string;
  plannedMg: number | null;
  /** The step whose meat it seasons; null seasons all of it. */
  seasonsStepId?: string | null | undefined;
  document: RecipeLine | null;
  /** Meats: the fat as it is thought to be now. */
  fat?: { pct: number; sd: number } | undefined;
}

export async function addLine(tx: Transaction, line: NewLine, id = uuid()): Promise<void> {
  const { fat, document, seasonsStepId = null, ...rest } = line;
  await sql(tx).write(
    `INSERT INTO batch_line (id, batch_id, step_id, position, kind, name, lot_id, lot_account_id, place_account_id,
       planned_mg, seasons_step_id, document, fat_pct, fat_sd)
     VALUES (:id, :batchId, :stepId, :position, :kind, :name, :lotId, :lotAccountId, :placeAccountId, :plannedMg,
       :seasonsStepId, :document, :fatPct, :fatSd)`,
    {
      ...rest,
      id,
      seasonsStepId,
      document: document && JSON.stringify(document),
      fatPct: fat?.pct ?? null,
      fatSd: fat?.sd ?? null,
    },
  );
}

/** What is due of a line from now on; the latest plan counts. */
export async function planLine(
  tx: Transaction,
  plan: { lineId: string; plannedMg: number; reason: string; now: Date; personId: string },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO line_plan (id, line_id, planned_mg, reason, at, person_id)
     VALUES (:id, :lineId, :plannedMg, :reason, :now, :personId)`,
    { ...plan, id: uuid() },
  );
}
