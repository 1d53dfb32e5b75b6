import type { LeftOver, Standing } from '@zest/core';
import type { ReworkRow } from '@zest/contract';
import type { Db } from '../platform/database.js';

/** What batches know and the cold room asks. */
export interface BatchesKnow {
  /** What stands at a step of a batch, less what air and heat have taken of it. */
  standingOf: (
    db: Db,
    of: { batchId: string; stepId: string; goneMg?: number },
  ) => Promise<Standing | undefined>;
  /** What is left over of one batch, or of all. */
  leftOver: (db: Db, batchId?: string) => Promise<LeftOver[]>;
}

/** What batches left over and nobody has put into the cold room yet. */
export async function listRework(db: Db, leftOver: BatchesKnow['leftOver']): Promise<ReworkRow[]> {
  return (await leftOver(db)).map(({ lotId, batchId, number, product, code, standing }) => ({
    lotId,
    batchId,
    number,
    product,
    code,
    massMg: standing.balanceMg,
    fatPct: standing.fatPct,
    saltGPerKg: standing.saltGPerKg,
    nitritePpm: standing.nitritePpm,
    heat: standing.heat,
    species: standing.species.map((s) => s.species),
    useBy: standing.useBy,
    carries: { allergens: [...standing.carries.allergens], parts: [...standing.carries.parts] },
  }));
}
