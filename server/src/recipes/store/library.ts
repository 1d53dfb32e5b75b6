import { sql } from '../../platform/sql.js';
import { PLAIN_FACTS, differences, preBlendFacts, type Ingredient, type IngredientFacts } from '@zest/core';
import { ingredientFacts, type LibraryItem, type Person } from '@zest/contract';
import { STOCKED } from '../../ledger/index.js';
import { audit } from '../../platform/audit.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Db, Transaction } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { invalid, notFound, stale } from '../../platform/problem.js';

interface IngredientRow {
  id: string;
  name: string;
  form: string;
  role: LibraryItem['role'];
  nitritePct: number | null;
  nitratePct: number | null;
  saltPct: number;
  typed: number;
  facts: unknown;
  version: number;
  priceMinorPerKg: number | null;
  freeMg: number | null;
  isSupply: number;
}

const SELECT = `SELECT i.id, i.name, i.form, i.role, CAST(i.nitrite_pct AS DOUBLE) AS nitritePct,
    CAST(i.nitrate_pct AS DOUBLE) AS nitratePct, CAST(i.salt_pct AS DOUBLE) AS saltPct, i.typed, i.facts, i.version,
    (SELECT l.price_minor FROM lot l WHERE l.ingredient_id = i.id AND l.price_minor IS NOT NULL ORDER BY l.received_at DESC, l.code DESC LIMIT 1)
      AS priceMinorPerKg,
    here.freeMg, COALESCE(here.isSupply, FALSE) AS isSupply
  FROM ingredient i LEFT JOIN (
    SELECT l.ingredient_id, CAST(SUM(IF(l.status = 'available', b.amount - b.reserved, 0)) AS SIGNED) AS freeMg,
      MAX(a.kind = 'gain') AS isSupply
    FROM ${STOCKED} stocked STRAIGHT_JOIN lot l ON l.account_id = stocked.id JOIN account a ON a.id = l.account_id
    LEFT JOIN balance b ON b.account_id = l.account_id
    WHERE l.ingredient_id IS NOT NULL GROUP BY l.ingredient_id
  ) here ON here.ingredient_id = i.id`;

/** Every ingredient with what is known of it, by name and form. */
export async function listIngredients(db: Db): Promise<LibraryItem[]> {
  return (await sql(db).rows<IngredientRow>(`${SELECT} ORDER BY i.name, i.form`)).map(toItem);
}

export async function mustFindIngredient(db: Db, id: string): Promise<LibraryItem> {
  const [row] = await sql(db).rows<IngredientRow>(`${SELECT} WHERE i.id = :id`, { id });
  if (!row) throw notFound('This ingredient');
  return toItem(row);
}

/** The library as the core reads it. */
export async function readLibrary(db: Db): Promise<Map<string, Ingredient>> {
  return new Map((await listIngredients(db)).map((item) => [item.id, item]));
}

/** The strengths stand in columns of their own, for the bench and the ledger; the rest in one document. */
function toItem(row: IngredientRow): LibraryItem {
  const kept = parsed(row.facts);
  const facts: IngredientFacts = kept
    ? ingredientFacts.parse(kept)
    : { ...PLAIN_FACTS, compound: row.role === 'packet' };
  const { id, name, form, role, version, priceMinorPerKg } = row;
  return ingredientItem({
    ...facts,
    contents: {
      ...facts.contents,
      saltPct: row.saltPct,
      nitritePct: row.nitritePct ?? 0,
      nitratePct: row.nitratePct ?? 0,
      ...(role === 'liquid' && !kept ? { waterPct: waterIn(row) } : {}),
    },
    id,
    name,
    form,
    role,
    version,
    priceMinorPerKg,
    typed: row.typed === 1,
    freeMg: row.freeMg ?? 0,
    isSupply: row.isSupply === 1,
  });
}

/** A liquid of which nothing more is known is water but for what it is said to hold. */
function waterIn({ saltPct, nitritePct, nitratePct }: IngredientRow): number {
  return Math.max(0, 100 - saltPct - (nitritePct ?? 0) - (nitratePct ?? 0));
}

/** Fields that are absent stay absent, so that the item is what its schema says. */
function ingredientItem(
  item: Ingredient & Pick<LibraryItem, 'freeMg' | 'isSupply' | 'version'>,
): LibraryItem {
  return JSON.parse(JSON.stringify(item)) as LibraryItem;
}

/**
 * Writes down what is known of an ingredient. What a pre-blend holds is computed and cannot be typed.
 * @throws HttpProblem 409 with the ingredient as it is when somebody changed it first
 */
export async function changeIngredient(
  app: AppContext,
  person: Person,
  id: string,
  { version, facts, typed }: { version: number; facts: IngredientFacts; typed?: true | undefined },
): Promise<void> {
  await app.db.transaction(async (tx) => {
    const item = await mustFindIngredient(tx, id);
    if (item.version !== version) throw stale(`${item.name} has changed since you looked.`, item);
    if (item.preBlend) {
      throw invalid([
        { path: 'facts', message: `${item.name} is a pre-blend: what it holds comes from its parts.` },
      ]);
    }
    const { nitritePct, nitratePct } = facts.contents;
    if (item.role === 'cure' && nitritePct + nitratePct <= 0) {
      throw invalid([
        {
          path: 'facts.contents.nitritePct',
          message: 'A cure states its nitrite or nitrate strength in percent.',
        },
      ]);
    }
    await saveFacts(tx, id, facts, typed);
    const changed = await mustFindIngredient(tx, id);
    await audit(
      tx,
      { personId: person.id, at: app.now() },
      { what: 'ingredient', about: item.name, from: factsOf(item), to: factsOf(changed) },
    );
    await tellOpenBatches(tx, app.now(), item, changed);
    announce(tx, app.now(), { topic: 'recipes' });
    announce(tx, app.now(), { topic: 'lots' });
  });
}

/** Open batches go on by what was known when they were opened; the lead is told what is stated otherwise now. */
async function tellOpenBatches(tx: Transaction, now: Date, was: LibraryItem, is: LibraryItem): Promise<void> {
  const words = differences(was, is);
  if (words.length === 0) return;
  const open = await sql(tx).rows<{ batchId: string }>(
    `SELECT DISTINCT b.id AS batchId FROM batch b JOIN batch_line l ON l.batch_id = b.id
     WHERE b.state = 'open' AND JSON_VALUE(l.document, '$.ingredientId') = :id`,
    { id: is.id },
  );
  for (const { batchId } of open) {
    addNotice(
      tx,
      batchId,
      now,
      `${is.name} is stated otherwise now: ${words.join('; ')}. This batch is reckoned as it was; exchange the line where that is wrong.`,
    );
    announce(tx, now, { topic: 'batch', batchId });
  }
}

/** What is known of an ingredient, without what its lots say. */
function factsOf(item: LibraryItem): object {
  const { id: _id, version: _version, priceMinorPerKg: _price, freeMg: _free, ...facts } = item;
  return facts;
}

/** Stores facts, the strengths in their columns. */
export async function saveFacts(tx: Db, id: string, facts: IngredientFacts, typed?: true): Promise<void> {
  const { saltPct, nitritePct, nitratePct } = facts.contents;
  await sql(tx).write(
    `UPDATE ingredient SET facts = :facts, salt_pct = :saltPct, nitrite_pct = :nitritePct,
       nitrate_pct = :nitratePct, typed = IF(:typed, 1, typed), version = version + 1 WHERE id = :id`,
    {
      id,
      facts: JSON.stringify(facts),
      typed: typed === true,
      saltPct,
      nitritePct: nitritePct + nitratePct > 0 ? nitritePct : null,
      nitratePct: nitritePct + nitratePct > 0 ? nitratePct : null,
    },
  );
}

/** {@link preBlendFacts} of the shop's library. */
export async function factsOfParts(
  tx: Db,
  parts: readonly { ingredientId: string; gPerKg: number }[],
  self: string,
): Promise<IngredientFacts> {
  return preBlendFacts(parts, await readLibrary(tx), self);
}
