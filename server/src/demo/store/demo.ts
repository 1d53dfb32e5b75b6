import { sql } from '../../platform/sql.js';
import type { Db } from '../../platform/database.js';
import { CASINGS, INGREDIENTS, TRIMS } from '../catalogue.js';

export async function addCatalogue(
  db: Db,
  ids: { trims: Map<string, string>; ingredients: Map<string, string>; casings: Map<string, string> },
): Promise<void> {
  await sql(db).insertMany(
    'INSERT INTO trim_kind (id, name, species, fat_pct, wild) VALUES ?',
    TRIMS.map((t) => [ids.trims.get(t.key) ?? '', t.name, t.species, t.fatPct, t.wild ?? false]),
  );
  await sql(db).insertMany(
    'INSERT INTO ingredient (id, name, form, role, nitrite_pct, nitrate_pct, salt_pct, facts) VALUES ?',
    INGREDIENTS.map((i) => [
      ids.ingredients.get(i.key) ?? '',
      i.name,
      i.form,
      i.role,
      i.nitritePct ?? null,
      i.nitritePct === undefined ? null : i.facts.contents.nitratePct,
      i.facts.contents.saltPct,
      JSON.stringify(i.facts),
    ]),
  );
  await sql(db).insertMany(
    'INSERT INTO casing (id, name, material, calibre_mm, g_per_m) VALUES ?',
    CASINGS.map((c) => [ids.casings.get(c.key) ?? '', c.name, c.material, c.calibreMm, c.gPerM]),
  );
}

export async function hasPeople(db: Db): Promise<boolean> {
  const rows = await sql(db).rows('SELECT id FROM person LIMIT 1');
  return rows.length > 0;
}
