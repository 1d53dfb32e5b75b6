import { v7 as uuid } from 'uuid';
import { massToken } from '@zest/core';
import type { AddExtra, Person } from '@zest/contract';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { mustFindIngredient, snapshot } from '../../recipes/index.js';
import { commandOnBatch } from '../command.js';
import { addLine, findIngredientLots, type NewLine } from '../open-store.js';
import { lastLinePosition, mustHavePlace, mustStandAt } from './add-work.js';
import { addNotice } from './notice.js';

/**
 * Books something that is not written into the batch, as weighed: a line of its own, its stock, its
 * allergens on the label, its water and cure in the limits. Cure is never added like this.
 */
export async function addExtra(
  app: AppContext,
  person: Person,
  batchId: string,
  body: AddExtra,
): Promise<void> {
  await commandOnBatch(app, person, batchId, 'extra', { ...body }, async ({ tx, now, record }) => {
    const current = mustStandAt(record);
    if (current.id !== body.stepId) throw conflict('not-current', 'Another step is current; look again.');
    const place = mustHavePlace(record);
    const ingredient = await mustFindIngredient(tx, body.ingredientId);
    if (ingredient.role === 'cure' || ingredient.contents.nitritePct > 0) {
      throw invalid([
        {
          path: 'ingredientId',
          message: `${ingredient.name} holds cure; it goes in only as a line of the recipe.`,
        },
      ]);
    }
    const [lot] = await findIngredientLots(tx, ingredient.id);
    if (!lot) throw notFound(`A lot of ${ingredient.name}`);
    const lineId = uuid();
    const line: NewLine = {
      batchId,
      stepId: current.id,
      position: lastLinePosition(record) + 1,
      kind: 'dry',
      name: ingredient.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      placeAccountId: place,
      plannedMg: body.massMg,
      document: {
        key: `extra-${lineId.slice(-8)}`,
        ingredientId: ingredient.id,
        name: ingredient.name,
        role: ingredient.role,
        dose: { gPerKgMeat: 0 },
        required: false,
        entersAt: current.document.key,
        ...snapshot(ingredient),
        note: `not written; ${body.reason}`.slice(0, 300),
      },
    };
    await addLine(tx, line, lineId);
    const how = body.readingId && app.scales.believes(body.readingId, body.massMg) ? 'scale' : 'typed';
    const short = await postTransfers(tx, now, [
      {
        id: body.id,
        from: lot.accountId,
        to: place,
        amount: body.massMg,
        at: now,
        batchId,
        stepId: current.id,
        lineId,
        personId: person.id,
        deviceId: how === 'scale' ? (body.readingId ?? null) : null,
        how,
        reversesId: null,
        reason: body.reason,
      },
    ]);
    await addNotice(
      tx,
      batchId,
      now,
      `${massToken(body.massMg)} ${ingredient.name} went in unwritten: ${body.reason}`,
    );
    if (short.size > 0) announce(tx, now, { topic: 'lots' });
  });
}
