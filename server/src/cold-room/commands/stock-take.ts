import { SHOP_ACCOUNTS } from '@zest/core';
import type { Person } from '@zest/contract';
import { lossAccount, postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { invalid } from '../../platform/problem.js';
import { addEvent, stockTransfer } from '../store/lot-writes.js';
import { lockAnyLot, markWeighed, type AnyLot } from '../store/stock.js';

async function onAnyLot(
  app: AppContext,
  person: Person,
  lotId: string,
  kind: string,
  body: { id: string },
  work: (on: { tx: Transaction; now: Date; lot: AnyLot }) => Promise<void>,
): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind, personId: person.id, at: now, request: { lotId, ...body } };
  await once(app.db, head, async (tx) => {
    await work({ tx, now, lot: await lockAnyLot(tx, lotId) });
    announce(tx, now, { topic: 'lots' });
  });
}

/** Stock take: the books follow what is there; more is found, less is missing. Never refused. */
export async function countLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: { id: string; amount: number },
): Promise<void> {
  await onAnyLot(app, person, lotId, 'count-lot', body, async ({ tx, now, lot }) => {
    const difference = body.amount - lot.balance;
    const inMm = lot.measure === 'mm';
    const missing = inMm ? SHOP_ACCOUNTS.casingMissing : lossAccount('missing at stock take');
    const found = inMm ? SHOP_ACCOUNTS.foundCasing : SHOP_ACCOUNTS.found;
    if (difference !== 0) {
      await postTransfers(tx, now, [
        stockTransfer({
          from: difference > 0 ? found : lot.accountId,
          to: difference > 0 ? lot.accountId : missing,
          amount: Math.abs(difference),
          at: now,
          personId: person.id,
          reason: 'Stock take.',
        }),
      ]);
    }
    markWeighed(tx, lot.id);
    addEvent(tx, {
      lotId,
      kind: 'counted',
      sentence:
        difference === 0
          ? 'Stock take: as in the books.'
          : `Stock take: ${amountWords(Math.abs(difference), lot)} ${difference > 0 ? 'more' : 'less'} than in the books.`,
      at: now,
      personId: person.id,
      document: { amount: body.amount, difference },
    });
  });
}

/** Writes off what is spoiled or lost for good, at most what the books have. */
export async function writeOffLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: { id: string; amount: number; reason: string },
): Promise<void> {
  await onAnyLot(app, person, lotId, 'write-off-lot', body, async ({ tx, now, lot }) => {
    const free = lot.balance - lot.reserved;
    if (body.amount > free) {
      throw invalid([
        {
          path: 'amount',
          message: `${lot.code} has ${plainAmount(free, lot)} free${lot.reserved > 0 ? ' (the rest is set aside for batches)' : ''}; more cannot be written off.`,
        },
      ]);
    }
    await postTransfers(tx, now, [
      stockTransfer({
        from: lot.accountId,
        to: lot.measure === 'mm' ? SHOP_ACCOUNTS.casingWrittenOff : lossAccount('written off'),
        amount: body.amount,
        at: now,
        personId: person.id,
        reason: body.reason,
      }),
    ]);
    addEvent(tx, {
      lotId,
      kind: 'written off',
      sentence: `${amountWords(body.amount, lot)} written off: ${body.reason}.`,
      at: now,
      personId: person.id,
    });
  });
}

function amountWords(amount: number, lot: AnyLot): string {
  return lot.measure === 'mm' ? plainAmount(amount, lot) : `[[mg ${amount}]]`;
}

function plainAmount(amount: number, lot: AnyLot): string {
  return lot.measure === 'mm' ? `${(amount / 1000).toFixed(1)} m` : `${(amount / 1e6).toFixed(2)} kg`;
}
