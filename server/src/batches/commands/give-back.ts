import { SHOP_ACCOUNTS, massToken, productOf } from '@zest/core';
import type { BatchChanged, GiveBack, Person } from '@zest/contract';
import { stockTransfer } from '../../cold-room/index.js';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { invalid } from '../../platform/problem.js';
import { commandOnBatch } from './on-batch.js';

/**
 * Gives what was made of a customer's own meat back to the customer: finished goods, or what was left over.
 * @throws HttpProblem 422 for a batch of the shop, for more than is there, and for what is on hold
 */
export function giveBack(
  app: AppContext,
  person: Person,
  batchId: string,
  body: GiveBack,
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'give-back', { ...body }, async ({ tx, now, facts }) => {
    const { owner, number } = facts.batch;
    if (owner === null) {
      const message = `Batch ${number} is the shop's own; there is nobody to give it back to.`;
      throw invalid([{ path: 'what', message }]);
    }
    const finished = productOf(facts, body.portion ?? null);
    const from = body.what === 'finished' ? finished : facts.reworkAccountId;
    const account = facts.accounts.find((a) => a.id === from);
    const hereMg = account?.balance ?? 0;
    if (from === null || body.massMg > hereMg) {
      const message = `${massToken(Math.max(0, hereMg))} of it is here; no more than that can be given back.`;
      throw invalid([{ path: 'massMg', message }]);
    }
    if (account?.lotStatus === 'hold' || account?.lotStatus === 'rejected') {
      const message = `It is on ${account.lotStatus}: the lead releases it first.`;
      throw invalid([{ path: 'what', message }]);
    }
    await postTransfers(tx, now, [
      stockTransfer({
        from,
        to: SHOP_ACCOUNTS.customers,
        amount: body.massMg,
        at: now,
        personId: person.id,
        reason: `Back to ${owner}.`,
      }),
    ]);
    announce(tx, now, { topic: 'lots' });
  });
}
