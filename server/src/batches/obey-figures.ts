import {
  NO_CONTENTS,
  PLAIN_FACTS,
  casingWords,
  declaration,
  expectedYield,
  gauges,
  recipeFigures,
  type BookId,
  type Gauge,
  type Ingredient,
  type LabelPart,
} from '@zest/core';
import type { BatchSheet, RecipeLine, SheetLine } from '@zest/contract';
import { sumWhere, type MassFigures } from './figures.js';
import type { BatchRecord } from './record.js';

/** What each line carried when its version was published, as the core reads a library. */
function carried(lines: readonly RecipeLine[]): Map<string, Ingredient> {
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

/** Lines of before versions kept what they carry: plain salt, and a cure by its own strength. */
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
  record: BatchRecord,
  lines: readonly SheetLine[],
  meatMg: number,
  book: BookId,
): BatchSheet['gauges'] {
  const { recipe } = record.batch;
  const made = record.lines.flatMap((row) => {
    const sheet = lines.find((l) => l.id === row.id);
    if (!row.document || !sheet) return [];
    const massMg = sheet.weighedMg > 0 || isClosed(record, row.stepId) ? sheet.weighedMg : sheet.dueMg;
    return [{ ...row.document, dose: { gPerKgMeat: (massMg / meatMg) * 1000 } }];
  });
  const figures = recipeFigures({ lines: made, window: windowAsMade(record) }, carried(made));
  const brought = broughtByMeat(record, lines, meatMg);
  const all = gauges({
    figures: {
      ...figures,
      salt: figures.salt + brought.salt,
      nitrite: figures.nitrite + brought.nitrite,
    },
    state: recipe.state,
    fatClass: recipe.fatClass,
    book,
    meatMg,
    productYield: expectedYield(recipe.steps),
  });
  return all.map((g: Gauge) => ({ ...g, roomMg: g.roomMg === null ? null : Math.round(g.roomMg) }));
}

/** What was not weighed at a step that is closed did not go in. */
function isClosed(record: BatchRecord, stepId: string): boolean {
  return record.steps.some((s) => s.id === stepId && s.closedAt !== null);
}

/** Salt and nitrite that rework and cured trims bring, kg per kg of meat. */
function broughtByMeat(record: BatchRecord, lines: readonly SheetLine[], meatMg: number) {
  let salt = 0;
  let nitrite = 0;
  for (const row of record.lines) {
    const sheet = lines.find((l) => l.id === row.id);
    if (row.kind !== 'meat' || !sheet) continue;
    const account = record.accounts.get(row.lotAccountId);
    const share = (sheet.weighedMg > 0 ? sheet.weighedMg : sheet.dueMg) / meatMg;
    salt += (share * (account?.saltGPerKg ?? 0)) / 1000;
    nitrite += (share * (account?.nitritePpm ?? 0)) / 1e6;
  }
  return { salt, nitrite };
}

function windowAsMade(record: BatchRecord) {
  return { minPct: record.batch.windowMinPct, maxPct: record.batch.windowMaxPct };
}

/** What went into a batch, as made, for its label: trims by species, lines with what they carry. */
export function labelParts(record: BatchRecord, figures: MassFigures): LabelPart[] {
  return record.lines.flatMap((line): LabelPart[] => {
    const massMg = sumWhere(figures.live, (t) => t.lineId === line.id);
    if (massMg <= 0) return [];
    if (!line.document) {
      return [{ name: speciesOf(record, line.lotAccountId, line.name), massMg, allergens: [], parts: [] }];
    }
    const { carries, role, name } = line.document;
    return [
      {
        name: (carries?.declaredAs ?? name).toLowerCase(),
        massMg,
        allergens: carries?.allergens ?? [],
        parts: carries?.parts ?? [],
        isWater: role === 'liquid',
      },
    ];
  });
}

function speciesOf(record: BatchRecord, accountId: string, name: string): string {
  return record.accounts.get(accountId)?.species ?? name.toLowerCase();
}

/** The declaration of a batch from what was really weighed in; null before the first weight. */
export function batchLabel(record: BatchRecord, figures: MassFigures): BatchSheet['label'] {
  const parts = labelParts(record, figures);
  if (parts.length === 0) return null;
  const mixMg = parts.reduce((sum, p) => sum + p.massMg, 0);
  const { recipe } = record.batch;
  const { text, stateSentence, allergens } = declaration({
    parts,
    state: recipe.state,
    casing: casingWords(recipe.casing),
    cookingSentence: recipe.cookingSentence,
    ...(figures.productMg > 0 ? { productYield: figures.productMg / mixMg } : {}),
  });
  return { text, stateSentence, allergens };
}
