import { v7 as uuid } from 'uuid';
import { InputError, massToken, preBlendParts } from '@zest/core';
import type { MakePreBlend, NewPreBlend, Person } from '@zest/contract';
import { addEvent, addParent, makeLot, nextLotCode, stockTransfer } from '../../cold-room/index.js';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { announce } from '../../platform/live.js';
import { fromInputError, invalid } from '../../platform/problem.js';
import { factsOfParts, mustFindIngredient, saveFacts } from '../store/library.js';
import { insertPreBlend, type PartLot, partLots } from '../store/pre-blends.js';

/**
 * A new master mix: an ingredient whose contents, allergens and label come from its parts.
 * @throws HttpProblem 422 for parts that do not add up, are not typed, or hold the mix itself
 */
export async function addPreBlend(app: AppContext, person: Person, body: NewPreBlend): Promise<void> {
  const head = { id: body.id, kind: 'add-pre-blend', personId: person.id, at: app.now(), request: body };
  await once(app.db, head, async (tx) => {
    const facts = await checked(() => factsOfParts(tx, body.parts, body.id));
    try {
      await insertPreBlend(tx, body.id, body.name);
    } catch (error) {
      if (errnoOf(error) !== DUPLICATE_KEY) throw error;
      throw invalid([{ path: 'name', message: `There is already a pre-blend called ${body.name}.` }]);
    }
    await saveFacts(tx, body.id, facts);
    announce(tx, app.now(), { topic: 'recipes' });
  });
}

async function checked<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

/**
 * Makes a lot of a pre-blend: each part leaves its oldest lots, in whole milligrams that add up to the
 * lot exactly. Its price is what went in.
 * @throws HttpProblem 422 naming the part of which there is too little, with nothing moved
 */
export async function makePreBlend(
  app: AppContext,
  person: Person,
  id: string,
  body: MakePreBlend,
): Promise<void> {
  const now = app.now();
  const head = {
    id: body.id,
    kind: 'make-pre-blend',
    personId: person.id,
    at: now,
    request: { ingredientId: id, ...body },
  };
  await once(app.db, head, async (tx) => {
    const item = await mustFindIngredient(tx, id);
    if (!item.preBlend)
      throw invalid([{ path: 'id', message: `${item.name} is not a pre-blend of the shop.` }]);
    const taken: { lot: PartLot; massMg: number; name: string }[] = [];
    for (const part of preBlendParts(item.preBlend, body.massMg)) {
      const name = (await mustFindIngredient(tx, part.ingredientId)).name;
      taken.push(...(await takeFrom(tx, part.ingredientId, part.massMg, name)).map((t) => ({ ...t, name })));
    }
    const accountId = uuid();
    const code = await nextLotCode(tx, 'S');
    const cost = taken.reduce((sum, t) => sum + (t.lot.priceMinor * t.massMg) / 1e6, 0);
    await makeLot(tx, {
      id: body.id,
      accountId,
      kind: 'ingredient',
      ofId: id,
      code,
      supplier: 'made here',
      owner: null,
      receivedAt: now,
      priceMinor: Math.round(cost / (body.massMg / 1e6)),
      fat: null,
      tempC: null,
      state: 'fresh',
      status: 'available',
      boxMg: null,
    });
    await postTransfers(
      tx,
      now,
      taken.map((t) =>
        stockTransfer({
          from: t.lot.accountId,
          to: accountId,
          amount: t.massMg,
          at: now,
          personId: person.id,
        }),
      ),
    );
    for (const t of taken)
      await addParent(tx, { lotId: body.id, parentLotId: t.lot.id, batchId: null, massMg: t.massMg });
    addEvent(tx, {
      lotId: body.id,
      kind: 'produced',
      sentence: `Made of ${taken.map((t) => `${massToken(t.massMg)} ${t.name} ${t.lot.code}`).join(', ')}.`,
      at: now,
      personId: person.id,
    });
    announce(tx, now, { topic: 'lots' });
    announce(tx, now, { topic: 'recipes' });
  });
}

/** What a part is taken from: its oldest lots first. */
async function takeFrom(
  tx: Transaction,
  ingredientId: string,
  massMg: number,
  name: string,
): Promise<{ lot: PartLot; massMg: number }[]> {
  const lots = await partLots(tx, ingredientId);
  let wanted = massMg;
  const taken: { lot: PartLot; massMg: number }[] = [];
  for (const lot of lots) {
    const part = lot.isSupply === 1 ? wanted : Math.min(wanted, lot.freeMg);
    if (part > 0) taken.push({ lot, massMg: part });
    wanted -= Math.max(0, part);
    if (wanted === 0) return taken;
  }
  throw invalid([
    {
      path: 'massMg',
      message: `Not enough ${name}: ${(massMg / 1000).toFixed(1)} g is needed, ${((massMg - wanted) / 1000).toFixed(1)} g is free.`,
    },
  ]);
}
