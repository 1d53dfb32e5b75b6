import { mixture } from '../blend/mixture.js';
import { houseOf } from '../rules/house.js';
import { recipeFigures } from '../recipe/figures.js';
import { gauges, type Gauge } from '../recipe/gauges.js';
import { NO_CONTENTS, PLAIN_FACTS, type Ingredient } from '../recipe/ingredient.js';
import type { RecipeLine } from '../recipe/document.js';
import { expectedYield } from '../steps/index.js';
import type { BatchFacts, ShopFacts } from './facts.js';
import type { LineView } from './view.js';

/** What each line carried when its version was published, as a library of ingredients. */
export function carried(lines: readonly RecipeLine[]): Map<string, Ingredient> {
  return new Map(
    lines.map((line) => [
      line.ingredientId,
      {
        ...PLAIN_FACTS,
        contents: NO_CONTENTS,
        ...line.carries,
        id: line.ingredientId,
        name: line.name,
        form: '',
        role: line.role,
        typed: true,
        priceMinorPerKg: null,
        ...(line.carries ? {} : { contents: bareContents(line) }),
      },
    ]),
  );
}

/** Lines of early versions kept what they carry: plain salt, and a cure by its own strength. */
function bareContents(line: RecipeLine) {
  const nitritePct = line.nitritePct ?? 0;
  return {
    ...NO_CONTENTS,
    nitritePct,
    saltPct: line.role === 'salt' ? 100 : line.role === 'cure' ? 100 - nitritePct : 0,
    waterPct: line.role === 'liquid' ? 100 : 0,
  };
}

/** The gauges of a batch: what was weighed where it was, what is due where it was not. */
export function batchGauges(
  facts: BatchFacts,
  lines: readonly LineView[],
  meatMg: number,
  shop: Pick<ShopFacts, 'book' | 'nitriteFloorPpm' | 'saltMinGPerKg' | 'saltMaxGPerKg'>,
): Gauge[] {
  const { recipe } = facts.batch;
  const made = madeLines(facts, lines, meatMg);
  const window = fatAsMade(facts, lines);
  const figures = recipeFigures({ lines: made, window }, carried(made));
  const brought = broughtByMeat(facts, lines, meatMg);
  const all = gauges({
    figures: {
      ...figures,
      salt: figures.salt + brought.salt,
      nitrite: figures.nitrite + brought.nitrite,
    },
    state: recipe.state,
    fatClass: recipe.fatClass,
    book: shop.book,
    house: houseOf(shop),
    meatMg,
    productYield: expectedYield(recipe.steps),
  });
  return all.map((g) => ({ ...g, roomMg: g.roomMg === null ? null : Math.round(g.roomMg) }));
}

/** The fat of the blend as it is made, as a window of its own; before there is any meat, that of the batch. */
function fatAsMade({ batch, accounts, lines: rows }: BatchFacts, lines: readonly LineView[]) {
  const meats = rows.flatMap((row) => {
    const line = lines.find((l) => l.id === row.id);
    const massKg = line && row.kind === 'meat' ? (line.weighedMg > 0 ? line.weighedMg : line.dueMg) / 1e6 : 0;
    const fatPct = accounts.find((a) => a.id === row.lotAccountId)?.fatPct;
    return massKg > 0 && typeof fatPct === 'number' ? [{ massKg, fatPct }] : [];
  });
  if (meats.length === 0) return { minPct: batch.windowMinPct, maxPct: batch.windowMaxPct };
  const { fatPct } = mixture(meats);
  return { minPct: fatPct, maxPct: fatPct };
}

/** The ingredient lines as they are made: what was weighed where it was, what is due where it was not. */
export function madeLines(facts: BatchFacts, lines: readonly LineView[], meatMg: number): RecipeLine[] {
  return facts.lines.flatMap((row) => {
    const line = lines.find((l) => l.id === row.id);
    if (!row.document || !line) return [];
    const massMg = line.weighedMg > 0 || isClosed(facts, row.stepId) ? line.weighedMg : line.dueMg;
    return massMg > 0 ? [{ ...row.document, dose: { gPerKgMeat: (massMg / meatMg) * 1000 } }] : [];
  });
}

/** What was not weighed at a step that is closed did not go in. */
function isClosed(facts: BatchFacts, stepId: string): boolean {
  return facts.steps.some((s) => s.id === stepId && s.closedAt !== null);
}

/** Salt and nitrite that rework and cured trims bring, kg per kg of meat. */
function broughtByMeat(facts: BatchFacts, lines: readonly LineView[], meatMg: number) {
  let salt = 0;
  let nitrite = 0;
  for (const row of facts.lines) {
    const line = lines.find((l) => l.id === row.id);
    if (row.kind !== 'meat' || !line) continue;
    const account = facts.accounts.find((a) => a.id === row.lotAccountId);
    const share = (line.weighedMg > 0 ? line.weighedMg : line.dueMg) / meatMg;
    salt += (share * (account?.saltGPerKg ?? 0)) / 1000;
    nitrite += (share * (account?.nitritePpm ?? 0)) / 1e6;
  }
  return { salt, nitrite };
}
