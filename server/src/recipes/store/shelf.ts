import { v7 as uuid } from 'uuid';
import type { UsualCasing, UsualIngredient, UsualTrim } from '@zest/core';
import { sql } from '../../platform/sql.js';
import type { Transaction } from '../../platform/database.js';

/** Takes an ingredient up, unless the shop has one of that name and form; answers its id where it is new. */
export async function insertIngredient(
  tx: Transaction,
  { name, form, role, facts }: UsualIngredient,
): Promise<string | undefined> {
  const id = uuid();
  const { saltPct, nitritePct, nitratePct } = facts.contents;
  const cures = role === 'cure';
  await sql(tx).write(
    `INSERT INTO ingredient (id, name, form, role, nitrite_pct, nitrate_pct, salt_pct, typed, facts)
     VALUES (:id, :name, :form, :role, :nitritePct, :nitratePct, :saltPct, 1, :facts)
     ON DUPLICATE KEY UPDATE name = VALUES(name)`,
    {
      id,
      name,
      form,
      role,
      nitritePct: cures ? nitritePct : null,
      nitratePct: cures ? nitratePct : null,
      saltPct,
      facts: JSON.stringify(facts),
    },
  );
  return (await isThere(tx, 'ingredient', id)) ? id : undefined;
}

/** Takes a casing up, unless the shop has one of that name; whether it is new. */
export async function insertCasing(
  tx: Transaction,
  { name, material, calibreMm, gPerM }: UsualCasing,
): Promise<boolean> {
  const id = uuid();
  await sql(tx).write(
    `INSERT INTO casing (id, name, material, calibre_mm, g_per_m) VALUES (:id, :name, :material, :calibreMm, :gPerM)
     ON DUPLICATE KEY UPDATE name = VALUES(name)`,
    { id, name, material, calibreMm, gPerM },
  );
  return isThere(tx, 'casing', id);
}

/** Takes a kind of trim up, unless the shop has one of that name; whether it is new. */
export async function insertTrim(
  tx: Transaction,
  { name, species, fatPct, wild }: UsualTrim,
): Promise<boolean> {
  const id = uuid();
  await sql(tx).write(
    `INSERT INTO trim_kind (id, name, species, fat_pct, wild) VALUES (:id, :name, :species, :fatPct, :wild)
     ON DUPLICATE KEY UPDATE name = VALUES(name)`,
    { id, name, species, fatPct, wild: wild ? 1 : 0 },
  );
  return isThere(tx, 'trim_kind', id);
}

async function isThere(
  tx: Transaction,
  table: 'ingredient' | 'casing' | 'trim_kind',
  id: string,
): Promise<boolean> {
  return (await sql(tx).rows(`SELECT 1 FROM ${table} WHERE id = :id`, { id })).length > 0;
}
