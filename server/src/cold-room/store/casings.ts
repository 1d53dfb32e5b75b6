import { sql } from '../../platform/sql.js';
import { diameterOfFlat } from '@zest/core';
import type { NewCasing, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Db } from '../../platform/database.js';
import { DUPLICATE_KEY, errnoOf } from '../../platform/database-errors.js';
import { announce } from '../../platform/live.js';
import { invalid } from '../../platform/problem.js';
import { insertCasing } from './kinds.js';

interface CasingKind {
  casingId: string;
  name: string;
  material: string;
  calibreMm: number;
  gPerM: number;
  tubeMm: number | null;
  tubeTakesG: number | null;
  minorPerM: number | null;
}

/** Casings that a recipe can be stuffed into, with the price of the newest lot. */
export function listCasings(db: Db): Promise<CasingKind[]> {
  return sql(db).rows<CasingKind>(
    `SELECT c.id AS casingId, c.name, c.material, CAST(c.calibre_mm AS DOUBLE) AS calibreMm,
       CAST(c.g_per_m AS DOUBLE) AS gPerM,
       CAST(c.tube_mm AS DOUBLE) AS tubeMm, CAST(c.tube_takes_g AS DOUBLE) AS tubeTakesG,
       (SELECT l.price_minor FROM lot l WHERE l.casing_id = c.id AND l.price_minor IS NOT NULL ORDER BY l.received_at DESC, l.code DESC LIMIT 1)
         AS minorPerM
     FROM casing c ORDER BY c.name`,
  );
}

/** @throws HttpProblem 422 when a casing of that name is known */
export async function addCasing(app: AppContext, person: Person, body: NewCasing): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'add-casing', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    try {
      const { id, name, material, gPerM, tubeMm, tubeTakesG } = body;
      const calibreMm = body.calibreMm ?? diameterOfFlat(body.flatWidthMm ?? 0);
      await insertCasing(tx, {
        id,
        name,
        material,
        calibreMm,
        gPerM,
        tubeMm: tubeMm ?? null,
        tubeTakesG: tubeTakesG ?? null,
      });
    } catch (error) {
      if (errnoOf(error) !== DUPLICATE_KEY) throw error;
      throw invalid([{ path: 'name', message: `The shop already has ${body.name}.` }]);
    }
    announce(tx, now, { topic: 'lots' });
  });
}
