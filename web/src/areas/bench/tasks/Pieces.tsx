import Box from '@mui/material/Box';
import { thickness, type Thickness } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';

/** Pieces so far with their mean, and whether they are thicker or thinner than their casing wants. */
export function Pieces({ sheet, step }: { sheet: BatchView; step: StepView }) {
  const units = useUnits();
  const { one, many } = step.counting ?? { one: 'piece', many: 'pieces' };
  const samples = sheet.readings.filter((r) => r.stepId === step.id && r.kind === 'sample');
  const last = samples[samples.length - 1];
  const { pieces } = sheet;
  const stout = last ? stoutness(sheet, last.value / 1000) : undefined;
  return (
    <Box sx={{ ...NUMERALS, fontSize: 26 }}>
      {pieces && pieces.count > 0 ? `${pieces.count} ${pieces.count === 1 ? one : many}` : `No ${many} yet`}
      {typeof pieces?.meanG === 'number' ? `, mean ${units.mass(Math.round(pieces.meanG * 1000))}` : ''}
      {typeof pieces?.sdG === 'number' && pieces.n > 1 ? ` ± ${units.number(pieces.sdG, 1)} g` : ''}
      {stout ? <Stoutness is={stout} /> : null}
    </Box>
  );
}

/** Grams in a centimetre against what the casing holds; undefined where length or casing are open. */
export function stoutness(sheet: BatchView, massG: number): Thickness | undefined {
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
