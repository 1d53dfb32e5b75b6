import { sql } from '../../platform/sql.js';
import type { LotDetail } from '@zest/contract';
import type { Db } from '../../platform/database.js';
import { notFound } from '../../platform/problem.js';
import { limitOf } from '../commands/cold-reading.js';
import { storiesOf } from '../commands/fat-tests.js';
import { findLots, toLot, type LotRow } from './lots.js';
import { shopTime } from '../../platform/shop-time.js';

/** One lot with its history, its fat story, its parents and where it went. */
export async function readLot(db: Db, id: string, now: Date): Promise<LotDetail> {
  const [row] = await findLots(db, [id]);
  if (!row) throw notFound('This lot');
  const events = await sql(db).rows<{
    id: string;
    kind: string;
    sentence: string;
    at: Date;
    person: string | null;
  }>(
    `SELECT e.id, e.kind, e.sentence, e.at, p.name AS person FROM lot_event e
     LEFT JOIN person p ON p.id = e.person_id WHERE e.lot_id = :id ORDER BY e.at DESC, e.id DESC LIMIT 200`,
    { id },
  );
  const photos = await sql(db).rows<{ id: string }>(
    'SELECT id FROM lot_photo WHERE lot_id = :id ORDER BY at',
    {
      id,
    },
  );
  return {
    ...toLot(row, await shopTime(db, now)),
    maxC: await limitOf(db, row),
    events: events.map((e) => ({ ...e, at: e.at.toISOString() })),
    ...(await fatStory(db, id)),
    ...(await family(db, id)),
    usedIn: await usesOf(db, row),
    photos: photos.map((p) => p.id),
  };
}

async function fatStory(db: Db, id: string): Promise<Pick<LotDetail, 'baseFat' | 'fatChanges'>> {
  const [base] = await sql(db).rows<{ fatPct: number; fatSd: number }>(
    'SELECT CAST(base_fat_pct AS DOUBLE) AS fatPct, CAST(base_fat_sd AS DOUBLE) AS fatSd FROM lot WHERE id = :id',
    { id },
  );
  const { stories, tests } = await storiesOf(db, [id]);
  const numbers = new Map(
    (
      await sql(db).rows<{ id: string; number: number }>(
        `SELECT b.id, b.number FROM batch b JOIN fat_test f ON f.batch_id = b.id
       JOIN fat_test_part p ON p.test_id = f.id WHERE p.lot_id = :id`,
        { id },
      )
    ).map((b) => [b.id, b.number]),
  );
  return {
    baseFat: base ?? { fatPct: 0, fatSd: 0 },
    fatChanges: (stories.get(id)?.changes ?? []).flatMap((change) => {
      const test = tests.find((t) => t.id === change.testId);
      return test
        ? [
            {
              testId: test.id,
              method: test.method,
              measured: { fatPct: test.fatPct, fatSd: test.fatSd },
              at: test.at.toISOString(),
              person: test.person,
              batchNumber: test.batchId ? (numbers.get(test.batchId) ?? null) : null,
              before: change.before,
              after: change.after,
            },
          ]
        : [];
    }),
  };
}

async function family(db: Db, id: string): Promise<Pick<LotDetail, 'madeFrom' | 'madeInto'>> {
  const madeFrom = await sql(db).rows<{
    name: string;
    lotId: string | null;
    batchId: string | null;
    massMg: number;
  }>(
    `SELECT COALESCE(CONCAT(t.name, ' ', l.code), CONCAT('batch ', b.number)) AS name, p.parent_lot_id AS lotId,
       p.batch_id AS batchId, p.mass_mg AS massMg
     FROM lot_parent p LEFT JOIN lot l ON l.id = p.parent_lot_id LEFT JOIN trim_kind t ON t.id = l.trim_id
     LEFT JOIN batch b ON b.id = p.batch_id WHERE p.lot_id = :id`,
    { id },
  );
  const madeInto = await sql(db).rows<{ name: string; lotId: string; massMg: number }>(
    `SELECT CONCAT(t.name, ' ', l.code) AS name, l.id AS lotId, p.mass_mg AS massMg
     FROM lot_parent p JOIN lot l ON l.id = p.lot_id JOIN trim_kind t ON t.id = l.trim_id WHERE p.parent_lot_id = :id`,
    { id },
  );
  return { madeFrom, madeInto };
}

/** What of it went into batches, less what was taken back; each side by its own index, for ten years of entries. */
async function usesOf(db: Db, { id, accountId }: LotRow): Promise<LotDetail['usedIn']> {
  const rows = await sql(db).rows<Omit<LotDetail['usedIn'][number], 'massMg'> & { massMg: string }>(
    `SELECT b.id AS batchId, b.number, r.name AS product,
       SUM(moved.amount) AS massMg,
       (SELECT CAST(MAX(n.fat_pct) AS DOUBLE) FROM batch_line n WHERE n.batch_id = b.id AND n.lot_id = :id) AS fatPctThen
     FROM (
       SELECT batch_id, amount FROM transfer WHERE from_account = :accountId AND batch_id IS NOT NULL
       UNION ALL SELECT batch_id, -amount FROM transfer WHERE to_account = :accountId AND batch_id IS NOT NULL
         AND from_account NOT IN (SELECT a.id FROM account a WHERE a.kind = 'gain')
     ) moved JOIN batch b ON b.id = moved.batch_id
     JOIN recipe_version v ON v.id = b.recipe_version_id JOIN recipe r ON r.id = v.recipe_id
     GROUP BY b.id ORDER BY b.number DESC LIMIT 100`,
    { id, accountId },
  );
  return rows.map((r) => ({ ...r, massMg: Number(r.massMg) })).filter((r) => r.massMg > 0);
}
