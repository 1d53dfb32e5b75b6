import { factsOfLane, laneKeys, seenFrom, type BatchFacts, type BatchView } from '@zest/core';
import type { BatchChanged, Person, TakeCasing } from '@zest/contract';
import { reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid } from '../../platform/problem.js';
import { findCasingByCode, findCasingLots } from '../store/lots.js';
import { commandOnBatch } from './on-batch.js';

/**
 * Takes another lot of the batch's casing, when one runs out or is weak: what is missing for what is still to
 * be stuffed is set aside of it, or what it has.
 * @throws HttpProblem 422 when the lot is another casing, is held, or has nothing free
 */
export function takeCasing(
  app: AppContext,
  person: Person,
  batchId: string,
  body: TakeCasing,
): Promise<BatchChanged> {
  return commandOnBatch(
    app,
    person,
    batchId,
    'take-casing',
    { ...body },
    async ({ tx, now, facts, view }) => {
      const refuse = (message: string) => invalid([{ path: 'lotCode', message }]);
      if (facts.batch.state !== 'open')
        throw conflict('batch-closed', `Batch ${facts.batch.number} is ${facts.batch.state}.`);
      const stuffed = casingsOf(facts, view());
      if (stuffed.length === 0) throw refuse('This batch is not stuffed into a casing.');
      const named = await findCasingByCode(tx, body.lotCode);
      if (!named) throw refuse(`No casing here is called “${body.lotCode}”. Scan its label.`);
      const casings = stuffed.filter((c) => c.casingId === named.casingId);
      if (casings.length === 0) {
        const names = [...new Set(stuffed.map((c) => c.name))].join(' and ');
        throw refuse(`Lot ${body.lotCode} is ${named.name}; this batch is stuffed into ${names}.`);
      }
      if (named.status !== 'available')
        throw refuse(`Lot ${body.lotCode} is on ${named.status}: the lead releases it.`);
      const free = (await findCasingLots(tx, named.casingId)).find((l) => l.code === body.lotCode);
      if (!free) throw refuse(`Lot ${body.lotCode} has nothing free.`);
      const missingMm = Math.ceil(Math.max(...casings.map((c) => c.shortM)) * 1000);
      const amount = Math.min(free.freeMm, Math.max(1, missingMm));
      if (!(await reserve(tx, batchId, free.accountId, amount)))
        throw refuse(`Lot ${body.lotCode} was taken by another batch meanwhile; look again.`);
      announce(tx, now, { topic: 'lots' });
    },
  );
}

/** What each product of a batch is stuffed into, and what of it is short. */
function casingsOf(facts: BatchFacts, view: BatchView): { casingId: string; name: string; shortM: number }[] {
  return laneKeys(facts).flatMap((key) => {
    const { casing } = factsOfLane(facts, key).batch.recipe;
    const seen = seenFrom(view, { portion: key }).casing;
    return casing ? [{ casingId: casing.casingId, name: casing.name, shortM: seen?.shortM ?? 0 }] : [];
  });
}
