import { sql } from '../platform/sql.js';
import { v7 as uuid } from 'uuid';
import { SHOP_ACCOUNTS, daysLeft, shopDay, urgency } from '@zest/core';
import type { NewIngredient, Person, ReceiveGoods, StockItem } from '@zest/contract';
import { addAccounts } from '../ledger/index.js';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import { DUPLICATE_KEY, errnoOf, type Db } from '../platform/database.js';
import { announce } from '../platform/live.js';
import { invalid, notFound } from '../platform/problem.js';
import { timeZone } from '../platform/settings.js';
import { addEvent, stockLot } from './lot-writes.js';
import { nextLotCode } from './store.js';

/** Days over which use is looked at. */
const LOOK_BACK = 28;

interface ItemRow extends Omit<
  StockItem,
  'lots' | 'typed' | 'isSupply' | 'balance' | 'free' | 'used28' | 'daysLeft'
> {
  typed: number;
}

interface LotOfItem {
  itemId: string;
  id: string;
  code: string;
  supplier: string;
  supplierLot: string;
  receivedAt: Date;
  useBy: string | null;
  balance: number | null;
  reserved: number | null;
  priceMinor: number;
  status: 'available' | 'hold' | 'rejected';
  holdReason: string | null;
  version: number;
  accountKind: string;
}

/** Spices, cure, packets and casing with their lots, what was used and when each runs out. */
export async function listGoods(db: Db, now: Date): Promise<StockItem[]> {
  const items = await sql(db).rows<ItemRow>(
    `SELECT id, 'ingredient' AS kind, name, form, role, 'mg' AS measure, CAST(nitrite_pct AS DOUBLE) AS nitritePct,
       CAST(nitrate_pct AS DOUBLE) AS nitratePct, CAST(salt_pct AS DOUBLE) AS saltPct, typed FROM ingredient
     UNION ALL
     SELECT id, 'casing', name, CONCAT(TRIM(TRAILING '.0' FROM calibre_mm), ' mm'), material, 'mm', NULL, NULL, 0, TRUE
     FROM casing ORDER BY kind DESC, name`,
  );
  const lots = await sql(db).rows<LotOfItem>(
    `SELECT COALESCE(l.ingredient_id, l.casing_id) AS itemId, l.id, l.code, l.supplier, l.supplier_lot AS supplierLot,
       l.received_at AS receivedAt, l.use_by AS useBy, b.amount AS balance, b.reserved, l.price_minor AS priceMinor,
       l.status, l.hold_reason AS holdReason, l.version, a.kind AS accountKind
     FROM lot l JOIN account a ON a.id = l.account_id LEFT JOIN balance b ON b.account_id = l.account_id
     WHERE l.kind IN ('ingredient', 'casing') AND (b.amount > 0 OR a.kind = 'gain') ORDER BY l.received_at`,
  );
  const used = await sql(db).rows<{ itemId: string; amount: string }>(
    `SELECT COALESCE(l.ingredient_id, l.casing_id) AS itemId,
       SUM(IF(t.from_account = l.account_id, t.amount, -t.amount)) AS amount
     FROM lot l JOIN transfer t ON l.account_id IN (t.from_account, t.to_account)
     WHERE l.kind IN ('ingredient', 'casing') AND t.batch_id IS NOT NULL AND t.at >= :since
     GROUP BY itemId`,
    { since: new Date(now.getTime() - LOOK_BACK * 86_400_000) },
  );
  const zone = await timeZone(db);
  const today = shopDay(zone, now);
  return items.map((item) => {
    const mine = lots.filter((l) => l.itemId === item.id);
    const open = mine.filter((l) => l.status === 'available');
    const free = open.reduce((sum, l) => sum + (l.balance ?? 0) - (l.reserved ?? 0), 0);
    const used28 = Math.max(0, Number(used.find((u) => u.itemId === item.id)?.amount ?? 0));
    const isSupply = mine.some((l) => l.accountKind === 'gain');
    return {
      ...item,
      typed: item.typed === 1,
      isSupply,
      balance: mine.reduce((sum, l) => sum + (l.balance ?? 0), 0),
      free,
      used28,
      daysLeft: isSupply ? null : daysLeft(free, used28, LOOK_BACK),
      lots: mine
        .filter((l) => l.balance !== null)
        .map(({ itemId: _item, accountKind: _kind, receivedAt, reserved, balance, ...l }) => ({
          ...l,
          receivedOn: shopDay(zone, receivedAt),
          urgency: urgency(l.useBy, today),
          balance: balance ?? 0,
          free: (balance ?? 0) - (reserved ?? 0),
        })),
    };
  });
}

export async function findItem(db: Db, now: Date, id: string): Promise<StockItem> {
  const item = (await listGoods(db, now)).find((i) => i.id === id);
  if (!item) throw notFound('This stock item');
  return item;
}

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
      await sql(tx).write(
        `INSERT INTO ingredient (id, name, form, role, nitrite_pct, nitrate_pct, salt_pct, typed)
         VALUES (:id, :name, :form, :role, :nitritePct, :nitratePct, :saltPct, :typed)`,
        {
          id: body.id,
          name: body.name,
          form: body.form,
          role,
          nitritePct: body.saltKind === 'cure' ? (body.nitritePct ?? null) : null,
          nitratePct: body.saltKind === 'cure' ? (body.nitratePct ?? null) : null,
          saltPct: body.saltKind === 'plain salt' ? 100 : body.saltPct,
          typed: body.saltKind === 'not known yet' ? 0 : 1,
        },
      );
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
  await sql(tx).write(
    `INSERT INTO lot (id, code, account_id, kind, ingredient_id, received_at)
     VALUES (:id, :code, :accountId, 'ingredient', :ingredientId, :at)`,
    { id: uuid(), code: await nextLotCode(tx, 'S'), accountId, ingredientId, at },
  );
}

/** Takes a lot of an ingredient or a casing into stock; an untyped bag is held. */
export async function receiveGoods(app: AppContext, person: Person, body: ReceiveGoods): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'receive-goods', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const item = await findItem(tx, now, body.itemId);
    if (item.kind !== body.kind) throw notFound('This stock item');
    const held = item.typed
      ? null
      : 'Nobody has said whether this is plain salt, a cure or neither; it cannot be weighed in.';
    const casing = body.kind === 'casing';
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
        supplier: body.supplier,
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
      sentence: held ?? `Received from ${body.supplier}.`,
      at: now,
      personId: person.id,
    });
    announce(tx, now, { topic: 'lots' });
  });
}
