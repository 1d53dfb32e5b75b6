import { z } from 'zod';
import {
  keptMatter,
  lotCarries,
  markFact,
  methodStep,
  portion,
  recipeDocument,
  recipeLine,
  stint,
} from '@zest/contract';
import { InputError, becoming } from '@zest/core';
import type {
  AccountFact,
  BatchFacts,
  BatchHead,
  LineFact,
  MarkFact,
  MethodStep,
  ReadingFact,
  StepFact,
  TransferFact,
  WorkFact,
} from '@zest/core';
import type { Db } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql, type Query } from '../../platform/sql.js';
import { atHotness } from '../../recipes/index.js';
import { publishedDocument } from './published.js';

const signatures = z.record(z.string(), z.string());

type Of<T> = T & { batchId: string };
/** Times come as dates. */
type Row<T, K extends keyof T> = Omit<T, K> & Record<K, Date | null>;

/** Told of a batch whose rows are not what they must be. */
export type OnBroken = (head: Omit<BatchHead, 'recipe' | 'signed' | 'meetsOther'>, why: string) => void;

/**
 * Whole batches as facts, in one round trip however many are asked for; the newest first.
 * A batch that is not there is left out.
 *
 * @param onBroken where it is given, a batch with rows that cannot be read is told to it and left out
 */
export async function loadFacts(db: Db, ids: readonly string[], onBroken?: OnBroken): Promise<BatchFacts[]> {
  if (ids.length === 0) return [];
  const params = { ids: [...ids] };
  const results = await sql(db).several(QUERIES.map((text): Query => ({ sql: text, params })));
  const [
    heads,
    steps,
    lines,
    transfers,
    readings,
    marks,
    acceptances,
    notices,
    works,
    tests,
    casings,
    lots,
    portions,
    accounts,
  ] = results as unknown as Loaded;
  const factsOf = (head: HeadRow): BatchFacts => {
    const mine = <T extends { batchId: string }>(rows: readonly T[]): T[] =>
      rows.filter((r) => r.batchId === head.id);
    const used = mine(accounts);
    const test = mine(tests)[0];
    return {
      n: head.n,
      batch: headOf(head),
      steps: mine(steps).map(stepOf),
      lines: mine(lines).map(lineOf),
      transfers: mine(transfers).map(timed),
      readings: mine(readings).map(timed),
      marks: mine(marks).map(markOf),
      acceptances: mine(acceptances).map(bare),
      notices: mine(notices).map(bare),
      work: workOf(mine(works)[0]),
      fatTest: test
        ? { fatPct: test.fatPct, fatSd: test.fatSd, stream: test.stream, at: test.at.toISOString() }
        : null,
      accounts: used.map(accountOf),
      casings: mine(casings).map(bare),
      ...productsOf(mine(lots), mine(portions)),
      reworkAccountId: mine(lots).find((l) => l.kind === 'rework')?.accountId ?? null,
    };
  };
  return heads.flatMap((head) => {
    try {
      return [factsOf(head)];
    } catch (error) {
      if (!onBroken || !(error instanceof z.ZodError || error instanceof InputError)) throw error;
      onBroken({ ...head, openedAt: head.openedAt.toISOString() }, 'a row of it is not what it must be.');
      return [];
    }
  });
}

type HeadRow = Omit<BatchHead, 'recipe' | 'signed' | 'meetsOther' | 'openedAt'> & {
  n: number;
  versionId: string;
  recipe: unknown;
  becomes: BatchHead['recipe']['state'] | null;
  signed: unknown;
  meetsOther: number;
  openedAt: Date;
};
type StepRow = Of<Row<Omit<StepFact, 'document' | 'leftOut'>, 'closedAt'>> & {
  document: unknown;
  leftOut: number;
};
type WorkRow = Of<Row<WorkFact, 'at' | 'stints'>> & { stints: unknown; at: Date };
type MarkRow = Of<Omit<MarkFact, 'at'> & { at: Date; said: unknown }>;
type PortionRow = Of<{ accountId: string; document: unknown }>;
type Loaded = [
  HeadRow[],
  StepRow[],
  (Of<Omit<LineFact, 'document'>> & { document: unknown })[],
  Of<Omit<TransferFact, 'at'> & { at: Date }>[],
  Of<Omit<ReadingFact, 'at'> & { at: Date }>[],
  MarkRow[],
  Of<BatchFacts['acceptances'][number]>[],
  Of<BatchFacts['notices'][number]>[],
  WorkRow[],
  Of<{ fatPct: number; fatSd: number; stream: 'lean' | 'fat' | null; at: Date }>[],
  Of<BatchFacts['casings'][number]>[],
  Of<{ kind: string; accountId: string }>[],
  PortionRow[],
  Of<AccountRow>[],
];

/** An account as the database has it: whether a trim is wild is a number there. */
type AccountRow = Omit<AccountFact, 'wild' | 'answered' | 'carries' | 'matter' | 'frozenBefore'> & {
  wild: number | null;
  answered: number;
  carries: unknown;
  matter: unknown;
  frozenBefore: number | null;
  thing: string | null;
};

function headOf(row: HeadRow): BatchHead {
  const { n: _n, versionId, recipe, becomes, signed, meetsOther, openedAt, ...head } = row;
  const document = atHotness(
    publishedDocument(versionId, () => recipeDocument.parse(parsed(recipe))),
    head.hotness,
  );
  return {
    ...head,
    openedAt: openedAt.toISOString(),
    recipe: becomes === null ? document : becoming(document, becomes),
    signed: signatures.parse(parsed(signed) ?? {}),
    meetsOther: meetsOther === 1,
  };
}

function stepOf({ batchId: _batch, closedAt, document, leftOut, ...step }: StepRow): StepFact {
  return {
    ...step,
    document: methodStep.parse(parsed(document)) as MethodStep,
    leftOut: Boolean(leftOut),
    closedAt: closedAt?.toISOString() ?? null,
  };
}

function lineOf({
  batchId: _batch,
  document,
  ...line
}: Of<Omit<LineFact, 'document'>> & { document: unknown }): LineFact {
  return { ...line, document: document === null ? null : recipeLine.parse(parsed(document)) };
}

function accountOf({
  batchId: _batch,
  thing,
  wild,
  answered,
  heat,
  carries,
  matter,
  frozenBefore,
  ...account
}: Of<AccountRow>): AccountFact {
  const trim = wild !== null;
  return {
    ...account,
    name: thing ?? account.name,
    wild: trim ? wild === 1 : null,
    ...(answered === 1 ? { answered: true } : {}),
    heat: trim ? heat : null,
    carries: carries === null ? null : lotCarries.parse(parsed(carries)),
    matter: matter === null ? null : keptMatter.parse(parsed(matter)),
    frozenBefore: trim ? frozenBefore === 1 : null,
  };
}

/** What the batch makes: the lots of its portions, and the one of what nothing parted off. */
function productsOf(
  lots: readonly { kind: string; accountId: string }[],
  rows: readonly PortionRow[],
): Pick<BatchFacts, 'productAccountId' | 'portions'> {
  const parted = new Set(rows.map((r) => r.accountId));
  return {
    productAccountId: lots.find((l) => l.kind === 'product' && !parted.has(l.accountId))?.accountId ?? null,
    portions: rows.map((r) => ({ ...portion.parse(parsed(r.document)), accountId: r.accountId })),
  };
}

function workOf(row: WorkRow | undefined): WorkFact | null {
  if (!row) return null;
  const { batchId: _batch, stints, at, ...work } = row;
  return { ...work, stints: z.array(stint).parse(parsed(stints)), at: at.toISOString() };
}

function timed<T extends { at: Date; proven?: boolean; retimed?: boolean }>(
  row: Of<T>,
): Omit<T, 'at' | 'batchId' | 'proven' | 'retimed'> & { at: string; proven: boolean; retimed: boolean } {
  const { batchId: _batch, at, proven, retimed, ...rest } = row;
  // What is true is a number in the database.
  return { ...rest, at: at.toISOString(), proven: Number(proven) === 1, retimed: Number(retimed) === 1 };
}

function markOf(row: MarkRow): MarkFact {
  const { said, ...head } = timed(row);
  return markFact.parse({ ...head, ...(parsed(said) as object) });
}

function bare<T>(row: Of<T>): Omit<Of<T>, 'batchId'> {
  const { batchId: _batch, ...rest } = row;
  return rest;
}

const TRANSFERS = `SELECT t.id, t.batch_id AS batchId, t.from_account AS \`from\`, t.to_account AS \`to\`, t.amount, t.at,
   t.step_id AS stepId, t.line_id AS lineId, p.name AS person, sender.name AS sentBy,
   t.proven, t.retimed, t.device_id AS deviceId, t.with_id AS withId, t.how,
   t.reverses_id AS reversesId, t.reason, t.load_no AS \`load\`
 FROM transfer t LEFT JOIN person p ON p.id = t.person_id LEFT JOIN person sender ON sender.id = t.sent_by_id
 WHERE t.batch_id IN (:ids)`;
const READINGS = `SELECT r.id, r.batch_id AS batchId, r.step_id AS stepId, r.kind, r.value, r.load_no AS \`load\`, r.at,
   p.name AS person, sender.name AS sentBy, r.proven, r.retimed, r.how, r.transfer_id AS transferId
 FROM reading r STRAIGHT_JOIN person p ON p.id = r.person_id LEFT JOIN person sender ON sender.id = r.sent_by_id
   LEFT JOIN transfer back ON back.reverses_id = r.transfer_id
   LEFT JOIN reading_back gone ON gone.reading_id = r.id
 WHERE r.batch_id IN (:ids) AND back.id IS NULL AND gone.reading_id IS NULL`;
const MARKS = `SELECT m.id, m.batch_id AS batchId, m.step_id AS stepId, m.kind, m.said, m.at,
   p.name AS person, sender.name AS sentBy, m.proven, m.retimed, w.name AS second
 FROM bench_mark m STRAIGHT_JOIN person p ON p.id = m.person_id LEFT JOIN person w ON w.id = m.second_person_id
   LEFT JOIN person sender ON sender.id = m.sent_by_id
 WHERE m.batch_id IN (:ids)`;

const QUERIES = [
  `SELECT b.id, b.n, b.number, r.id AS recipeId, r.name AS recipeName, v.id AS versionId, v.version_no AS versionNo,
     v.document AS recipe, b.becomes, b.state, b.planned_for AS plannedFor, b.planned_meat_mg AS plannedMeatMg,
     CAST(b.window_min_pct AS DOUBLE) AS windowMinPct, CAST(b.window_max_pct AS DOUBLE) AS windowMaxPct,
     b.opened_at AS openedAt, b.owner, b.hotness, b.signed, b.version,
     EXISTS (SELECT 1 FROM batch o WHERE o.planned_for = b.planned_for AND o.id <> b.id AND o.state IN ('open', 'closed')
       AND NOT o.owner <=> b.owner AND EXISTS (SELECT 1 FROM transfer t WHERE t.batch_id = o.id)) AS meetsOther,
     CAST(COALESCE(proven.runs, 0) - (b.state = 'closed' AND b.passed) AS SIGNED) AS provenRuns
   FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id JOIN recipe r ON r.id = v.recipe_id
   LEFT JOIN proven_version proven ON proven.recipe_version_id = b.recipe_version_id
   WHERE b.id IN (:ids) ORDER BY b.planned_for DESC, b.number DESC`,
  `SELECT s.id, s.batch_id AS batchId, s.position, s.document, s.place_account_id AS placeAccountId,
     (SELECT a.id FROM account a WHERE a.batch_id = s.batch_id AND a.step_id = s.id AND a.measure = 'mm' LIMIT 1)
       AS casingAccountId,
     s.origin, s.origin_no AS originNo, s.closed_at AS closedAt, p.name AS closedBy,
     s.override_reason AS overrideReason, s.left_out AS leftOut, s.version
   FROM batch_step s LEFT JOIN person p ON p.id = s.closed_by WHERE s.batch_id IN (:ids) ORDER BY s.position`,
  `SELECT l.id, l.batch_id AS batchId, l.step_id AS stepId, l.position, l.kind, l.name, l.lot_id AS lotId,
     t.code AS lotCode, l.lot_account_id AS lotAccountId, l.place_account_id AS placeAccountId,
     COALESCE((SELECT p.planned_mg FROM line_plan p WHERE p.line_id = l.id ORDER BY p.seq DESC LIMIT 1), l.planned_mg)
       AS plannedMg, l.seasons_step_id AS seasonsStepId, l.document, CAST(l.fat_pct AS DOUBLE) AS fatPct,
     CAST(l.fat_sd AS DOUBLE) AS fatSd
   FROM batch_line l JOIN lot t ON t.id = l.lot_id WHERE l.batch_id IN (:ids) ORDER BY l.position`,
  `${TRANSFERS} ORDER BY t.n, t.recorded_at, t.id`,
  `${READINGS} ORDER BY r.n, r.recorded_at, r.id`,
  `${MARKS} ORDER BY m.n, m.recorded_at, m.id`,
  `SELECT l.batch_id AS batchId, a.line_id AS lineId, a.weighed_mg AS weighedMg
   FROM acceptance a JOIN batch_line l ON l.id = a.line_id WHERE l.batch_id IN (:ids) ORDER BY a.at`,
  `SELECT n.id, n.batch_id AS batchId, n.sentence, p.name AS seenBy
   FROM notice n LEFT JOIN notice_seen s ON s.id = n.id LEFT JOIN person p ON p.id = s.person_id
   WHERE n.batch_id IN (:ids) ORDER BY n.at DESC, n.id DESC`,
  `SELECT w.batch_id AS batchId, w.stints, w.minor_per_hour AS minorPerHour, w.at, p.name AS person
   FROM batch_work w JOIN person p ON p.id = w.person_id WHERE w.batch_id IN (:ids) ORDER BY w.at DESC, w.id DESC`,
  `SELECT f.batch_id AS batchId, CAST(f.fat_pct AS DOUBLE) AS fatPct, CAST(f.fat_sd AS DOUBLE) AS fatSd, f.stream, f.at
   FROM fat_test f LEFT JOIN fat_test r ON r.reverses_id = f.id
   WHERE f.batch_id IN (:ids) AND f.reverses_id IS NULL AND r.id IS NULL ORDER BY f.seq DESC`,
  `SELECT r.batch_id AS batchId, l.casing_id AS casingId, l.id AS lotId, l.code AS lotCode, l.account_id AS accountId, b.amount AS leftMm,
     CAST(c.g_per_m AS DOUBLE) AS gPerM
   FROM reservation r JOIN lot l ON l.account_id = r.account_id AND l.kind = 'casing'
   JOIN casing c ON c.id = l.casing_id JOIN balance b ON b.account_id = r.account_id WHERE r.batch_id IN (:ids)
   ORDER BY l.received_at, l.code`,
  `SELECT batch_id AS batchId, kind, account_id AS accountId FROM lot
   WHERE batch_id IN (:ids) AND kind IN ('product', 'rework')`,
  `SELECT batch_id AS batchId, account_id AS accountId, document FROM batch_portion
   WHERE batch_id IN (:ids) ORDER BY position`,
  `SELECT u.batchId, a.id, a.kind, a.measure, a.name, l.kind AS lotKind, l.code AS lotCode,
     CAST(l.fat_pct AS DOUBLE) AS fatPct, CAST(l.fat_sd AS DOUBLE) AS fatSd, i.role, l.price_minor AS priceMinor,
     l.status AS lotStatus, t.species, t.wild, l.parasites IS NOT NULL AS answered, l.heat, l.use_by AS useBy, l.owner, CAST(l.salt_g_per_kg AS DOUBLE) AS saltGPerKg,
     CAST(l.nitrite_ppm AS DOUBLE) AS nitritePpm, l.carries, l.matter, l.state <> 'fresh' AS frozenBefore, b.amount AS balance, COALESCE(t.name, i.name, c.name) AS thing
   FROM (
     SELECT batch_id AS batchId, from_account AS id FROM transfer WHERE batch_id IN (:ids)
     UNION SELECT batch_id, to_account FROM transfer WHERE batch_id IN (:ids)
     UNION SELECT batch_id, lot_account_id FROM batch_line WHERE batch_id IN (:ids)
     UNION SELECT batch_id, place_account_id FROM batch_step WHERE batch_id IN (:ids) AND place_account_id IS NOT NULL
     UNION SELECT batch_id, account_id FROM lot WHERE batch_id IN (:ids) AND kind IN ('product', 'rework')
     UNION SELECT r.batch_id, r.account_id FROM reservation r WHERE r.batch_id IN (:ids)
   ) u JOIN account a ON a.id = u.id LEFT JOIN lot l ON l.account_id = a.id
   LEFT JOIN balance b ON b.account_id = a.id LEFT JOIN trim_kind t ON t.id = l.trim_id
   LEFT JOIN ingredient i ON i.id = l.ingredient_id LEFT JOIN casing c ON c.id = l.casing_id`,
] as const;

/** Entries with a number above `n`. */
export interface NewEntries {
  transfers: TransferFact[];
  readings: ReadingFact[];
  marks: MarkFact[];
}

/** The entries of a batch that came after a number. */
export async function loadEntriesAfter(db: Db, batchId: string, n: number): Promise<NewEntries> {
  const params = { ids: [batchId], n };
  const [transfers, readings, marks] = (await sql(db).several([
    { sql: `${TRANSFERS} AND t.n > :n ORDER BY t.n, t.recorded_at, t.id`, params },
    { sql: `${READINGS} AND r.n > :n ORDER BY r.n, r.recorded_at, r.id`, params },
    { sql: `${MARKS} AND m.n > :n ORDER BY m.n, m.recorded_at, m.id`, params },
  ])) as unknown as [Loaded[3], Loaded[4], Loaded[5]];
  return {
    transfers: transfers.map(timed),
    readings: readings.map(timed),
    marks: marks.map(markOf),
  };
}
