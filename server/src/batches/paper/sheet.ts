import type { Content } from 'pdfmake/interfaces.js';
import {
  fillTokens,
  formatLength,
  formatMass,
  markWords,
  ofBasis,
  seenFrom,
  shopClock,
  shopDay,
} from '@zest/core';
import type { BatchView } from '@zest/contract';
import { pdfOf } from '../../platform/pdf.js';
import { lineTable } from './lines.js';
import type { Paper } from './paper.js';
import { stepText } from './steps.js';

/**
 * The sheet of a batch on paper: what was weighed of what was due, load by load, the steps with what was read
 * and who did it, a place to write where it is still to come, and a code that opens the batch.
 * @param url address of the batch, for the code
 */
export function batchSheetPdf(sheet: BatchView, url: string, paper: Paper): Promise<Buffer> {
  const title = `Batch ${sheet.number} · ${sheet.product}`;
  const ofKind = (kind: 'meat' | 'ingredient') => sheet.lines.filter((l) => l.kind === kind);
  return pdfOf(title, [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: title, style: 'title' },
            ...(sheet.uncured ? [{ text: 'UNCURED', fontSize: 18, bold: true }] : []),
            {
              text: `${sheet.recipe.state} · recipe version ${sheet.recipe.versionNo} · ${sheet.plannedFor}${sheet.hotness ? ` · ${sheet.hotness}` : ''}${sheet.owner ? ` · for ${sheet.owner}, kept apart` : ''}`,
            },
            { text: massWords(sheet, paper), bold: true },
            { text: casingWords(sheet, paper) },
            { text: outcomeWords(sheet, paper) },
            ...productTexts(sheet, paper),
          ],
        },
        { width: 96, qr: url, fit: 96 },
      ],
    },
    ...lineTable('Meat', ofKind('meat'), paper),
    ...lineTable('Dry goods, cure and liquid', ofKind('ingredient'), paper),
    { text: 'Steps', style: 'head' },
    ...sheet.steps.map((step) => stepText(sheet, step, paper)),
    ...signedTexts(sheet),
    ...saidTexts(sheet, paper),
    ...sheet.products.flatMap((p) => {
      const own = seenFrom(sheet, { portion: p.key });
      const name = sheet.products.length > 1 ? p.name : undefined;
      return [...labelText(own, name), ...gaugeTexts(own, name)];
    }),
    ...troubleText(sheet, paper),
  ]);
}

/** Meat and mix as they were made; as they are due while something may still go in. */
function massWords(sheet: BatchView, { units }: Paper): string {
  const { massMg, from } = sheet.meatBasis;
  const meat = `${formatMass(massMg, units)} meat ${from}`;
  const loads = `in ${sheet.loads} ${sheet.loads === 1 ? 'load' : 'loads'}`;
  return sheet.madeMixMg === null
    ? `${meat} · ${formatMass(sheet.mixMg, units)} mix due ${loads}`
    : `${meat} · ${formatMass(sheet.madeMixMg, units)} mix as made (${formatMass(sheet.mixMg, units)} due) ${loads}`;
}

function casingWords({ casing, pieces }: BatchView, { units }: Paper): string {
  if (!casing) return '';
  const lots = casing.lots.map((l) => l.lotCode).join(', ');
  if (casing.usedMm <= 0)
    return `${casing.name} ${lots}: ${formatLength(casing.needM * 1000, units)} for ${casing.links} pieces`;
  const counted = pieces && pieces.count > 0 ? ` for ${pieces.count} pieces` : '';
  const bursts = casing.bursts > 0 ? `, ${casing.bursts} burst` : '';
  return `${casing.name} ${lots}: ${formatLength(casing.usedMm, units)} used${counted}${bursts}`;
}

/** What came out of it, once something did. */
function outcomeWords(sheet: BatchView, { units }: Paper): string {
  if (sheet.outMg <= 0) return '';
  const part = sheet.packedYield === null ? '' : `, ${(sheet.packedYield * 100).toFixed(1)} % of the meat`;
  const missing =
    sheet.unaccountedMg === 0
      ? 'nothing is missing'
      : `${formatMass(Math.abs(sheet.unaccountedMg), units)} ${sheet.unaccountedMg > 0 ? 'is missing' : 'more came out than went in'}`;
  return `${formatMass(sheet.outMg, units)} finished${part}; ${missing}`;
}

/** Each product, where the batch makes several. */
function productTexts({ products }: BatchView, { units }: Paper): Content[] {
  if (products.length < 2) return [];
  return products.map((p): Content => {
    const part = p.yield === null ? '' : `, ${(p.yield * 100).toFixed(1)} % of its meat`;
    const stands =
      p.finishedMg > 0 ? `${formatMass(p.finishedMg, units)} finished${part}` : 'nothing finished yet';
    return { text: `${p.name} (${p.meantState}): ${stands}${p.uncured ? ', UNCURED' : ''}` };
  });
}

function signedTexts({ signed }: BatchView): Content[] {
  const entries = Object.entries(signed);
  if (entries.length === 0) return [];
  return [
    { text: 'Signed by the lead', style: 'head' },
    ...entries.map(([guard, why]): Content => ({ text: `${guard}: ${why}` })),
  ];
}

/** What was said and what went wrong, in the order in which it was noted. */
function saidTexts(sheet: BatchView, { units, zone }: Paper): Content[] {
  const marks = sheet.marks.filter((m) => markWords(m) !== null);
  if (marks.length + sheet.notices.length === 0) return [];
  return [
    { text: 'Noted', style: 'head' },
    ...sheet.notices.map(({ sentence, seenBy }): Content => ({
      text: `${fillTokens(sentence, units)}${seenBy ? ` Seen by ${seenBy}.` : ''}`,
    })),
    ...marks.map((m): Content => ({
      text: `${shopDay(zone, m.at)} ${shopClock(zone, m.at)} ${m.person}: ${markWords(m)}`,
    })),
  ];
}

function labelText({ label }: BatchView, product: string | undefined): Content[] {
  if (!label) return [];
  return [
    { text: headOf('Label as made', product), style: 'head' },
    { text: label.text },
    { text: label.stateSentence },
  ];
}

function headOf(what: string, product: string | undefined): string {
  return product === undefined ? what : `${what}: ${product}`;
}

function gaugeTexts(sheet: BatchView, product: string | undefined): Content[] {
  return [
    { text: headOf('Limits', product), style: 'head' },
    ...sheet.gauges.map((g): Content => ({
      text: `${g.title}: ${Number(g.value.toPrecision(4))} ${g.unit} ${ofBasis(g)}${g.limit === null ? '' : `, limit ${Number(g.limit.toPrecision(4))}`}${g.level === 'ok' ? '' : ' – LOOK'}`,
    })),
  ];
}

function troubleText(sheet: BatchView, { units }: Paper): Content[] {
  return [
    ...(sheet.trouble ? [{ text: fillTokens(sheet.trouble, units), style: 'caution' }] : []),
    { text: 'From memory; your own authority and your licensed plan decide.', style: 'small' },
  ];
}
