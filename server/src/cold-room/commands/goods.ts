import { v7 as uuid } from 'uuid';
import { SHOP_ACCOUNTS } from '@zest/core';
import type { NewIngredient, Person, ReceiveGoods, StockItem } from '@zest/contract';
import { addAccounts } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { announce } from '../../platform/live.js';
import { invalid, notFound } from '../../platform/problem.js';
import { addEvent, stockLot } from '../store/lot-writes.js';
import { nextLotCode } from '../store/lots.js';
import { findItem, insertSupplyLot } from '../store/goods.js';
import { insertIngredient } from '../store/kinds.js';
import { asKnown } from '../store/parties.js';

/**
 * A new ingredient. What could be salt is typed: plain salt, a cure with its strengths, or neither;
 * until somebody knows, its lots are held and cannot be weighed in.
 */
export async function addIngredient(app: AppContext, person: Person, body: NewIngredient): Promise<void> {
  const head = { id: body.id, kind: 'add-ingredient', personId: person.id, at: app.now(), request: body };
  const role = body.saltKind === 'cure' ? 'cure' : body.saltKind === 'plain salt' ? 'salt' : body.role;
  if (body.saltKind === 'not salt' && (body.role === 'salt' || body.role === 'cure')) {
    throw invalid([
      { path: 'saltKind', message: `A ${body.role} line cannot be “not salt”. Say which it is.` },
    ]);
  }
  await once(app.db, head, async (tx) => {
    try {
      await insertIngredient(tx, {
        id: body.id,
        name: body.name,
        form: body.form,
        role,
        nitritePct: body.saltKind === 'cure' ? (body.nitritePct ?? null) : null,
        nitratePct: body.saltKind === 'cure' ? (body.nitratePct ?? null) : null,
        saltPct: body.saltKind === 'plain salt' ? 100 : (body.saltPct ?? 0),
        typed: body.saltKind === 'not known yet' ? 0 : 1,
      });
    } catch (error) {
      if (errnoOf(error) !== DUPLICATE_KEY) throw error;
      throw invalid([{ path: 'name', message: `The shop already has ${body.name}, ${body.form}.` }]);
    }
    if (body.isSupply) await addSupply(tx, body.id, `${body.name} supply`, app.now());
    announce(tx, app.now(), { topic: 'lots' });
    announce(tx, app.now(), { topic: 'recipes' });
  });
}

/** A supply that never runs out, such as the tap: its one lot gives what is wanted and has no balance. */
export async function addSupply(tx: Db, ingredientId: string, name: string, at: Date): Promise<void> {
  const accountId = uuid();
  await addAccounts(tx, [{ id: accountId, kind: 'gain', measure: 'mg', name, batchId: null, stepId: null }]);
  await insertSupplyLot(tx, {
    id: uuid(),
    code: await nextLotCode(tx, 'S'),
    accountId,
    ingredientId,
    at,
  });
}

/** What is printed on bags of one strength differs by no more than this, percent. */
const SAME_STRENGTH = 0.005;

/**
 * A bag of cure is as strong as the ingredient that it is a lot of: every recipe and every open batch doses it by that.
 * @throws HttpProblem 422 where nobody said how strong it is, or it is another strength
 */
function mustBeAsStrong(item: StockItem, { nitritePct, nitratePct }: ReceiveGoods): void {
  if ((item.nitritePct ?? 0) + (item.nitratePct ?? 0) <= 0) return;
  const asked = [
    ['nitritePct', 'nitrite', item.nitritePct ?? 0, nitritePct],
    ['nitratePct', 'nitrate', item.nitratePct ?? 0, nitratePct],
  ] as const;
  const issues = asked.flatMap(([path, name, known, said]) => {
    if (said === undefined)
      return known > 0 ? [{ path, message: `Say how much ${name} the bag says it has, in percent.` }] : [];
    if (Math.abs(said - known) <= SAME_STRENGTH) return [];
    const message = `${item.name} has ${known} % ${name} here, and every recipe doses it by that; this bag has ${said} %. Read it again; if it is right, receive it as an ingredient of its own.`;
    return [{ path, message }];
  });
  if (issues.length > 0) throw invalid(issues);
}

/** Takes a lot of an ingredient or a casing into stock; an untyped bag is held. */
export async function receiveGoods(app: AppContext, person: Person, body: ReceiveGoods): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'receive-goods', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const item = await findItem(tx, now, body.itemId);
    if (item.kind !== body.kind) throw notFound('This stock item');
    mustBeAsStrong(item, body);
    const held = item.typed
      ? null
      : 'Nobody has said whether this is plain salt, a cure or neither; it cannot be weighed in.';
    const casing = body.kind === 'casing';
    const supplier = await asKnown(tx, 'supplier', body.supplier);
    await stockLot(
      tx,
      now,
      person.id,
      body.amount,
      casing ? SHOP_ACCOUNTS.casingSuppliers : SHOP_ACCOUNTS.suppliers,
      {
        id: body.id,
        accountId: uuid(),
        kind: body.kind,
        ofId: body.itemId,
        code: await nextLotCode(tx, casing ? 'C' : 'S'),
        supplier,
        supplierLot: body.supplierLot,
        owner: null,
        receivedAt: now,
        priceMinor: body.priceMinor,
        fat: null,
        tempC: null,
        state: 'fresh',
        useBy: body.useBy,
        status: held ? 'hold' : 'available',
        holdReason: held,
        boxMg: null,
      },
    );
    addEvent(tx, {
      lotId: body.id,
      kind: held ? 'held' : 'received',
      sentence: held ?? `Received from ${supplier}.`,
      at: now,
      personId: person.id,
    });
    announce(tx, now, { topic: 'lots' });
  });
}
