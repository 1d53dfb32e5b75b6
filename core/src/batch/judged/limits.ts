import { mixture } from '../../blend/mixture.js';
import { join, joinAll, resized, type Matter } from '../../matter/index.js';
import { contentsOf } from '../../matter/of-ingredient.js';
import { gauges, type Gauge } from '../../recipe/gauges.js';
import { PLAIN_FACTS, STATEMENTS, type Ingredient } from '../../recipe/ingredient.js';
import type { RecipeLine } from '../../recipe/document.js';
import { houseOf } from '../../rules/house.js';
import { expectedYield } from '../../steps/index.js';
import type { BatchFacts, LineFact, ShopFacts } from '../facts/facts.js';
import type { BatchMasses } from '../facts/masses.js';
import { lineMatter } from '../facts/stuff.js';
import type { LineView } from './line-view.js';

/** What each line carried when its version was published, as a library of ingredients. */
export function carried(lines: readonly RecipeLine[]): Map<string, Ingredient> {
  return new Map(
    lines.map(({ carries, ingredientId, name, role, nitritePct }) => [
      ingredientId,
      {
        ...PLAIN_FACTS,
        ...carries,
        compound: carries?.compound ?? false,
        stated: carries?.unstated ? [] : STATEMENTS,
        contents: contentsOf({ known: carries, role, nitritePct }),
        id: ingredientId,
        name,
        form: '',
        role,
        typed: carries?.unstated !== true,
        priceMinorPerKg: null,
      },
    ]),
  );
}

/**
 * The gauges of a batch: what was weighed where it was, what is due where it was not; limits on the product by the
 * product as it stands, and before there is one by what is expected of it.
 */
export function batchGauges(
  facts: BatchFacts,
  masses: Pick<BatchMasses, 'matters'>,
  lines: readonly LineView[],
  meatMg: number,
  shop: Pick<ShopFacts, 'book' | 'nitriteFloorPpm' | 'saltMinGPerKg' | 'saltMaxGPerKg'>,
): Gauge[] {
  const { recipe } = facts.batch;
  const product = masses.matters.together(facts.productAccountId);
  const all = gauges({
    figures: {
      matter: matterAsMade(facts, lines, meatMg),
      lines: [...carried(madeDocuments(facts, lines)).values()],
    },
    state: recipe.state,
    fatClass: recipe.fatClass,
    book: shop.book,
    house: houseOf(shop),
    meatMg,
    productYield: expectedYield(recipe.steps),
    ...(product.massMg > 0 ? { product } : {}),
  });
  return all.map((g) => ({ ...g, roomMg: g.roomMg === null ? null : Math.round(g.roomMg) }));
}

/**
 * All of the batch by its lines: what was weighed where it was, what is due where it was not.
 * @param meatMg the meat that is in it: what was kept by the grinder or trimmed away is not
 */
function matterAsMade(facts: BatchFacts, lines: readonly LineView[], meatMg: number): Matter {
  const views = new Map(lines.map((l) => [l.id, l]));
  const lots = new Map(facts.accounts.map((a) => [a.id, a]));
  const unknownPct = fatOfUnknown(facts, (row) => {
    const line = views.get(row.id);
    return line ? madeMg(facts, row, line) : 0;
  });
  const ofKind = (kind: LineFact['kind']) =>
    facts.lines.flatMap((row) => {
      const line = views.get(row.id);
      const massMg = line && row.kind === kind ? madeMg(facts, row, line) : 0;
      const lot = lots.get(row.lotAccountId);
      const known = lot && lot.fatPct === null ? { ...lot, fatPct: unknownPct } : lot;
      return massMg > 0 ? [lineMatter(row, known, massMg)] : [];
    });
  return join(resized(joinAll(ofKind('meat')), meatMg), joinAll(ofKind('ingredient')));
}

/** Meat whose fat nobody knows is as fat as what is known of the blend; where nothing is, as the middle of its window. */
function fatOfUnknown({ batch, accounts, lines }: BatchFacts, massOf: (row: LineFact) => number): number {
  const known = lines.flatMap((row) => {
    const fatPct = accounts.find((a) => a.id === row.lotAccountId)?.fatPct;
    const massKg = row.kind === 'meat' ? massOf(row) / 1e6 : 0;
    return massKg > 0 && typeof fatPct === 'number' ? [{ massKg, fatPct }] : [];
  });
  return known.length === 0 ? (batch.windowMinPct + batch.windowMaxPct) / 2 : mixture(known).fatPct;
}

/** What was weighed, or – while its step is open – what is due; what was not weighed at a step that is closed did not go in. */
function madeMg(facts: BatchFacts, row: LineFact, line: LineView): number {
  const isClosed = facts.steps.some((s) => s.id === row.stepId && s.closedAt !== null);
  return line.weighedMg > 0 || isClosed ? line.weighedMg : line.dueMg;
}

function madeDocuments(facts: BatchFacts, lines: readonly LineView[]): RecipeLine[] {
  return madeLines(facts, lines, 1);
}

/**
 * The ingredient lines as they are made, with their weights as doses on the meat. Top-ups, corrections and another lot
 * of a line are more of that line.
 */
export function madeLines(facts: BatchFacts, lines: readonly LineView[], meatMg: number): RecipeLine[] {
  const views = new Map(lines.map((l) => [l.id, l]));
  const made = new Map<string, { document: RecipeLine; massMg: number }>();
  for (const row of facts.lines) {
    const line = views.get(row.id);
    const massMg = row.document && line ? madeMg(facts, row, line) : 0;
    if (!row.document || massMg <= 0) continue;
    const key = `${row.document.key} ${row.document.ingredientId}`;
    made.set(key, { document: row.document, massMg: (made.get(key)?.massMg ?? 0) + massMg });
  }
  return [...made.values()].map(({ document, massMg }) => ({
    ...document,
    dose: { gPerKgMeat: (massMg / meatMg) * 1000 },
  }));
}
