import { v7 as uuid } from 'uuid';
import {
  isCure,
  massToken,
  minutesToMixIn,
  mixAgain,
  traitsOf,
  unstatedSentence,
  type BatchFacts,
  type StepView,
} from '@zest/core';
import type { BatchChanged, AddExtra, Person } from '@zest/contract';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import { mustFindIngredient, snapshot } from '../../recipes/index.js';
import { correctionNo, insertCorrection } from './insert-steps.js';
import { changeOfBatch, lastLinePosition, mustHavePlace } from './on-batch.js';
import { addLine, type NewLine } from '../store/lines.js';
import { findIngredientLots } from '../store/lots.js';
import { shownBy } from '../../devices/index.js';
import { addNotice } from '../../platform/notices.js';

/**
 * Books something that is not written into the batch, as weighed: a line of its own, its stock, its
 * allergens on the label, its water and cure in the limits. Cure is never added like this.
 */
export async function addExtra(
  app: AppContext,
  person: Person,
  batchId: string,
  body: AddExtra,
): Promise<BatchChanged> {
  return changeOfBatch(app, person, batchId, 'extra', { ...body }, async ({ tx, now, facts, view }) => {
    const step = view().steps.find((s) => s.id === body.stepId);
    if (step?.state !== 'open') throw conflict('not-open', 'This step cannot be worked at now; look again.');
    const place = mustHavePlace(facts, step.id);
    const into = facts.steps.find((s) => s.placeAccountId === place);
    const ingredient = await mustFindIngredient(tx, body.ingredientId);
    const unstated = unstatedSentence(ingredient);
    if (unstated) throw invalid([{ path: 'ingredientId', message: unstated }]);
    if (ingredient.role === 'cure' || isCure(ingredient.contents)) {
      throw invalid([
        {
          path: 'ingredientId',
          message: `${ingredient.name} holds cure; it goes in only as a line of the recipe.`,
        },
      ]);
    }
    const lots = await findIngredientLots(tx, ingredient.id);
    const lot = lots.find((l) => l.isSupply || l.free >= body.massMg) ?? lots[0];
    if (!lot) throw notFound(`A lot of ${ingredient.name}`);
    const lineId = uuid();
    const line: NewLine = {
      batchId,
      stepId: step.id,
      position: lastLinePosition(facts) + 1,
      kind: 'ingredient',
      name: ingredient.name,
      lotId: lot.id,
      lotAccountId: lot.accountId,
      placeAccountId: place,
      plannedMg: body.massMg,
      document: {
        key: `extra-${lineId.slice(-8)}`,
        unwritten: true,
        ingredientId: ingredient.id,
        name: ingredient.name,
        role: ingredient.role,
        dose: { gPerKgMeat: 0 },
        required: false,
        entersAt: into?.document.key ?? step.key,
        ...snapshot(ingredient),
        note: `not written; ${body.reason}`.slice(0, 300),
      },
    };
    await addLine(tx, line, lineId);
    const shown = shownBy(app, body, body.massMg);
    const short = await postTransfers(tx, now, [
      {
        id: body.id,
        from: lot.accountId,
        to: place,
        amount: body.massMg,
        at: now,
        batchId,
        stepId: step.id,
        lineId,
        personId: person.id,
        ...shown,
        reversesId: null,
        reason: body.reason,
      },
    ]);
    await mixItIn(tx, facts, step);
    addNotice(
      tx,
      batchId,
      now,
      `${massToken(body.massMg)} ${ingredient.name} went in unwritten: ${body.reason}`,
    );
    if (short.size > 0) announce(tx, now, { topic: 'lots' });
  });
}

/** What goes in once the mix is mixed is mixed in before anything else; into casings nothing is mixed. */
async function mixItIn(tx: Transaction, facts: BatchFacts, at: StepView): Promise<void> {
  const method = facts.steps.map((s) => s.document);
  const isMixed = facts.steps.some((s) => s.closedAt !== null && traitsOf(s.document).machine === 'mixer');
  if (!isMixed || traitsOf(at.document).set) return;
  const n = correctionNo(facts, 'late');
  await insertCorrection(tx, facts, at.position, 'late', [
    mixAgain(`extra-mix-${n}`, method, minutesToMixIn(method, 'a little')),
  ]);
}
