import { sql } from '../../platform/sql.js';
import { daysLeft, shopDay, urgency } from '@zest/core';
import type { StockItem } from '@zest/contract';
import type { Db } from '../../platform/database.js';
import { STOCKED } from '../../ledger/index.js';
import { notFound } from '../../platform/problem.js';
import { timeZone } from '../../platform/settings.js';
import { usedSince } from './used.js';

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
  priceMinor: number | null;
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
     FROM ${STOCKED} here STRAIGHT_JOIN lot l ON l.account_id = here.id JOIN account a ON a.id = l.account_id
     LEFT JOIN balance b ON b.account_id = l.account_id
     WHERE l.kind IN ('ingredient', 'casing') ORDER BY l.received_at`,
  );
  const used = await usedSince(db, now, LOOK_BACK);
  const zone = await timeZone(db);
  const today = shopDay(zone, now);
  return items.map((item) => {
    const mine = lots.filter((l) => l.itemId === item.id);
    const open = mine.filter((l) => l.status === 'available');
    const free = open.reduce((sum, l) => sum + (l.balance ?? 0) - (l.reserved ?? 0), 0);
    const used28 = Math.max(0, used.get(item.id) ?? 0);
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

/** The one lot of a supply, which has no balance. */
export async function insertSupplyLot(
  tx: Db,
  row: { id: string; code: string; accountId: string; ingredientId: string; at: Date },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO lot (id, code, account_id, kind, ingredient_id, received_at)
     VALUES (:id, :code, :accountId, 'ingredient', :ingredientId, :at)`,
    row,
  );
}
