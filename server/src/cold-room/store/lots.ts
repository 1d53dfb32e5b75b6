import { sql } from '../../platform/sql.js';
import {
  chillClock,
  lotMatter,
  shopDay,
  urgency,
  type HeatState,
  type KeptMatter,
  type Matter,
  type ParasiteRecord,
} from '@zest/core';
import { keptMatter, lotCarries, parasiteRecord, type LotCarries, type TrimLot } from '@zest/contract';
import { parsed } from '../../platform/json.js';
import type { Db } from '../../platform/database.js';
import { shopTime, type ShopTime } from '../../platform/shop-time.js';

export interface LotRow extends Omit<
  TrimLot,
  | 'ageDays'
  | 'freeMg'
  | 'receivedOn'
  | 'urgency'
  | 'wild'
  | 'outMinutes'
  | 'isOut'
  | 'outLevel'
  | 'tempAt'
  | 'carries'
  | 'parasites'
> {
  accountId: string;
  receivedAt: Date;
  wild: number;
  outSince: Date | null;
  outMs: number;
  tempAtTime: Date | null;
  carriesJson: unknown;
  parasitesJson: unknown;
  matterJson: unknown;
}

const COLUMNS = `l.id, l.code, l.account_id AS accountId, l.trim_id AS trimId, t.name AS trimName, t.species, t.wild,
  CAST(l.fat_pct AS DOUBLE) AS fatPct, CAST(l.fat_sd AS DOUBLE) AS fatSd, l.fat_known_by AS fatKnownBy,
  b.amount AS balanceMg, b.reserved AS reservedMg, l.price_minor AS priceMinorPerKg,
  COALESCE(l.bought_minor, l.price_minor) AS boughtMinorPerKg, l.received_at AS receivedAt, l.use_by AS useBy,
  l.slaughtered_on AS slaughteredOn, l.frozen_on AS frozenOn,
  CAST(l.temp_c AS DOUBLE) AS tempC, l.temp_at AS tempAtTime, l.supplier, l.supplier_lot AS supplierLot, l.state, l.heat, l.form,
  l.weight_known AS weightKnown, CAST(l.salt_g_per_kg AS DOUBLE) AS saltGPerKg,
  CAST(l.nitrite_ppm AS DOUBLE) AS nitritePpm, l.carries AS carriesJson, l.parasites AS parasitesJson, l.matter AS matterJson, l.status, l.hold_reason AS holdReason, l.out_since AS outSince,
  l.out_ms AS outMs, l.owner, l.box_mg AS boxMg, l.version`;
const FROM = `FROM lot l JOIN trim_kind t ON t.id = l.trim_id JOIN balance b ON b.account_id = l.account_id`;

/** Trim lots with something left, oldest first. */
export async function listLots(db: Db, now: Date): Promise<TrimLot[]> {
  const rows = await sql(db).rows<LotRow>(
    `SELECT ${COLUMNS} ${FROM} WHERE l.kind = 'trim' AND b.amount > 0 ORDER BY l.received_at, l.code`,
  );
  const time = await shopTime(db, now);
  return rows.map((row) => toLot(row, time));
}

export async function findLots(db: Db, ids: readonly string[]): Promise<LotRow[]> {
  if (ids.length === 0) return [];
  return sql(db).rows<LotRow>(`SELECT ${COLUMNS} ${FROM} WHERE l.id IN (:ids)`, { ids: [...ids] });
}

/** The row of a lot for a command that will change it; other commands on it wait. */
export async function lockLot(tx: Db, id: string): Promise<LotRow | undefined> {
  const [row] = await sql(tx).rows<LotRow>(`SELECT ${COLUMNS} ${FROM} WHERE l.id = :id FOR UPDATE`, { id });
  return row;
}

export interface NewLot {
  id: string;
  accountId: string;
  kind: 'trim' | 'ingredient' | 'casing';
  /** Id of the trim, ingredient or casing the lot is of. */
  ofId: string;
  code: string;
  supplier: string;
  supplierLot?: string;
  owner: string | null;
  receivedAt: Date;
  /** Null where nobody has said. */
  priceMinor: number | null;
  boughtMinor?: number;
  fat: { pct: number; sd: number; knownBy: string } | null;
  tempC: number | null;
  /** When that was read; as it is received where absent. */
  tempAt?: Date | null;
  state: 'fresh' | 'frozen' | 'thawed';
  heat?: HeatState;
  form?: string;
  weightKnown?: string;
  saltGPerKg?: number;
  nitritePpm?: number;
  carries?: LotCarries | null;
  /** Of a lot that is made here. */
  matter?: KeptMatter | null;
  useBy?: string | null;
  slaughteredOn?: string | null;
  frozenOn?: string | null;
  parasites?: ParasiteRecord | null;
  status: 'available' | 'hold';
  holdReason?: string | null;
  boxMg: number | null;
}

export async function addLot(tx: Db, lot: NewLot): Promise<void> {
  await sql(tx).write(
    `INSERT INTO lot (id, code, account_id, kind, trim_id, ingredient_id, casing_id, supplier, supplier_lot, owner,
       received_at, price_minor, bought_minor, fat_pct, fat_sd, fat_known_by, base_fat_pct, base_fat_sd,
       base_fat_known_by, temp_c, temp_at, state, heat, form, weight_known, salt_g_per_kg, nitrite_ppm, carries, matter, use_by, slaughtered_on, frozen_on, parasites, status,
       hold_reason, box_mg)
     VALUES (:id, :code, :accountId, :kind, :trimId, :ingredientId, :casingId, :supplier, :supplierLot, :owner,
       :receivedAt, :priceMinor, :boughtMinor, :fatPct, :fatSd, :fatKnownBy, :fatPct, :fatSd, :fatKnownBy, :tempC,
       :tempAt, :state, :heat, :form, :weightKnown, :saltGPerKg, :nitritePpm, :carries, :matter, :useBy, :slaughteredOn, :frozenOn, :parasites, :status, :holdReason, :boxMg)`,
    {
      id: lot.id,
      code: lot.code,
      accountId: lot.accountId,
      kind: lot.kind,
      trimId: lot.kind === 'trim' ? lot.ofId : null,
      ingredientId: lot.kind === 'ingredient' ? lot.ofId : null,
      casingId: lot.kind === 'casing' ? lot.ofId : null,
      supplier: lot.supplier,
      supplierLot: lot.supplierLot ?? '',
      owner: lot.owner,
      receivedAt: lot.receivedAt,
      priceMinor: lot.priceMinor,
      boughtMinor: lot.boughtMinor ?? lot.priceMinor,
      fatPct: lot.fat?.pct ?? null,
      fatSd: lot.fat?.sd ?? null,
      fatKnownBy: lot.fat?.knownBy ?? null,
      tempC: lot.tempC,
      tempAt: lot.tempC === null ? null : (lot.tempAt ?? lot.receivedAt),
      state: lot.state,
      heat: lot.heat ?? 'raw',
      form: lot.form ?? 'whole',
      weightKnown: lot.weightKnown ?? 'weighed',
      saltGPerKg: lot.saltGPerKg ?? 0,
      nitritePpm: lot.nitritePpm ?? 0,
      carries: lot.carries ? JSON.stringify(lot.carries) : null,
      matter: lot.matter ? JSON.stringify(lot.matter) : null,
      useBy: lot.useBy ?? null,
      slaughteredOn: lot.slaughteredOn ?? null,
      frozenOn: lot.frozenOn ?? null,
      parasites: lot.parasites ? JSON.stringify(lot.parasites) : null,
      status: lot.status,
      holdReason: lot.holdReason ?? null,
      boxMg: lot.boxMg,
    },
  );
}

/** The next free lot code: a letter for the kind and a running number. */
export async function nextLotCode(tx: Db, letter: string): Promise<string> {
  await sql(tx).write(
    `INSERT INTO lot_code (letter, last) VALUES (:letter, LAST_INSERT_ID(1))
     ON DUPLICATE KEY UPDATE last = LAST_INSERT_ID(last + 1)`,
    { letter },
  );
  const [row] = await sql(tx).rows<{ last: number }>('SELECT LAST_INSERT_ID() AS last');
  return `${letter}-${String(row?.last ?? 1).padStart(4, '0')}`;
}

/** What a lot brings besides meat, as it was written down. */
export function carriesOf({ carriesJson }: Pick<LotRow, 'carriesJson'>): LotCarries | null {
  return carriesJson === null ? null : lotCarries.parse(parsed(carriesJson));
}

/** How its parasites were answered for; null where nobody did. */
export function parasitesOf({ parasitesJson }: Pick<LotRow, 'parasitesJson'>): ParasiteRecord | null {
  return parasitesJson === null ? null : parasiteRecord.parse(parsed(parasitesJson));
}

/** So much of a lot: as it was made here, or as its delivery and its trim say. */
export function matterOf(lot: LotRow, massMg: number): Matter {
  return lotMatter(
    {
      id: lot.accountId,
      name: lot.trimName,
      species: lot.species,
      wild: Boolean(lot.wild),
      answered: lot.parasitesJson !== null,
      owner: lot.owner,
      heat: lot.heat,
      lotStatus: lot.status,
      useBy: lot.useBy,
      frozenBefore: lot.state !== 'fresh',
      fatPct: lot.fatPct,
      fatSd: lot.fatSd,
      saltGPerKg: lot.saltGPerKg,
      nitritePpm: lot.nitritePpm,
      carries: carriesOf(lot),
      matter: keptOf(lot),
      priceMinor: lot.priceMinorPerKg,
    },
    massMg,
  );
}

/** What was written down of a lot that was made here. */
export function keptOf({ matterJson }: Pick<LotRow, 'matterJson'>): KeptMatter | null {
  return matterJson === null ? null : keptMatter.parse(parsed(matterJson));
}

/**
 * A lot as screens are sent it: the row itself, since copies of thousands cost more than all else. What of
 * it is not theirs falls away where an answer is checked.
 */
export function toLot(row: LotRow, { now, zone, today, outOfChill }: ShopTime): TrimLot {
  const { receivedAt, outSince, outMs, tempAtTime } = row;
  const clock = chillClock(
    [
      { at: 0, kind: 'out' },
      { at: outMs, kind: 'in' },
      ...(outSince ? [{ at: outSince.getTime(), kind: 'out' as const }] : []),
    ],
    now.getTime(),
    outOfChill,
  );
  return Object.assign(row, {
    wild: row.wild === 1,
    freeMg: row.balanceMg - row.reservedMg,
    receivedOn: shopDay(zone, receivedAt),
    ageDays: Math.max(0, Math.floor((now.getTime() - receivedAt.getTime()) / 86_400_000)),
    urgency: urgency(row.useBy, today),
    tempAt: tempAtTime?.toISOString() ?? null,
    carries: carriesOf(row),
    parasites: parasitesOf(row) ?? undefined,
    outMinutes: clock.minutes,
    isOut: clock.isOut,
    outLevel: clock.level,
  });
}
