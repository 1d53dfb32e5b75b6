import Box from '@mui/material/Box';
import { defectHelp, fillRule } from '@zest/core';
import type { BatchSheet, SheetStep } from '@zest/contract';
import { SHORT } from '../app/theme.js';
import { Triangle } from '../app/Trouble.js';
import { useUnits } from '../app/units.js';
import { Secondary } from './BenchButtons.js';
import { markEntry } from './entries.js';
import type { Pending } from './pending.js';

interface FillButtonProps {
  step: SheetStep;
  fills: NonNullable<SheetStep['fills']>;
  pending: Pending;
}

/** One press for every barrel that was filled. */
export function FillButton({ step, fills, pending }: FillButtonProps) {
  const next = fills.done + 1;
  const label = next > fills.wanted ? `Fill ${next}` : `Fill ${next} of ${fills.wanted}`;
  return (
    <Secondary
      onClick={() => void pending.record(markEntry(step.id, 'fill', `${label} is in`, { value: 1 }))}
    >
      {label} is in
    </Secondary>
  );
}

/** How the casing is filled, the fills, and a cause that keeps coming back with its mend. */
export function StuffingWords({ sheet, step }: { sheet: BatchSheet; step: SheetStep }) {
  const units = useUnits();
  const rule = step.kind === 'stuff' ? fillRule(step) : '';
  const help = defectHelp(
    sheet.marks
      .filter((m) => m.kind === 'defect' && m.stepId === step.id)
      .map((m) => ({ defect: m.subject, cause: m.note.split('. ')[0] ?? '', pieces: m.value ?? 1 })),
  );
  return (
    <>
      {rule || step.fills ? (
        <Box sx={{ fontSize: 20, mb: 1, [SHORT]: { display: 'none' } }}>
          {rule}{' '}
          {step.fills
            ? `${step.fills.done} of ${step.fills.wanted} fills of about ${units.mass(step.fills.eachMg)} are in.`
            : ''}
        </Box>
      ) : null}
      {help ? (
        <Box role="status" sx={{ display: 'flex', gap: 1, fontSize: 22, fontWeight: 700, mb: 1 }}>
          <Triangle size={26} />
          <span>
            {help.pieces} times {help.cause.toLowerCase()}: {help.mend}
          </span>
        </Box>
      ) : null}
    </>
  );
}
