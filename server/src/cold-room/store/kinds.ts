import type { CASING_MATERIALS } from '@zest/core';
import { sql } from '../../platform/sql.js';
import type { Db } from '../../platform/database.js';

export interface IngredientRow {
  id: string;
  name: string;
  form: string;
  role: string;
  nitritePct: number | null;
  nitratePct: number | null;
  saltPct: number;
  typed: number;
  /** What else is known of it, as JSON. */
  facts?: string | null;
}

/** @throws the database's DUPLICATE_KEY when there is one of this name and form */
export async function insertIngredient(tx: Db, row: IngredientRow): Promise<void> {
  await sql(tx).write(
    `INSERT INTO ingredient (id, name, form, role, nitrite_pct, nitrate_pct, salt_pct, typed, facts)
     VALUES (:id, :name, :form, :role, :nitritePct, :nitratePct, :saltPct, :typed, :facts)`,
    { ...row, facts: row.facts ?? null },
  );
}

export interface CasingRow {
  id: string;
  name: string;
  material: (typeof CASING_MATERIALS)[number];
  calibreMm: number;
  gPerM: number;
  tubeMm?: number | null;
  tubeTakesG?: number | null;
}

/** @throws the database's DUPLICATE_KEY when there is one of this name */
export async function insertCasing(tx: Db, row: CasingRow): Promise<void> {
  await sql(tx).write(
    `INSERT INTO casing (id, name, material, calibre_mm, g_per_m, tube_mm, tube_takes_g)
     VALUES (:id, :name, :material, :calibreMm, :gPerM, :tubeMm, :tubeTakesG)`,
    { tubeMm: null, tubeTakesG: null, ...row },
  );
}

export interface TrimRow {
  id: string;
  name: string;
  species: string;
  fatPct: number;
  wild: boolean;
}

/** @throws the database's DUPLICATE_KEY when there is one of this name */
export async function insertTrim(tx: Db, row: TrimRow): Promise<void> {
  await sql(tx).write(
    'INSERT INTO trim_kind (id, name, species, fat_pct, wild) VALUES (:id, :name, :species, :fatPct, :wild)',
    { ...row, wild: row.wild ? 1 : 0 },
  );
}
