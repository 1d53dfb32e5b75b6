import {
  batchMasses,
  placeForMeat,
  sumWhere,
  weighStep,
  type BatchFacts,
  type LineFact,
  type ShopFacts,
} from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { consume, heldOf, reserve } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid } from '../../platform/problem.js';
import { shopBook } from '../../platform/settings.js';
import { kg } from '../../platform/words.js';
import { changeOfBatch } from './on-batch.js';
import { lotObjection, windowIssues } from './meat-guards.js';
import { addLine, planLine } from '../store/lines.js';
import { findMeatLots, type MeatLot } from '../store/lots.js';

interface Replan {
  id: string;
  uses: { lotId: string; massMg: number }[];
  reason: string;
}

/**
 * Gives a batch that is being weighed in another blend, after a lot turned out different. What has
 * been weighed stays; stock that is no longer wanted is free again, and the new is set aside.
 * @throws HttpProblem 409 once the meats are weighed; 422 naming what does not fit
 */
export async function replanMeats(
  app: AppContext,
  person: Person,
  batchId: string,
  body: Replan,
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'replan', { ...body }, async ({ tx, now, facts, shop }) => {
    const step = weighStep(facts, 'meat');
    if (facts.batch.state !== 'open' || !step || step.closedAt) {
      throw conflict(
        'weighed',
        'The meats of this batch are weighed in. Test and correct the ground meat instead.',
      );
    }
    const lines = facts.lines.filter((l) => l.kind === 'meat' && l.stepId === step.id);
    const lots = await checkUses(tx, facts, lines, body, shop);
    const { live } = batchMasses(facts);
    const weighed = (lotId: string) =>
      sumWhere(live, (t) => lines.some((l) => l.lotId === lotId && l.id === t.lineId));
    const lotIds = [...new Set([...lines.map((l) => l.lotId), ...body.uses.map((u) => u.lotId)])];
    for (const lotId of lotIds) {
      const wanted = body.uses.find((u) => u.lotId === lotId)?.massMg ?? 0;
      if (wanted < weighed(lotId)) {
        const name = lines.find((l) => l.lotId === lotId)?.name ?? 'A meat';
        throw invalid([
          { path: 'uses', message: `${name}: ${kg(weighed(lotId))} is weighed in already and stays.` },
        ]);
      }
    }
    let position = Math.max(...facts.lines.map((l) => l.position));
    for (const lotId of lotIds.sort()) {
      const wanted = body.uses.find((u) => u.lotId === lotId)?.massMg ?? 0;
      const line = lines.find((l) => l.lotId === lotId);
      const lot = lots.get(lotId);
      const accountId = line?.lotAccountId ?? lot?.accountId ?? '';
      await setAside(tx, batchId, accountId, wanted - weighed(lotId), lot ?? line);
      if (line) {
        if (line.plannedMg !== wanted) {
          const by = { reason: body.reason, now, personId: person.id };
          await planLine(tx, { ...by, lineId: line.id, plannedMg: wanted });
        }
      } else if (lot) {
        position += 1;
        await addLine(tx, {
          batchId,
          stepId: step.id,
          position,
          kind: 'meat',
          name: lot.name,
          lotId,
          lotAccountId: lot.accountId,
          placeAccountId: placeForMeat(facts.steps, lot.fatPct) ?? lines[0]?.placeAccountId ?? '',
          plannedMg: wanted,
          document: null,
          fat: { pct: lot.fatPct, sd: lot.fatSd },
        });
      }
    }
    announce(tx, now, { topic: 'lots' });
  });
}

async function checkUses(
  tx: Transaction,
  facts: BatchFacts,
  lines: readonly LineFact[],
  body: Replan,
  shop: ShopFacts,
): Promise<Map<string, MeatLot>> {
  const { batch } = facts;
  const found = await findMeatLots(
    tx,
    body.uses.map((u) => u.lotId),
  );
  const lots = new Map(found.map((l) => [l.id, l]));
  const blend = {
    uses: body.uses,
    meatMg: batch.plannedMeatMg,
    window: { minPct: batch.windowMinPct, maxPct: batch.windowMaxPct },
  };
  const issues = [
    ...body.uses.flatMap((use, i) => {
      const lot = lots.get(use.lotId);
      const isNew = !lines.some((l) => l.lotId === use.lotId);
      const objection = lot
        ? isNew && lotObjection(lot, batch.owner, shop)
        : 'is not a lot in the cold room.';
      return objection
        ? [
            {
              path: `uses[${i}].lotId`,
              message: `${lot ? `${lot.name} ${lot.code}` : `Trim ${i + 1}`} ${objection}`,
            },
          ]
        : [];
    }),
    ...windowIssues(blend, lots, batch.recipe, await shopBook(tx)),
  ];
  if (issues.length > 0) throw invalid(issues);
  return lots;
}

/** Brings what is set aside of a lot to what is still to be weighed of it. */
async function setAside(
  tx: Transaction,
  batchId: string,
  accountId: string,
  wanted: number,
  named: { name: string } | undefined,
): Promise<void> {
  const more = wanted - (await heldOf(tx, batchId, accountId));
  if (more < 0) consume(tx, batchId, accountId, -more);
  if (more > 0 && !(await reserve(tx, batchId, accountId, more))) {
    throw invalid([{ path: 'uses', message: `${named?.name ?? 'A lot'} has less than ${kg(more)} free.` }]);
  }
}
