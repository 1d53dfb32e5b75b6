import { doseFraction, mixPerMeat, type MadeLine } from '@zest/core';
import type { AppContext } from '../platform/app-context.js';
import { shopBook } from '../platform/settings.js';
import type { MadeBatch } from '../recipes/index.js';
import { massFigures, sheetLines, sumWhere, type MassFigures } from './figures.js';
import { labelParts } from './obey-figures.js';
import { loadRecords, type BatchRecord } from './record.js';

/** As many batches back as somebody remembers. */
const LAST = 12;

/** The last batches of a recipe as they were really made, the newest first. */
export async function madeBatches(app: AppContext, recipeId: string): Promise<MadeBatch[]> {
  const rows = await app.db.rows<{ id: string }>(
    `SELECT b.id FROM batch b JOIN recipe_version v ON v.id = b.recipe_version_id
     WHERE v.recipe_id = :recipeId AND b.state <> 'cancelled' ORDER BY b.opened_at DESC LIMIT ${LAST}`,
    { recipeId },
  );
  const records = await loadRecords(
    app.db,
    rows.map((r) => r.id),
  );
  const book = await shopBook(app.db);
  return records
    .sort((a, b) => b.batch.openedAt.getTime() - a.batch.openedAt.getTime())
    .map((record) => {
      const figures = massFigures(record);
      const { lines, basis } = sheetLines(record, figures.live, book);
      const weighed = lines.filter((l) => l.weighedMg > 0);
      return {
        id: record.batch.id,
        number: record.batch.number,
        versionNo: record.batch.versionNo,
        state: record.batch.state,
        meatMg: figures.meatMg,
        mixMg: weighed.reduce((sum, l) => sum + l.weighedMg, 0),
        outMg: figures.productMg,
        meatMinor: meatCost(record, figures),
        lines: weighed.filter((l) => l.kind === 'dry').map((l) => madeLine(record, l, basis.massMg)),
        parts: labelParts(record, figures),
      };
    });
}

function madeLine(
  record: BatchRecord,
  line: { id: string; name: string; weighedMg: number },
  basisMg: number,
): MadeLine {
  const document = record.lines.find((l) => l.id === line.id)?.document;
  const written = document ? doseFraction(document.dose) : { basis: 'meat' as const, fraction: 0 };
  const perMeat = mixPerMeat(record.batch.recipe.lines.map((l) => l.dose));
  return {
    key: document?.key ?? line.name,
    name: line.name,
    writtenGPerKg: written.fraction * 1000 * (written.basis === 'mix' ? perMeat : 1),
    madeGPerKg: (line.weighedMg / basisMg) * 1000,
  };
}

function meatCost(record: BatchRecord, figures: MassFigures): number {
  return record.lines
    .filter((l) => l.kind === 'meat')
    .reduce((sum, line) => {
      const price = record.accounts.get(line.lotAccountId)?.priceMinor ?? 0;
      return sum + (sumWhere(figures.live, (t) => t.lineId === line.id) / 1e6) * price;
    }, 0);
}
