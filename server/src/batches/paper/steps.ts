import type { Content } from 'pdfmake/interfaces.js';
import { fillTokens, formatMass, readingKind, shopClock, shopDay, traitsOf } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import type { Paper } from './paper.js';

/** A step: how it is done, what was weighed and read at it and by whom, or where that is to be written. */
export function stepText(sheet: BatchView, step: StepView, paper: Paper): Content {
  const limits = [...step.words.map((w) => fillTokens(w, paper.units)), step.note ?? ''].filter(Boolean);
  const done = doneTexts(sheet, step, paper);
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
      ...done,
      ...(step.state === 'closed' ? [] : [{ text: toWrite(sheet, step) }]),
    ],
  };
}

/** What is known of it: kilograms, losses by name, figures with person and time, who closed it and how. */
function doneTexts(sheet: BatchView, step: StepView, { units, zone }: Paper): Content[] {
  const station = sheet.ribbon.find((r) => r.position === step.position && step.holdsMass);
  const mass = (mg: number) => formatMass(mg, units);
  const at = (time: string) => `${shopDay(zone, time)} ${shopClock(zone, time)}`;
  const masses = [
    step.inMg > 0 ? `in ${mass(step.inMg)}` : '',
    step.outMg > 0 ? `out ${mass(step.outMg)}` : '',
    step.stepYield !== null && step.outMg > 0 ? `yield ${(step.stepYield * 100).toFixed(1)} %` : '',
    ...(station?.slivers ?? []).map((s) => `${s.name} ${mass(s.massMg)}`),
    step.state === 'closed' && step.holdsMass && step.balanceMg !== 0
      ? `not explained ${mass(step.balanceMg)}`
      : '',
  ].filter(Boolean);
  const loadName = (traitsOf(step).loadName ?? 'Load').toLowerCase();
  const readings = sheet.readings
    .filter((r) => r.stepId === step.id)
    .map((r) => {
      const load = r.load > 0 ? `${loadName} ${r.load}: ` : '';
      const how = r.how === 'typed' ? ', typed' : '';
      return `${load}${fillTokens(readingKind(r.kind).words(r.value), units)} (${r.person} ${shopClock(zone, r.at)}${how})`;
    });
  const closed =
    step.closedAt === null
      ? ''
      : `Closed ${at(step.closedAt)} by ${step.closedBy ?? '–'}${step.overrideReason ? `, past what was missing: ${step.overrideReason}` : ''}`;
  return [masses.join(' · '), readings.join(' · '), closed]
    .filter(Boolean)
    .map((text): Content => ({ text, fontSize: 11 }));
}

/** Where a pencil goes: only for what is not known yet. */
function toWrite(sheet: BatchView, step: StepView): string {
  const read = new Set(sheet.readings.filter((r) => r.stepId === step.id).map((r) => r.kind));
  const open = step.asks.filter((a) => !read.has(a.kind)).map((a) => readingKind(a.kind).title.toLowerCase());
  const holds = step.holdsMass
    ? [...(step.inMg > 0 ? [] : ['kg in']), ...(step.outMg > 0 ? [] : ['kg out'])]
    : [];
  return [...holds, ...open, 'by'].map((word) => `${word} ________`).join('   ');
}
