import { v7 as uuid } from 'uuid';
import type { UsualCasing, UsualIngredient, UsualTrim } from '@zest/core';
import { insertCasing, insertIngredient, insertTrim } from '../../cold-room/index.js';
import { sql } from '../../platform/sql.js';
import type { Transaction } from '../../platform/database.js';

/** Takes an ingredient up, unless the shop has one of that name and form; answers its id where it is new. */
export async function takeIngredient(
  tx: Transaction,
  { name, form, role, facts }: UsualIngredient,
): Promise<string | undefined> {
  if (await isHere(tx, 'ingredient', { name, form })) return undefined;
  const id = uuid();
  const { saltPct, nitritePct, nitratePct } = facts.contents;
  const cures = role === 'cure';
  await insertIngredient(tx, {
    id,
    name,
    form,
    role,
    nitritePct: cures ? nitritePct : null,
    nitratePct: cures ? nitratePct : null,
    saltPct,
    typed: 1,
    facts: JSON.stringify(facts),
  });
  return id;
}

/** Takes a casing up, unless the shop has one of that name; whether it is new. */
export async function takeCasing(
  tx: Transaction,
  { name, material, calibreMm, gPerM }: UsualCasing,
): Promise<boolean> {
  if (await isHere(tx, 'casing', { name })) return false;
  await insertCasing(tx, { id: uuid(), name, material, calibreMm, gPerM });
  return true;
}

/** Takes a kind of trim up, unless the shop has one of that name; whether it is new. */
export async function takeTrim(
  tx: Transaction,
  { name, species, fatPct, wild }: UsualTrim,
): Promise<boolean> {
  if (await isHere(tx, 'trim_kind', { name })) return false;
  await insertTrim(tx, { id: uuid(), name, species, fatPct, wild: wild === true });
  return true;
}

/** Whether the shop has one of that name already: it stays as the shop has it. Nobody else makes one meanwhile. */
async function isHere(
  tx: Transaction,
  table: 'ingredient' | 'casing' | 'trim_kind',
  { name, form }: { name: string; form?: string },
): Promise<boolean> {
  const ofForm = form === undefined ? '' : 'AND form = :form';
  const rows = await sql(tx).rows(`SELECT 1 FROM ${table} WHERE name = :name ${ofForm} FOR UPDATE`, {
    name,
    form: form ?? null,
  });
  return rows.length > 0;
}
