import { SHOP_ACCOUNTS } from '@zest/core';
import { sql } from '../../platform/sql.js';
import { v7 as uuid } from 'uuid';
import type { FatBase, FatFigure } from '@zest/core';
import type { Db } from '../../platform/database.js';

export interface TestRow extends FatFigure {
  id: string;
  method: 'lab' | 'instrument' | 'cook-out';
  batchId: string | null;
  at: Date;
  person: string;
  reversed: boolean;
  lotIds: string[];
}

export async function insertTest(
  tx: Db,
  test: {
    id: string;
    method: string;
    fatPct: number | null;
    fatSd: number | null;
    document: object | null;
    batchId: string | null;
    stream: 'lean' | 'fat' | null;
    reversesId: string | null;
    reason: string | null;
    at: Date;
    personId: string;
  },
): Promise<void> {
  await sql(tx).write(
    `INSERT INTO fat_test (id, method, fat_pct, fat_sd, document, batch_id, stream, reverses_id, reason, at, person_id)
     VALUES (:id, :method, :fatPct, :fatSd, :document, :batchId, :stream, :reversesId, :reason, :at, :personId)`,
    { ...test, document: test.document && JSON.stringify(test.document) },
  );
}

export async function insertParts(
  tx: Db,
  testId: string,
  parts: readonly { lotId: string; massMg: number }[],
): Promise<void> {
  await sql(tx).insertMany(
    'INSERT INTO fat_test_part (id, test_id, lot_id, mass_mg) VALUES ?',
    parts.map((p) => [uuid(), testId, p.lotId, p.massMg]),
  );
}

const SELECT = `SELECT f.id, f.method, CAST(f.fat_pct AS DOUBLE) AS fatPct, CAST(f.fat_sd AS DOUBLE) AS fatSd,
    f.batch_id AS batchId, f.at, p.name AS person, r.id IS NOT NULL AS reversed,
    (SELECT GROUP_CONCAT(x.lot_id) FROM fat_test_part x WHERE x.test_id = f.id) AS lotIds
  FROM fat_test f JOIN person p ON p.id = f.person_id LEFT JOIN fat_test r ON r.reverses_id = f.id
  WHERE f.reverses_id IS NULL`;

async function select(
  db: Db,
  where: string,
  params: Record<string, string | string[] | number>,
): Promise<TestRow[]> {
  const rows = await sql(db).rows<
    Omit<TestRow, 'reversed' | 'lotIds'> & { reversed: number; lotIds: string | null }
  >(`${SELECT} ${where}`, params);
  return rows.map((r) => ({ ...r, reversed: r.reversed === 1, lotIds: (r.lotIds ?? '').split(',') }));
}

export async function findTest(db: Db, id: string): Promise<TestRow | undefined> {
  return (await select(db, 'AND f.id = :id', { id }))[0];
}

export function latestTests(db: Db, count: number): Promise<TestRow[]> {
  return select(db, 'ORDER BY f.seq DESC LIMIT :count', { count });
}

export interface PartRow {
  testId: string;
  lotId: string;
  massMg: number;
  code: string;
  name: string;
}

export async function partsOfTests(db: Db, testIds: readonly string[]): Promise<PartRow[]> {
  if (testIds.length === 0) return [];
  return sql(db).rows<PartRow>(
    `SELECT p.test_id AS testId, p.lot_id AS lotId, p.mass_mg AS massMg, l.code, t.name
     FROM fat_test_part p JOIN lot l ON l.id = p.lot_id JOIN trim_kind t ON t.id = l.trim_id
     WHERE p.test_id IN (:testIds)`,
    { testIds: [...testIds] },
  );
}

/** All tests that bear on the lots, directly or through blends they share with others, in their order. */
export async function joinedTests(
  db: Db,
  lotIds: readonly string[],
): Promise<{ tests: TestRow[]; parts: PartRow[]; lots: FatBase[] }> {
  let lots = new Set(lotIds);
  let parts: PartRow[] = [];
  for (;;) {
    if (lots.size === 0) return { tests: [], parts: [], lots: [] };
    const touching = await sql(db).rows<{ testId: string }>(
      'SELECT DISTINCT test_id AS testId FROM fat_test_part WHERE lot_id IN (:lots)',
      { lots: [...lots] },
    );
    parts = await partsOfTests(
      db,
      touching.map((t) => t.testId),
    );
    const joined = new Set([...lots, ...parts.map((p) => p.lotId)]);
    if (joined.size === lots.size) break;
    lots = joined;
  }
  const ids = [...new Set(parts.map((p) => p.testId))];
  const tests = ids.length > 0 ? await select(db, 'AND f.id IN (:ids) ORDER BY f.seq', { ids }) : [];
  const bases = await sql(db).rows<FatBase>(
    `SELECT id, CAST(base_fat_pct AS DOUBLE) AS fatPct, CAST(base_fat_sd AS DOUBLE) AS fatSd FROM lot
     WHERE id IN (:lots) AND base_fat_pct IS NOT NULL`,
    { lots: [...lots] },
  );
  return { tests, parts, lots: bases };
}

export async function setFat(tx: Db, lotId: string, fat: FatFigure, knownBy: string | null): Promise<void> {
  await sql(tx).write(
    `UPDATE lot SET fat_pct = :fatPct, fat_sd = :fatSd, fat_known_by = COALESCE(:knownBy, base_fat_known_by),
       version = version + 1 WHERE id = :lotId`,
    { lotId, fatPct: fat.fatPct, fatSd: fat.fatSd, knownBy },
  );
}

export async function isTrimLot(db: Db, id: string): Promise<boolean> {
  const rows = await sql(db).rows("SELECT id FROM lot WHERE id = :id AND kind = 'trim'", { id });
  return rows.length > 0;
}

/** Whether a batch works lean and fat apart. */
export async function hasStreams(db: Db, batchId: string): Promise<boolean> {
  const rows = await sql(db).rows(
    `SELECT id FROM batch_step WHERE batch_id = :batchId AND NOT left_out
       AND JSON_VALUE(document, '$.stream') IN ('lean', 'fat') LIMIT 1`,
    { batchId },
  );
  return rows.length > 0;
}

/** What a batch has been given of each lot of meat, of one of its streams or of all, what was taken back not counted. */
export async function meatsOfBatch(
  db: Db,
  batchId: string,
  stream: 'lean' | 'fat' | null,
): Promise<{ lotId: string; massMg: number }[]> {
  const side = (account: 'from_account' | 'to_account', sign: '' | '-') =>
    `SELECT l.id AS lotId, ${sign}t.amount AS amount FROM transfer t
     JOIN lot l ON l.account_id = t.${account} AND l.kind = 'trim'
     WHERE t.batch_id = :batchId AND t.from_account <> :found
       AND (:stream IS NULL OR EXISTS (SELECT 1 FROM batch_line m
         JOIN batch_step s ON s.batch_id = m.batch_id AND s.place_account_id = m.place_account_id
         WHERE m.id = t.line_id AND JSON_VALUE(s.document, '$.stream') = :stream))`;
  const rows = await sql(db).rows<{ lotId: string; massMg: string }>(
    `SELECT lotId, SUM(amount) AS massMg FROM (${side('from_account', '')} UNION ALL ${side('to_account', '-')}) moved
     GROUP BY lotId HAVING massMg > 0`,
    { batchId, found: SHOP_ACCOUNTS.found, stream },
  );
  return rows.map((r) => ({ lotId: r.lotId, massMg: Number(r.massMg) }));
}
