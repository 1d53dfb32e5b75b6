import { v7 as uuid } from 'uuid';
import type { Person } from '@zest/contract';
import { postTransfers } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import type { Sql } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { HttpProblem, conflict, notFound } from '../platform/problem.js';
import { commandOnBatch } from './command.js';
import { mustLoad } from './context.js';
import type { BatchRecord, TransferRow } from './record.js';
import { settleClosedSteps } from './settle.js';

/**
 * Takes a wrong entry back with a reason: the mirror transfer, the stock set aside again while its
 * step is open, and everything that was computed from it computed again.
 *
 * Casing metres and the mass that came with them are two transfers made together and go together.
 */
export async function reverseEntry(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; transferId: string; reason: string },
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'reverse', body, async ({ tx, now, record }) => {
    const wrong = record.transfers.find((t) => t.id === body.transferId);
    if (!wrong) throw notFound('This entry');
    refuseWhatCannot(record, wrong, person);
    const together = [wrong, ...companions(record, wrong)];
    await postTransfers(
      tx,
      now,
      together.map((t) => ({
        id: uuid(),
        from: t.to,
        to: t.from,
        amount: t.amount,
        at: now,
        batchId,
        stepId: t.stepId,
        lineId: t.lineId,
        personId: person.id,
        deviceId: null,
        how: 'typed' as const,
        reversesId: t.id,
        reason: body.reason,
      })),
    );
    await holdAgain(tx, record, wrong);
    await settleClosedSteps(tx, await mustLoad(tx, batchId), now, person.id, record.batch.state === 'closed');
    if (wrong.lineId !== null) announce(tx, now, { topic: 'lots' });
  });
}

function refuseWhatCannot(record: BatchRecord, wrong: TransferRow, person: Person): void {
  if (wrong.reversesId) throw conflict('is-reversal', 'This entry is itself a taking back.');
  if (record.transfers.some((t) => t.reversesId === wrong.id)) {
    throw conflict('already-reversed', 'This entry was already taken back.');
  }
  if (wrong.how === 'derived') {
    throw conflict('derived', 'This figure is computed; take back the weight it follows from.');
  }
  if (record.batch.state !== 'open' && person.role !== 'lead') {
    throw new HttpProblem(403, 'role', 'The batch is closed; only the lead can correct it now.');
  }
}

/** The mass of a casing, booked in the same moment as its metres. */
function companions(record: BatchRecord, wrong: TransferRow): TransferRow[] {
  if (record.accounts.get(wrong.from)?.measure !== 'mm') return [];
  return record.transfers.filter((t) => t.deviceId === wrong.id);
}

async function holdAgain(tx: Sql, record: BatchRecord, wrong: TransferRow): Promise<void> {
  const line = record.lines.find((l) => l.id === wrong.lineId);
  const step = record.steps.find((s) => s.id === line?.stepId);
  if (!line || !step || step.closedAt !== null) return;
  const params = { batchId: record.batch.id, account: wrong.from, amount: wrong.amount };
  const held = await tx.write(
    'UPDATE reservation SET amount = amount + :amount, version = version + 1 WHERE batch_id = :batchId AND account_id = :account',
    params,
  );
  if (held > 0)
    await tx.write('UPDATE balance SET reserved = reserved + :amount WHERE account_id = :account', params);
}
