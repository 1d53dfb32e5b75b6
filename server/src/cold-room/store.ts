import type { Trim, TrimLot } from '@zest/contract';
import type { Sql } from '../platform/database.js';

interface LotRow extends Omit<TrimLot, 'ageDays' | 'freeMg' | 'receivedOn'> {
  receivedAt: Date;
}

const COLUMNS = `l.id, l.code, l.trim_id AS trimId, t.name AS trimName, t.species,
  CAST(l.fat_pct AS DOUBLE) AS fatPct, CAST(l.fat_sd AS DOUBLE) AS fatSd, l.fat_known_by AS fatKnownBy,
  b.amount AS balanceMg, b.reserved AS reservedMg, l.price_minor AS priceMinorPerKg,
  l.received_at AS receivedAt, CAST(l.temp_c AS DOUBLE) AS tempC, l.supplier, l.state, l.status, l.owner,
  l.box_mg AS boxMg, l.version`;
const FROM = `FROM lot l JOIN trim_kind t ON t.id = l.trim_id JOIN balance b ON b.account_id = l.account_id`;

/** Trim lots with something left, oldest first. */
export async function listLots(db: Sql, now: Date): Promise<TrimLot[]> {
  const rows = await db.rows<LotRow>(
    `SELECT ${COLUMNS} ${FROM} WHERE l.kind = 'trim' AND b.amount > 0 ORDER BY l.received_at, l.code`,
  );
  return rows.map((row) => toLot(row, now));
}

export async function findLot(db: Sql, id: string, now: Date): Promise<TrimLot | undefined> {
  const [row] = await db.rows<LotRow>(`SELECT ${COLUMNS} ${FROM} WHERE l.id = :id`, { id });
  return row && toLot(row, now);
}

export function listTrims(db: Sql): Promise<Trim[]> {
  return db.rows<Trim>(
    'SELECT id, name, species, CAST(fat_pct AS DOUBLE) AS fatPct FROM trim_kind ORDER BY species, name',
  );
}

export interface NewLot {
  id: string;
  accountId: string;
  kind: 'trim' | 'ingredient' | 'casing';
  /** Id of the trim, ingredient or casing the lot is of. */
  ofId: string;
  code: string;
  supplier: string;
  owner: string | null;
  receivedAt: Date;
  priceMinor: number;
  fat: { pct: number; sd: number; knownBy: string } | null;
  tempC: number | null;
  state: 'fresh' | 'frozen' | 'thawed';
  status: 'available' | 'hold';
  boxMg: number | null;
}

export async function addLot(tx: Sql, lot: NewLot): Promise<void> {
  await tx.write(
    `INSERT INTO lot (id, code, account_id, kind, trim_id, ingredient_id, casing_id, supplier, owner, received_at,
       price_minor, fat_pct, fat_sd, fat_known_by, temp_c, state, status, box_mg)
     VALUES (:id, :code, :accountId, :kind, :trimId, :ingredientId, :casingId, :supplier, :owner, :receivedAt,
       :priceMinor, :fatPct, :fatSd, :fatKnownBy, :tempC, :state, :status, :boxMg)`,
    {
      id: lot.id,
      code: lot.code,
      accountId: lot.accountId,
      kind: lot.kind,
      trimId: lot.kind === 'trim' ? lot.ofId : null,
      ingredientId: lot.kind === 'ingredient' ? lot.ofId : null,
      casingId: lot.kind === 'casing' ? lot.ofId : null,
      supplier: lot.supplier,
      owner: lot.owner,
      receivedAt: lot.receivedAt,
      priceMinor: lot.priceMinor,
      fatPct: lot.fat?.pct ?? null,
      fatSd: lot.fat?.sd ?? null,
      fatKnownBy: lot.fat?.knownBy ?? null,
      tempC: lot.tempC,
      state: lot.state,
      status: lot.status,
      boxMg: lot.boxMg,
    },
  );
}

/** The next free lot code: a letter for the kind and a running number. */
export async function nextLotCode(tx: Sql, letter: string): Promise<string> {
  const [row] = await tx.rows<{ last: number | null }>(
    `SELECT MAX(CAST(SUBSTRING(code, 3) AS UNSIGNED)) AS last FROM lot WHERE code LIKE :pattern FOR UPDATE`,
    { pattern: `${letter}-%` },
  );
  return `${letter}-${String((row?.last ?? 0) + 1).padStart(4, '0')}`;
}

function toLot(row: LotRow, now: Date): TrimLot {
  const { receivedAt, ...rest } = row;
  return {
    ...rest,
    freeMg: row.balanceMg - row.reservedMg,
    receivedOn: receivedAt.toISOString().slice(0, 10),
    ageDays: Math.max(0, Math.floor((now.getTime() - receivedAt.getTime()) / 86_400_000)),
  };
}
