import { sql } from '../../platform/sql.js';
import { arrivalLimit, type BookId } from '@zest/core';
import type { NewTrim, Person, Trim } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { invalid, notFound } from '../../platform/problem.js';
import { shopBook } from '../../platform/settings.js';
import { insertTrim } from './kinds.js';

/** Kinds of trim the shop knows, with the warmest a fresh delivery of each may come. */
export async function listTrims(db: Db, book: BookId): Promise<Trim[]> {
  const rows = await sql(db).rows<Omit<Trim, 'wild' | 'maxC' | 'groundMaxC'> & { wild: number }>(
    'SELECT id, name, species, CAST(fat_pct AS DOUBLE) AS fatPct, wild FROM trim_kind ORDER BY species, name',
  );
  return rows.map((row) => ({
    ...row,
    wild: row.wild === 1,
    maxC: arrivalLimit({ book, species: row.species, state: 'fresh', form: 'whole' }).maxC,
    groundMaxC: arrivalLimit({ book, species: row.species, state: 'fresh', form: 'ground' }).maxC,
  }));
}

/** @throws HttpProblem 422 when the shop already has a trim of that name */
export async function addTrim(app: AppContext, person: Person, body: NewTrim): Promise<Trim> {
  const head = { id: body.id, kind: 'add-trim', personId: person.id, at: app.now(), request: body };
  await once(app.db, head, async (tx) => {
    try {
      await insertTrim(tx, { ...body, wild: body.wild === true });
    } catch (error) {
      if (errnoOf(error) !== DUPLICATE_KEY) throw error;
      throw invalid([{ path: 'name', message: `The shop already has a trim named ${body.name}.` }]);
    }
  });
  const trim = (await listTrims(app.db, await shopBook(app.db))).find((t) => t.id === body.id);
  if (!trim) throw notFound('This trim');
  return trim;
}

export type TrimKind = Pick<Trim, 'name' | 'species' | 'fatPct'>;

/** A trim of the shop by its id. */
export async function findTrim(db: Db, id: string): Promise<TrimKind | undefined> {
  const [trim] = await sql(db).rows<TrimKind>(
    'SELECT name, species, CAST(fat_pct AS DOUBLE) AS fatPct FROM trim_kind WHERE id = :id',
    { id },
  );
  return trim;
}
