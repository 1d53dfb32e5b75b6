import type { Content } from 'pdfmake/interfaces.js';
import { formatMass } from '@zest/core';
import type { LineView } from '@zest/contract';
import { ruled } from '../../platform/pdf.js';
import type { Paper } from './paper.js';

/** Lines with what is due, from what to what, and what was weighed; nothing where there are none. */
export function lineTable(title: string, lines: readonly LineView[], paper: Paper): Content[] {
  if (lines.length === 0) return [];
  const loads = Math.max(1, ...lines.map((l) => l.perLoadMg.length));
  const names = ['', 'due', 'from – to', ...(loads > 1 ? ['each load'] : []), 'weighed'];
  const head = names.map((text, i): Content => ({ text, bold: true, style: i === 0 ? '' : 'number' }));
  return [
    { text: title, style: 'head' },
    ruled(
      ['*', 75, 110, ...(loads > 1 ? [75] : []), 75],
      [head, ...lines.map((line) => lineRow(line, loads, paper))],
    ),
  ];
}

function lineRow(line: LineView, loads: number, { units }: Paper): Content[] {
  const cure = line.cure
    ? `CURE · ${line.cure.nitritePct} % nitrite · ${line.cure.ppm.toFixed(0)} of at most ${line.cure.limitPpm.toFixed(0)} ppm on ${line.cure.basis}`
    : '';
  const accepted = line.accepted ? 'accepted by the lead' : '';
  const small = [line.lotCode, cure, accepted, line.note ?? ''].filter(Boolean).join(' · ');
  const isWeighed = line.weighedMg > 0;
  return [
    {
      stack: [
        { text: line.name, bold: true },
        { text: small, style: 'small' },
      ],
    },
    { text: formatMass(line.dueMg, units), style: isWeighed ? 'number' : 'dose' },
    { text: `${formatMass(line.lowMg, units)} – ${formatMass(line.highMg, units)}`, style: 'number' },
    ...(loads > 1
      ? [
          {
            text: [...new Set(line.perLoadMg.map((mg) => formatMass(mg, units)))].join(' / '),
            style: 'number',
          },
        ]
      : []),
    { text: isWeighed ? formatMass(line.weighedMg, units) : '[   ]', style: isWeighed ? 'dose' : 'number' },
  ];
}
