import { formatMass, seenFrom, tubCode, type FormatOptions } from '@zest/core';
import type { BatchView, LineView, PrintLabel, Printed, Person } from '@zest/contract';
import { readBatch } from '../../batches/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { pdfOf } from '../../platform/pdf.js';
import { about, shopName } from '../../platform/settings.js';
import { recordMark } from './record-mark.js';

/**
 * Prints the label of a tub or bag into the spool: product, batch, load, kilograms, recipe version,
 * allergens, and the code that is scanned at the mixer.
 */
export async function printLabel(
  app: AppContext,
  person: Person,
  batchId: string,
  body: PrintLabel,
): Promise<Printed> {
  const whole = await readBatch(app, batchId);
  const step = whole.steps.find((s) => s.id === body.stepId);
  const sheet = seenFrom(whole, step);
  const code = tubCode(sheet.number, body.load);
  const units: FormatOptions = { system: person.units, numberStyle: person.numberStyle ?? undefined };
  const maker = { name: await shopName(app.db), address: (await about(app.db)).address };
  const pdf = await labelPdf(sheet, body, code, units, maker);
  const file = await app.printer.print(`${body.what}-${code}-${body.id.slice(-6)}`, pdf);
  const mark = {
    id: body.id,
    stepId: step?.id ?? sheet.stepId,
    kind: 'label',
    code,
    file,
    massMg: body.massMg ?? null,
  } as const;
  // Of a finished batch a label can still be printed; the batch takes nothing more.
  if (sheet.state === 'open') await recordMark(app, person, batchId, mark);
  return { id: body.id, file, code, path: `/api/v1/spool/${file}` };
}

function labelPdf(
  sheet: BatchView,
  body: PrintLabel,
  code: string,
  units: FormatOptions,
  maker: { name: string; address: string },
): Promise<Buffer> {
  const massMg = body.massMg ?? ownMass(sheet, body);
  const allergens = sheet.label?.allergens ?? [];
  return pdfOf(
    `${sheet.product} ${code}`,
    [
      {
        columns: [
          {
            width: '*',
            stack: [
              { text: sheet.product, style: 'title' },
              ...(sheet.uncured ? [{ text: 'UNCURED', fontSize: 26, bold: true }] : []),
              {
                text: `Batch ${sheet.number}${body.load > 0 ? ` · load ${body.load} of ${sheet.loads}` : ''}`,
                fontSize: 20,
                bold: true,
              },
              {
                text: `${formatMass(massMg, units)} · recipe version ${sheet.recipe.versionNo}`,
                fontSize: 16,
              },
              // What it is now, whatever its recipe is going to make of it.
              { text: body.what === 'bag' ? 'seasoning' : (sheet.label?.state ?? 'raw'), fontSize: 14 },
            ],
          },
          { width: 84, qr: code, fit: 84 },
        ],
      },
      {
        text:
          allergens.length > 0
            ? `Contains ${allergens.join(', ').toUpperCase()}`
            : 'No allergen that must be declared is in it so far.',
        fontSize: 14,
        bold: true,
        margin: [0, 8, 0, 0],
      },
      ...(sheet.owner ? [{ text: `For ${sheet.owner}: kept apart`, fontSize: 14, bold: true }] : []),
      { text: code, fontSize: 12, margin: [0, 6, 0, 0] },
      {
        text: [maker.name, ...maker.address.split('\n').filter((line) => line.trim() !== '')].join(', '),
        fontSize: 10,
      },
    ],
    { pageSize: 'A6', pageOrientation: 'landscape', pageMargins: [20, 18, 20, 30] },
  );
}

/** A tub weighs its share of the mix; a bag weighs what was weighed into it, and before that what is due. */
function ownMass(sheet: BatchView, { what, load }: PrintLabel): number {
  if (what === 'tub') return load > 0 ? Math.round(sheet.mixMg / sheet.loads) : sheet.mixMg;
  return sheet.lines.reduce((sum, line) => sum + (isBagged(line) ? bagged(line, load) : 0), 0);
}

/** Dry and dosed: what is poured or is in pieces comes in tubs of its own. */
function isBagged({ kind, role }: LineView): boolean {
  return kind === 'ingredient' && role !== 'liquid' && role !== 'inclusion' && role !== 'fat';
}

function bagged({ perLoadMg, weighedMg, dueMg }: LineView, load: number): number {
  if (load === 0) return weighedMg > 0 ? weighedMg : dueMg;
  const part = perLoadMg[load - 1] ?? 0;
  return weighedMg > 0 && dueMg > 0 ? Math.round((part * weighedMg) / dueMg) : part;
}
