import { SHOP_ACCOUNTS } from '@zest/core';
import { sql } from '../platform/sql.js';
import type { Person } from '@zest/contract';
import { lossAccount, postTransfers } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import type { Db, Transaction } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { invalid, notFound } from '../platform/problem.js';
import { addEvent, stockTransfer } from './lot-writes.js';

interface AnyLot {
  id: string;
  code: string;
  accountId: string;
  measure: 'mg' | 'mm';
  balance: number;
  reserved: number;
}

/** Any kind of lot – trim, dry goods, casing, finished goods – for a command on its stock. */
async function lockAnyLot(tx: Db, id: string): Promise<AnyLot> {
  const [lot] = await sql(tx).rows<AnyLot>(
    `SELECT l.id, l.code, l.account_id AS accountId, a.measure, b.amount AS balance, b.reserved
     FROM lot l JOIN account a ON a.id = l.account_id JOIN balance b ON b.account_id = l.account_id
     WHERE l.id = :id FOR UPDATE`,
    { id },
  );
  if (!lot) throw notFound('This lot');
  return lot;
}

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
      sql(tx).defer("UPDATE lot SET weight_known = 'weighed', version = version + 1 WHERE id = :id", {
        id: lot.id,
      });
    }
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

/** What a lot has left, and what the last stock take found. */
export async function stockOf(db: Db, lotId: string): Promise<{ left: number; difference: number }> {
  const [row] = await sql(db).rows<{ left: number; document: { difference: number } | null }>(
    `SELECT b.amount AS \`left\`, (SELECT e.document FROM lot_event e WHERE e.lot_id = l.id AND e.kind = 'counted'
       ORDER BY e.at DESC, e.id DESC LIMIT 1) AS document
     FROM lot l JOIN balance b ON b.account_id = l.account_id WHERE l.id = :lotId`,
    { lotId },
  );
  const document =
    typeof row?.document === 'string' ? (JSON.parse(row.document) as { difference: number }) : row?.document;
  return { left: row?.left ?? 0, difference: document?.difference ?? 0 };
}

function amountWords(amount: number, lot: AnyLot): string {
  return lot.measure === 'mm' ? plainAmount(amount, lot) : `[[mg ${amount}]]`;
}

function plainAmount(amount: number, lot: AnyLot): string {
  return lot.measure === 'mm' ? `${(amount / 1000).toFixed(1)} m` : `${(amount / 1e6).toFixed(2)} kg`;
}
