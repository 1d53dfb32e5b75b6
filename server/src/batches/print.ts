import type { Content } from 'pdfmake/interfaces.js';
import { fillTokens, formatMass, readingKind, type FormatOptions } from '@zest/core';
import type { BatchView, LineView, StepView } from '@zest/contract';
import { pdfOf, ruled } from '../platform/pdf.js';

/**
 * The sheet of a batch on paper: what to weigh with its band, load by load, the steps with their limits
 * and a place to write, and a code that opens the batch.
 * @param url address of the batch, for the code
 */
export function batchSheetPdf(sheet: BatchView, url: string, units: FormatOptions): Promise<Buffer> {
  const title = `Batch ${sheet.number} · ${sheet.product}`;
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
            {
              text: `${formatMass(sheet.meatBasis.massMg, units)} meat · ${formatMass(sheet.mixMg, units)} mix in ${sheet.loads} ${sheet.loads === 1 ? 'load' : 'loads'}`,
              bold: true,
            },
            casingText(sheet),
          ],
        },
        { width: 96, qr: url, fit: 96 },
      ],
    },
    ...part(
      'Meat',
      sheet.lines.filter((l) => l.kind === 'meat'),
      units,
    ),
    ...part(
      'Dry goods, cure and liquid',
      sheet.lines.filter((l) => l.kind === 'ingredient'),
      units,
    ),
    { text: 'Steps', style: 'head' },
    ...sheet.steps.map((step) => stepText(step, units)),
    ...labelText(sheet),
    ...gaugeTexts(sheet),
  ]);
}

function casingText({ casing }: BatchView): Content {
  return {
    text: casing
      ? `${casing.name} ${casing.lots.map((l) => l.lotCode).join(', ')}: ${casing.needM.toFixed(1)} m for ${casing.links} pieces`
      : '',
  };
}

function part(title: string, lines: readonly LineView[], units: FormatOptions): Content[] {
  if (lines.length === 0) return [];
  const loads = Math.max(1, ...lines.map((l) => l.perLoadMg.length));
  const head: Content[] = ['', 'weigh', 'from – to', ...(loads > 1 ? ['each load'] : []), 'done'].map(
    (text, i) => ({
      text,
      bold: true,
      style: i === 0 ? '' : 'number',
    }),
  );
  return [
    { text: title, style: 'head' },
    ruled(
      ['*', 95, 120, ...(loads > 1 ? [95] : []), 40],
      [head, ...lines.map((line) => lineRow(line, loads, units))],
    ),
  ];
}

function lineRow(line: LineView, loads: number, units: FormatOptions): Content[] {
  const cure = line.cure
    ? `CURE · ${line.cure.nitritePct} % nitrite · ${line.cure.ppm.toFixed(0)} of at most ${line.cure.limitPpm.toFixed(0)} ppm on ${line.cure.basis}`
    : '';
  const small = [line.lotCode, cure, line.note ?? ''].filter(Boolean).join(' · ');
  return [
    {
      stack: [
        { text: line.name, bold: true },
        { text: small, style: 'small' },
      ],
    },
    { text: formatMass(line.dueMg, units), style: 'dose' },
    { text: `${formatMass(line.lowMg, units)} – ${formatMass(line.highMg, units)}`, style: 'number' },
    ...(loads > 1
      ? [
          {
            text: [...new Set(line.perLoadMg)].map((mg) => formatMass(mg, units)).join(' / '),
            style: 'number',
          },
        ]
      : []),
    { text: '[   ]', style: 'number' },
  ];
}

function stepText(step: StepView, units: FormatOptions): Content {
  const limits = [...step.words.map((w) => fillTokens(w, units)), step.note ?? ''].filter(Boolean);
  return {
    margin: [0, 4, 0, 0],
    unbreakable: true,
    stack: [
      {
        text: [
          { text: `${step.position}. ${step.title}. `, bold: true },
          step.instruction,
          limits.length > 0 ? ` (${limits.join(', ')})` : '',
        ],
      },
      ...(step.caution ? [{ text: step.caution, style: 'caution' }] : []),
      {
        text: `kg in ________   kg out ________   ${step.asks.map((a) => `${readingKind(a.kind).title.toLowerCase()} ________`).join('   ')}   by ________`,
      },
    ],
  };
}

function labelText({ label }: BatchView): Content[] {
  if (!label) return [];
  return [{ text: 'Label as made', style: 'head' }, { text: label.text }, { text: label.stateSentence }];
}

function gaugeTexts(sheet: BatchView): Content[] {
  return [
    { text: 'Limits', style: 'head' },
    ...sheet.gauges.map((g): Content => ({
      text: `${g.title}: ${Number(g.value.toPrecision(4))} ${g.unit} of the ${g.basis}${g.limit === null ? '' : `, limit ${Number(g.limit.toPrecision(4))}`}${g.level === 'ok' ? '' : ' – LOOK'}`,
    })),
    ...(sheet.trouble ? [{ text: fillTokens(sheet.trouble, { system: 'metric' }), style: 'caution' }] : []),
    { text: 'From memory; your own authority and your licensed plan decide.', style: 'small' },
  ];
}
