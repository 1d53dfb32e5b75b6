import Box from '@mui/material/Box';
import { countingOf, thickness, type Thickness } from '@zest/core';
import type { BatchSheet, SheetStep } from '@zest/contract';
import { NUMERALS } from '../../app/theme.js';
import { useUnits } from '../../app/units.js';

/** Pieces so far with their mean, and whether they are thicker or thinner than their casing wants. */
export function Pieces({ sheet, step }: { sheet: BatchSheet; step: SheetStep }) {
  const units = useUnits();
  const { one, many } = countingOf(step.shape);
  const samples = sheet.readings.filter((r) => r.stepId === step.id && r.kind === 'sample');
  const last = samples[samples.length - 1];
  const { links } = sheet;
  const stout = last ? stoutness(sheet, last.value / 1000) : undefined;
  return (
    <Box sx={{ ...NUMERALS, fontSize: 26 }}>
      {links && links.count > 0 ? `${links.count} ${links.count === 1 ? one : many}` : `No ${many} yet`}
      {typeof links?.meanG === 'number' ? `, mean ${units.mass(Math.round(links.meanG * 1000))}` : ''}
      {typeof links?.sdG === 'number' && links.n > 1 ? ` ± ${units.number(links.sdG, 1)} g` : ''}
      {stout ? <Stoutness is={stout} /> : null}
    </Box>
  );
}

/** Grams in a centimetre against what the casing holds; undefined where length or casing are open. */
export function stoutness(sheet: BatchSheet, massG: number): Thickness | undefined {
  const { casing } = sheet;
  if (!casing || !(casing.linkLengthMm > 0) || !(massG > 0)) return undefined;
  return thickness({ massG, lengthMm: casing.linkLengthMm, calibreMm: casing.calibreMm });
}

export function Stoutness({ is }: { is: Thickness }) {
  const units = useUnits();
  const words = is.verdict === 'right' ? 'as the casing wants' : is.verdict;
  return (
    <Box role="status" sx={{ fontWeight: is.verdict === 'right' ? 400 : 700 }}>
      {units.number(is.gPerCm, 1)} g per cm, full casing {units.number(is.wantedGPerCm, 1)}: {words}
    </Box>
  );
}
